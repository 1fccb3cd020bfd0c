import { type Kysely, sql } from 'kysely'

/** Names of the parameters that a visit’s link had and nobody read: what they said is not kept. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table visit add unread text[]`.execute(db)
  await sql`create index visit_unread on visit (form_id, arrived_at desc) where unread is not null`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
