import { readStored } from '@/core/form/stored'
import type { Db } from '@/db/database'
import {
  type HeldPastRun,
  holdPastRun,
  keepStep,
  queuePastRun,
  readPastArrivals,
  stopPastRun,
} from '@/db/queries/past_runs'
import { readResources } from '@/db/queries/workspace'
import { isTemporary, reasonOf } from '../failures'
import { log } from '../log'
import { forAMoment } from '../worker/forAMoment'
import type { GiveWay } from '../worker/giveWay'
import { meetArrival } from './meetArrival'

/** Arrivals that are gone through at once. */
const TOGETHER = 10

/**
 * Goes on with running past arrivals through a draft, some at a time. Each part is kept with how far it is, so that a
 * process that is killed loses nothing and counts nothing twice.
 */
export const stepPastRun = (db: Db, id: string, way: GiveWay): Promise<void> =>
  forAMoment(
    way,
    () => goOn(db, id),
    () => queuePastRun(db, id),
  )

/** Goes through the next arrivals; `false` once there are no more, or the run was stopped or began anew. */
async function goOn(db: Db, id: string): Promise<boolean> {
  const run = await holdPastRun(db, id)
  if (run?.state !== 'running') return false
  try {
    return await goThroughNext(db, run)
  } catch (error) {
    // What will pass is tried again by the queue.
    if (isTemporary(error)) throw error
    log.error({ error, run: id }, 'Past arrivals cannot be run through a draft')
    await stopPastRun(db, run.formId, `It cannot go on: ${reasonOf(error)}`)
    return false
  }
}

async function goThroughNext(db: Db, run: HeldPastRun): Promise<boolean> {
  const arrivals = await readPastArrivals(db, run, Math.min(TOGETHER, run.of - run.done))
  const resources = await readResources(db, run.workspaceId)
  const forms = { live: readStored(run.live), draft: readStored(run.draft) }
  const asked = { ...run.asked }
  const met: Parameters<typeof keepStep>[2]['met'] = []
  for (const arrival of arrivals) {
    const meeting = await meetArrival(db, { ...run, id: run.formId }, forms, arrival, resources)
    for (const label of meeting.asked) asked[label] = (asked[label] ?? 0) + 1
    if (meeting.met !== 'same') met.push({ submission: arrival.id, met: meeting.met })
  }
  const last = arrivals.at(-1)?.id ?? null
  return db.transaction().execute(async (tx) => {
    const now = await holdPastRun(tx, run.id)
    // Somebody else may have come to the same ones.
    if (now?.state !== 'running' || now.done !== run.done) return false
    await keepStep(tx, run.id, { last, done: run.done + arrivals.length, asked, met })
    return last !== null
  })
}
