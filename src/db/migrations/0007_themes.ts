import { type Kysely, sql } from 'kysely'

/** Looks that a workspace made for itself; forms name the one they use. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table theme (
  workspace_id uuid not null references workspace,
  name text not null,
  title text not null,
  look jsonb not null,
  changed_at timestamptz not null default now(),
  primary key (workspace_id, name)
)
`,
    )
    .execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
