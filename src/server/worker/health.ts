import { sql } from 'kysely'
import type { Db } from '@/db/database'

/** How Lichen is, told by its work: a pulse says only that a process runs. */
export interface Health {
  status: 'ok' | 'standing still'
  database: 'up'
  worker: 'up' | 'down'
  workers: number
  /** What is due: how many seconds the oldest has waited; `null` when nothing waits. */
  submissions: Waiting
  deliveries: Waiting
}

interface Waiting {
  oldestSeconds: number | null
  /** Seconds since any worker last settled one; `null` when none that runs now ever did. */
  lastSettledSeconds: number | null
}

/** Longest that the oldest may wait while nothing at all is settled, in seconds. */
const PATIENCE = { submissions: 15, deliveries: 30 }
const HEARD_WITHIN = 6

export async function readHealth(db: Db): Promise<Health> {
  const { rows } = await sql<{
    submission: number | null
    delivery: number | null
    submissions: number | null
    deliveries: number | null
    workers: number
  }>`
    select
      (select extract(epoch from now() - min(coalesce(next_at, received_at)))::float8 from submission
        where state = 'received' and (next_at is null or next_at <= now())) as submission,
      (select extract(epoch from now() - min(coalesce(next_at, created_at)))::float8 from delivery
        where state = 'waiting' and coalesce(next_at, created_at) <= now()
          and (lease_until is null or lease_until <= now())) as delivery,
      extract(epoch from now() - max(submissions_at))::float8 as submissions,
      extract(epoch from now() - max(deliveries_at))::float8 as deliveries,
      count(*) filter (where beat_at > now() - make_interval(secs => ${HEARD_WITHIN}))::int as workers
    from worker_process
  `.execute(db)
  const told = rows[0]
  if (!told) throw new Error('The database told nothing')
  const submissions = { oldestSeconds: told.submission, lastSettledSeconds: told.submissions }
  const deliveries = { oldestSeconds: told.delivery, lastSettledSeconds: told.deliveries }
  const still = standsStill(submissions, PATIENCE.submissions) || standsStill(deliveries, PATIENCE.deliveries)
  return {
    status: still ? 'standing still' : 'ok',
    database: 'up',
    worker: told.workers > 0 && !still ? 'up' : 'down',
    workers: told.workers,
    submissions,
    deliveries,
  }
}

/** Something has been due for long, and nothing was settled meanwhile. */
const standsStill = ({ oldestSeconds, lastSettledSeconds }: Waiting, patience: number): boolean =>
  (oldestSeconds ?? 0) > patience && (lastSettledSeconds ?? Infinity) > patience
