import type { Db } from '@/db/database'
import { isDatabaseAway } from '../failures'
import { type NewSubmission, storeSubmissions } from '@/db/queries/submissions'

interface Waiting {
  submission: NewSubmission
  settle: (stored: boolean) => void
  fail: (error: unknown) => void
}

/** Statements under way at once, and submissions in one of them. */
const MOST_STATEMENTS = 2
const MOST_SUBMISSIONS = 100

/** Submissions that may wait for a statement at once; more than these are told to come back. */
const MOST_WAITING = 2000

/** So much is waiting to be stored that more would only wait in vain. */
export class Busy extends Error {}

interface Queue {
  waiting: Waiting[]
  running: number
}

const holder = globalThis as { lichenStoring?: Queue }
const queue = (): Queue => (holder.lichenStoring ??= { waiting: [], running: 0 })

/**
 * Stores a submission together with whatever else arrives while the database is busy. A lone one goes
 * at once, in a statement of its own; under load, many share one commit and one job. Resolves once it is
 * durable, to whether it was stored; `false` means that the visit had sent before, or that one of its files is gone.
 */
export function storeInBatch(db: Db, submission: NewSubmission): Promise<boolean> {
  return new Promise((settle, fail) => {
    if (queue().waiting.length >= MOST_WAITING) return fail(new Busy())
    queue().waiting.push({ submission, settle, fail })
    // A turn later, so that requests read in the same turn of the event loop go together.
    setImmediate(() => drain(db))
  })
}

function drain(db: Db): void {
  const state = queue()
  while (state.running < MOST_STATEMENTS && state.waiting.length > 0) {
    const batch = state.waiting.splice(0, MOST_SUBMISSIONS)
    state.running++
    void store(db, batch).finally(() => {
      state.running--
      drain(db)
    })
  }
}

async function store(db: Db, batch: Waiting[]): Promise<void> {
  try {
    const stored = await storeSubmissions(
      db,
      batch.map(({ submission }) => submission),
    )
    for (const { submission, settle } of batch) settle(stored.has(submission.id))
  } catch (error) {
    // One that cannot be stored must not take its neighbours with it; a database that is away takes all.
    if (batch.length === 1 || isDatabaseAway(error)) for (const { fail } of batch) fail(error)
    else for (const waiting of batch) await store(db, [waiting])
  }
}
