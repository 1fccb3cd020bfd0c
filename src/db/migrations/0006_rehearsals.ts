import { type Kysely, sql } from 'kysely'

/** Answers that are kept with a form, to be run through its draft before each release. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS.split(/;\n\n/)) await sql.raw(statement).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}

const STATEMENTS = `
create table rehearsal (
  id uuid primary key,
  workspace_id uuid not null references workspace,
  form_id uuid not null,
  title text not null,
  values jsonb not null,
  contact uuid,
  kept_by text references "user" ("id"),
  kept_at timestamptz not null default now(),
  foreign key (workspace_id, form_id) references form (workspace_id, id),
  foreign key (workspace_id, contact) references record (workspace_id, id)
);

create index rehearsal_of_form on rehearsal (form_id, kept_at)
`
