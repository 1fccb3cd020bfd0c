import { type Kysely, sql } from 'kysely'

/** Browsers that know somebody again, since they wished it; visits say by which of them it was known whose they are. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table remembered_browser (
      workspace_id uuid not null references workspace (id),
      id uuid not null,
      contact_id uuid not null,
      form_id uuid not null,
      created_at timestamptz not null default now(),
      expires_at timestamptz not null,
      withdrawn_at timestamptz,
      -- Whether somebody in it said that they are not this person.
      by_visitor boolean not null default false,
      primary key (workspace_id, id),
      foreign key (workspace_id, contact_id) references record (workspace_id, id),
      foreign key (workspace_id, form_id) references form (workspace_id, id)
    )`.execute(db)
  await sql`create index on remembered_browser (contact_id)`.execute(db)
  await sql`alter table rehearsal add remembered boolean not null default false`.execute(db)
  await sql`alter table visit add browser_id uuid`.execute(db)
  await sql`create index visit_by_browser on visit (browser_id) where browser_id is not null`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
