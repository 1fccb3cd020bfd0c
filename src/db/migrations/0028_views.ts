import { type Kysely, sql } from 'kysely'

/** How a member likes to see a list. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table list_view (
      workspace_id uuid not null references workspace,
      user_id text not null references "user" ("id") on delete cascade,
      list text not null,
      columns jsonb not null,
      primary key (workspace_id, user_id, list)
    )`.execute(db)
  await sql`comment on table list_view is 'Which columns of a list a member sees, in which order, how wide'`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
