import { type Kysely, sql } from 'kysely'

/** A rehearsal may be sent as somebody made up: the name of test values of its form. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table rehearsal add tried text`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
