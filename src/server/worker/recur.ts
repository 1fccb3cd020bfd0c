import { sql } from 'kysely'
import { asJson, type Db } from '@/db/database'
import type { Job } from './jobs/job'

/**
 * Queues what is due again: each job once for each span that is as long as its `every`, counted from the epoch by the
 * database's clock. Whoever asks first queues it, so any number of workers may ask as often as they like; where none
 * was there for a while, it is due once. A clock that is put back queues nothing twice.
 */
export async function queueRecurring(db: Db, jobs: readonly Job[]): Promise<void> {
  const wanted = jobs.flatMap(({ name: job, every }) => (every === undefined ? [] : [{ job, every }]))
  await sql`
    with now as (
      select job, floor(extract(epoch from now()) / every)::bigint as span
      from jsonb_to_recordset(${asJson(wanted)}::jsonb) as wanted(job text, every int)
    ), due as (
      insert into recurrence as known (job, span)
      select job, span from now
      where not exists (select from recurrence before where before.job = now.job and before.span >= now.span)
      order by job
      on conflict (job) do update set span = excluded.span where known.span < excluded.span
      returning job
    )
    select graphile_worker.add_job(job, job_key := 'again:' || job) from due
  `.execute(db)
}
