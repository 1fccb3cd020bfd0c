import { type Kysely, sql } from 'kysely'

/** Files that visitors send, and pictures that forms show; what is in them lies in a store of its own. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS.split(/;\n\n/)) await sql.raw(statement).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}

const STATEMENTS = `
create table file (
  id uuid primary key,
  workspace_id uuid not null references workspace,
  form_id uuid not null,
  visit_id uuid not null,
  question text not null,
  name text not null,
  bytes integer not null,
  type text,
  submission_id uuid,
  gone boolean not null default false,
  begun_at timestamptz not null default now(),
  touched_at timestamptz not null default now(),
  whole_at timestamptz,
  held_by uuid,
  held_until timestamptz,
  foreign key (workspace_id, form_id) references form (workspace_id, id),
  foreign key (workspace_id, submission_id) references submission (workspace_id, id)
);

create index file_unsent on file (form_id, visit_id) where submission_id is null;

create index file_left on file (touched_at) where submission_id is null;

create index file_of_submission on file (submission_id) where submission_id is not null;

create table picture (
  id uuid primary key,
  workspace_id uuid not null references workspace,
  name text not null,
  width integer not null,
  height integer not null,
  made_at timestamptz not null default now(),
  unique (workspace_id, id)
)
`
