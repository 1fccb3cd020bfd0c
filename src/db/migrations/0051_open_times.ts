import { type Kysely, sql } from 'kysely'

/** From when to when a form takes answers, how many it takes, and what visitors read before. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table form
      add column opens_at timestamptz,
      add column closes_at timestamptz,
      add column closes_after integer check (closes_after > 0),
      add column before_words text not null default ''`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
