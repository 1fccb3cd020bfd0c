import { type Kysely, sql } from 'kysely'

/**
 * A form may be closed, put away or deleted, and keeps every address it ever had: one table holds them all, so
 * that an address somebody wrote down never leads to another form.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS.split(/;\n\n/)) await sql.raw(statement).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}

const STATEMENTS = `
create table form_address (
  slug text primary key,
  workspace_id uuid not null,
  form_id uuid not null,
  since timestamptz not null default now(),
  foreign key (workspace_id, form_id) references form (workspace_id, id) on delete cascade
);

create index on form_address (form_id);

insert into form_address (slug, workspace_id, form_id, since) select slug, workspace_id, id, created_at from form;

alter table form
  add column state text not null default 'open' check (state in ('open', 'closed', 'archived', 'deleted')),
  add column state_since timestamptz not null default now(),
  add column closed_words text not null default ''
`
