import { type Kysely, sql } from 'kysely'

/** People who fit a condition, kept under a name. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table segment (
      workspace_id uuid not null references workspace,
      name text not null,
      title text not null,
      condition jsonb not null,
      changed_by text not null,
      changed_at timestamptz not null default now(),
      primary key (workspace_id, name)
    )`.execute(db)
  await sql`comment on table segment is 'People who fit a condition'`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
