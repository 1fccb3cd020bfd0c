import { sql } from 'kysely'
import type { Db, Runner } from '@/db/database'
import { queueForgottenTurns } from '@/db/queries/lanes'

/** A worker process that has not been heard of for this long is taken to be dead. */
const DEAD_AFTER_SECONDS = 6

/** What a process says of itself: in which names it locks jobs, and how many seconds ago it last settled what. */
export interface Pulse {
  id: string
  pools: readonly string[]
  submissions: number | null
  deliveries: number | null
}

/** Says that this process lives, and what it has done. */
export async function beat(db: Db, { id, pools, submissions, deliveries }: Pulse): Promise<void> {
  const ago = (seconds: number | null) => sql<Date>`now() - make_interval(secs => ${seconds}::float8)`
  const pulse = { pools: [...pools], submissions_at: ago(submissions), deliveries_at: ago(deliveries) }
  await db
    .insertInto('worker_process')
    .values({ id, ...pulse })
    .onConflict((conflict) => conflict.column('id').doUpdateSet({ ...pulse, beat_at: sql`now()` }))
    .execute()
}

/**
 * Gives back to the queue every job that nobody alive holds: those of processes that are heard of no more, and
 * of one that died before it was ever heard of. A process that was only slow finds its work done: every job
 * is safe to run twice.
 */
export async function freeJobsOfTheDead(db: Db): Promise<void> {
  const longAgo = sql`now() - make_interval(secs => ${DEAD_AFTER_SECONDS})`
  await db
    .deleteFrom('worker_process')
    .where('beat_at', '<', sql<Date>`${longAgo}`)
    .execute()
  await sql`
    select graphile_worker.force_unlock_workers(array_agg(distinct locked_by))
    from graphile_worker.jobs
    where locked_at < ${longAgo} and locked_by not in (select unnest(pools) from worker_process)
    having count(*) > 0
  `.execute(db)
}

/** Gives back the jobs of the process that was in this place before: it has ended, or this one would not run. */
export async function freeJobsOfPredecessor(db: Db, id: string): Promise<void> {
  await sql`
    with before as (delete from worker_process where id = ${id} returning pools)
    select graphile_worker.force_unlock_workers(array_agg(pool)) from before, unnest(pools) pool having count(*) > 0
  `.execute(db)
}

/** Takes leave: whatever this process still had in hand is free. */
export async function takeLeave(db: Runner, id: string, pools: readonly string[]): Promise<void> {
  if (pools.length > 0) await sql`select graphile_worker.force_unlock_workers(${pools}::text[])`.execute(db)
  await sql`delete from worker_process where id = ${id}`.execute(db)
}

/**
 * Queues again whatever is due and has no job that would run: a job may have been lost with the process that
 * failed it, or be put off for longer than its work needs. Asking twice leaves one job.
 */
export async function queueForgotten(db: Db): Promise<void> {
  await sql`
    select graphile_worker.add_job('apply_submissions', json_build_object('workspace', workspace_id),
      job_key := 'apply in:' || workspace_id)
    from (
      select distinct workspace_id from submission
      where state = 'received' and coalesce(next_at, received_at) < now() - interval '4 seconds'
    ) waiting
    where not exists (
      select from graphile_worker.jobs where key = 'apply in:' || workspace_id and (locked_at is not null or run_at <= now())
    )
  `.execute(db)
  await queueForgottenTurns(db, 4)
}

/** How long a job may be put off that was only broken off, in seconds. */
const SOON_ENOUGH = 10

/**
 * Has jobs of these tasks run again soon that the queue puts off, twice and more as long each time they are broken off:
 * of long work every part is, by whoever dies meanwhile, and what is wrong with the work itself halts it at once.
 */
export async function hasten(db: Db, tasks: readonly string[]): Promise<void> {
  await sql`
    select graphile_worker.reschedule_jobs(array_agg(id), now() + make_interval(secs => ${SOON_ENOUGH}), attempts := 1)
    from graphile_worker.jobs
    where task_identifier = any(${tasks}::text[]) and locked_at is null and attempts > 0
      and run_at > now() + make_interval(secs => ${2 * SOON_ENOUGH})
    having count(*) > 0
  `.execute(db)
}

/** Whether jobs of these tasks, or of all but these, have been ready for so many seconds without anybody taking one. */
export async function hasNeglected(db: Db, tasks: readonly string[], seconds: number): Promise<boolean> {
  const { rows } = await sql<{ neglected: boolean }>`
    select exists (
      select from graphile_worker.jobs
      where task_identifier = any(${tasks}::text[]) and locked_at is null and attempts < max_attempts
        and run_at < now() - make_interval(secs => ${seconds})
    ) as neglected
  `.execute(db)
  return rows[0]?.neglected ?? false
}
