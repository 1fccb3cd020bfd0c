import { sql } from 'kysely'
import type { Db } from '@/db/database'

/**
 * Settles what was to go out more than so many days ago, a moment after it was planned: a company whose history is
 * made has written its letters when they were due. What is newer really goes out, to the Bench, once a worker runs.
 */
export async function settleHistory(db: Db, days: number): Promise<void> {
  await sql`
    update delivery set state = 'delivered', attempts = 1, settled_at = created_at + interval '2 seconds'
    where state = 'waiting' and created_at < now() - make_interval(days => ${days})
  `.execute(db)
}
