import { type Kysely, sql } from 'kysely'

/** In which language and region a submission's visitor was spoken to (BCP 47). */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(`alter table submission add column locale text`).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
