import { type Kysely, sql } from 'kysely'

/** The personal link that a visit came by: of each link it is told who opened it, and what came of it. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table visit add link_id uuid`.execute(db)
  await sql`create index visit_by_link on visit (link_id) where link_id is not null`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
