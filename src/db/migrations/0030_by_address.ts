import { type Kysely, sql } from 'kysely'

/** People are sorted by address as fast as by name. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`create index record_by_key on record (workspace_id, type, key collate "und-x-icu", id)
    where gone_by is null`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
