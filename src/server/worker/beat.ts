import { sql } from 'kysely'
import type { Db } from '@/db/database'

/** A worker process that has not been heard of for this long is taken to be dead. */
const DEAD_AFTER_SECONDS = 10

/** Says that this process lives and in which names it locks jobs. */
export async function beat(db: Db, id: string, pools: readonly string[]): Promise<void> {
  await db
    .insertInto('worker_process')
    .values({ id, pools: [...pools] })
    .onConflict((conflict) => conflict.column('id').doUpdateSet({ pools: [...pools], beat_at: sql`now()` }))
    .execute()
}

/**
 * Gives the jobs of dead processes back to the queue. A process that was only slow finds its work done:
 * every job is safe to run twice.
 */
export async function freeJobsOfTheDead(db: Db): Promise<void> {
  await sql`
    with dead as (
      delete from worker_process
      where beat_at < now() - make_interval(secs => ${DEAD_AFTER_SECONDS})
      returning pools
    )
    select graphile_worker.force_unlock_workers(array_agg(pool))
    from dead, unnest(pools) pool having count(*) > 0
  `.execute(db)
}

export async function forgetProcess(db: Db, id: string): Promise<void> {
  await db.deleteFrom('worker_process').where('id', '=', id).execute()
}

/** How many worker processes have been heard of lately. */
export async function countWorkers(db: Db): Promise<number> {
  const { n } = await db
    .selectFrom('worker_process')
    .select((eb) => eb.fn.countAll<string>().as('n'))
    .where('beat_at', '>', sql<Date>`now() - make_interval(secs => ${DEAD_AFTER_SECONDS})`)
    .executeTakeFirstOrThrow()
  return Number(n)
}
