import { sql } from 'kysely'
import type { Db } from '@/db/database'
import { applySubmissionsJob } from './jobs/apply_submissions'
import { JOBS } from './jobs/registry'
import { takeTurnJob } from './jobs/take_turn'

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
  /** Jobs that have been due for longer than they may. */
  late: { job: string; waiting: number; oldestSeconds: number }[]
}

export interface Waiting {
  waiting: number
  oldestSeconds: number | null
  /** Seconds since any worker last settled one; `null` when none that runs now ever did. */
  lastSettledSeconds: number | null
}

/** Longest that the oldest may wait while nothing at all is settled, and while something is, in seconds. */
const PATIENCE = { submissions: 15, deliveries: 30 }
const BEHIND = { submissions: applySubmissionsJob.patience, deliveries: takeTurnJob.patience }
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
  const late = await findLate(db)
  const status = statusOf(submissions, deliveries, late.length > 0)
  return {
    status,
    database: 'up',
    worker: told.workers > 0 && status !== 'standing still' ? 'up' : 'down',
    workers: told.workers,
    submissions,
    deliveries,
    late,
  }
}

/** Jobs of which one has been due for longer than it may, and nobody took it in hand. */
async function findLate(db: Db): Promise<Health['late']> {
  const { rows } = await sql<Health['late'][number]>`
    select task_identifier as job, count(*)::int as waiting,
      extract(epoch from now() - min(run_at))::float8 as "oldestSeconds"
    from graphile_worker.jobs where locked_at is null and attempts < max_attempts and run_at <= now()
    group by task_identifier order by task_identifier
  `.execute(db)
  return rows.filter(({ job, oldestSeconds }) =>
    JOBS.some(({ name, patience }) => name === job && oldestSeconds > patience),
  )
}

export function statusOf(submissions: Waiting, deliveries: Waiting, isLate = false): Health['status'] {
  if (standsStill(submissions, PATIENCE.submissions) || standsStill(deliveries, PATIENCE.deliveries))
    return 'standing still'
  const isBehind =
    isLate ||
    (submissions.oldestSeconds ?? 0) > BEHIND.submissions ||
    (deliveries.oldestSeconds ?? 0) > BEHIND.deliveries
  return isBehind ? 'behind' : 'ok'
}

/** Something has been due for long, and nothing was settled meanwhile. */
const standsStill = ({ oldestSeconds, lastSettledSeconds }: Waiting, patience: number): boolean =>
  (oldestSeconds ?? 0) > patience && (lastSettledSeconds ?? Infinity) > patience
