import { sql } from 'kysely'
import type { Runner } from '../database'

/**
 * Takes the locks of these names, in one order so that no two transactions wait for each other, and tells
 * the moment they were had, by the database's clock: the only one that decides anything.
 */
export async function lockNames(db: Runner, names: readonly string[]): Promise<Date> {
  const { rows } = await sql<{ now: Date }>`
    select clock_timestamp() as now from (
      select count(pg_advisory_xact_lock(key)) from (
        select distinct hashtextextended(name, 0) as key from unnest(${names}::text[]) name order by 1
      ) keys
    ) locked
  `.execute(db)
  return rows[0]?.now ?? missingClock()
}

/** The time by the database's clock. */
export async function readClock(db: Runner): Promise<Date> {
  const { rows } = await sql<{ now: Date }>`select clock_timestamp() as now`.execute(db)
  return rows[0]?.now ?? missingClock()
}

function missingClock(): never {
  throw new Error('The database told no time')
}
