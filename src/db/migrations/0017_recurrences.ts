import { type Kysely, sql } from 'kysely'

/** What is due again and again is due once for each span of time, by this clock. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(STATEMENT).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}

const STATEMENT = `
create table recurrence (
  job text primary key,
  span bigint not null
)
`
