import { type Kysely, sql } from 'kysely'

/** What of a form is to be released at a moment that somebody set, as it was when they did. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table planned_release (
      form_id uuid primary key,
      workspace_id uuid not null references workspace (id),
      definition jsonb not null,
      draft_revision integer not null,
      at timestamptz not null,
      -- The member or program that planned it.
      doer jsonb not null,
      planned_at timestamptz not null default now(),
      -- Why it was not made once its moment had come; null where it is to come.
      refused jsonb,
      foreign key (workspace_id, form_id) references form (workspace_id, id)
    )`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
