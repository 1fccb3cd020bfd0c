import { sql } from 'kysely'
import type { Db } from '@/db/database'

/** How Lichen is, told by its work: a pulse says only that a process runs. */
export interface Health {
  /** `behind`: work goes on, and what is due waits for long all the same. */
  status: 'ok' | 'behind' | 'standing still'
  database: 'up'
  worker: 'up' | 'down'
  workers: number
  /** What is due, where its way out does not rest: how many, and how many seconds the oldest has waited; `null` when nothing waits. */
  submissions: Waiting
  deliveries: Waiting
}

export interface Waiting {
  waiting: number
  oldestSeconds: number | null
  /** Seconds since any worker last settled one; `null` when none that runs now ever did. */
  lastSettledSeconds: number | null
}

/** Longest that the oldest may wait while nothing at all is settled, and while something is, in seconds. */
const PATIENCE = { submissions: 15, deliveries: 30 }
const BEHIND = { submissions: 30, deliveries: 120 }
const HEARD_WITHIN = 6

export async function readHealth(db: Db): Promise<Health> {
  const { rows } = await sql<{
    submission: number | null
    submissions_waiting: number
    delivery: number | null
    deliveries_waiting: number
    submissions: number | null
    deliveries: number | null
    workers: number
  }>`
    with due_submission as (
      select count(*)::int as n, extract(epoch from now() - min(coalesce(next_at, received_at)))::float8 as oldest
      from submission where state = 'received' and (next_at is null or next_at <= now())
    ), due_delivery as (
      select count(*)::int as n, extract(epoch from now() - min(coalesce(next_at, created_at)))::float8 as oldest
      from delivery where state = 'waiting' and coalesce(next_at, created_at) <= now()
        and (lease_until is null or lease_until <= now())
        and not exists (select from lane_trouble trouble where trouble.workspace_id = delivery.workspace_id
          and trouble.connection = coalesce(delivery.connection, '') and rests_until > now())
    )
    select
      (select oldest from due_submission) as submission, (select n from due_submission) as submissions_waiting,
      (select oldest from due_delivery) as delivery, (select n from due_delivery) as deliveries_waiting,
      extract(epoch from now() - max(submissions_at))::float8 as submissions,
      extract(epoch from now() - max(deliveries_at))::float8 as deliveries,
      count(*) filter (where beat_at > now() - make_interval(secs => ${HEARD_WITHIN}))::int as workers
    from worker_process
  `.execute(db)
  const told = rows[0]
  if (!told) throw new Error('The database told nothing')
  const submissions = {
    waiting: told.submissions_waiting,
    oldestSeconds: told.submission,
    lastSettledSeconds: told.submissions,
  }
  const deliveries = {
    waiting: told.deliveries_waiting,
    oldestSeconds: told.delivery,
    lastSettledSeconds: told.deliveries,
  }
  const status = statusOf(submissions, deliveries)
  return {
    status,
    database: 'up',
    worker: told.workers > 0 && status !== 'standing still' ? 'up' : 'down',
    workers: told.workers,
    submissions,
    deliveries,
  }
}

export function statusOf(submissions: Waiting, deliveries: Waiting): Health['status'] {
  if (standsStill(submissions, PATIENCE.submissions) || standsStill(deliveries, PATIENCE.deliveries))
    return 'standing still'
  const isBehind =
    (submissions.oldestSeconds ?? 0) > BEHIND.submissions || (deliveries.oldestSeconds ?? 0) > BEHIND.deliveries
  return isBehind ? 'behind' : 'ok'
}

/** Something has been due for long, and nothing was settled meanwhile. */
const standsStill = ({ oldestSeconds, lastSettledSeconds }: Waiting, patience: number): boolean =>
  (oldestSeconds ?? 0) > patience && (lastSettledSeconds ?? Infinity) > patience
