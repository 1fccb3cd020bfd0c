import { type Kysely, sql } from 'kysely'

/** Sites that a workspace lets its visitors be sent on to. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(`alter table workspace add column sites text[] not null default '{}'`).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
