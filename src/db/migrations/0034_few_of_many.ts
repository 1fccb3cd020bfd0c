import { type Kysely, sql } from 'kysely'

/** The few submissions that are looked at on their own have indexes of their own: what failed, and spam by its reasons. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`create index submission_failed on submission (workspace_id, received_at desc, id desc)
    where state = 'failed'`.execute(db)
  // The database’s own function takes any array, and so promises less than it holds for texts.
  await sql`create function why_text(reasons text[]) returns text language sql immutable strict parallel safe as $$
    select array_to_string(reasons, ' ') $$`.execute(db)
  await sql`create index submission_spam_by_why on submission (workspace_id, why_text(suspicions) collate "und-x-icu", id)
    where state = 'spam'`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
