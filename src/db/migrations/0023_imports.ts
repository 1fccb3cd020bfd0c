import { type Kysely, sql } from 'kysely'

/** Files of people that are brought in: what was read of them, what comes of each row, and how far that is. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table import (
      id uuid primary key,
      workspace_id uuid not null references workspace (id),
      name text not null,
      state text not null check (state in
        ('reading', 'mapping', 'checking', 'ready', 'bringing', 'stopped', 'done', 'parting', 'parted', 'failed')),
      kind text not null check (kind in ('csv', 'xlsx', 'vcard')),
      encoding text,
      separator text,
      columns jsonb not null default '[]',
      plan jsonb,
      rows integer not null default 0,
      -- The last row that the step under way has gone past.
      place integer not null default 0,
      counts jsonb not null default '{}',
      error text,
      -- Of what puts it back: the last record that was gone past, and what was left and why.
      parted_to uuid,
      parts_companies boolean not null default false,
      put_back_by uuid,
      left_over jsonb not null default '{}',
      member_id text,
      token_id uuid,
      who text not null,
      created_at timestamptz not null default now(),
      changed_at timestamptz not null default now(),
      unique (workspace_id, id)
    )`.execute(db)
  // What one cause did is gone through record by record.
  await sql`drop index change_by_cause`.execute(db)
  await sql`create index change_by_cause on record_change (cause_id, record_id)`.execute(db)
  await sql`create index on import (workspace_id, created_at desc)`.execute(db)
  await sql`
    create table import_row (
      import_id uuid not null references import (id) on delete cascade,
      n integer not null,
      cells jsonb not null,
      email text,
      "is" text,
      told jsonb,
      primary key (import_id, n)
    )`.execute(db)
  await sql`create index on import_row (import_id, email) where email is not null`.execute(db)
  await sql`create index on import_row (import_id, "is", n)`.execute(db)
  await sql`comment on table import is 'Files of people that are brought in; what one does has its id as its cause'`.execute(
    db,
  )
  await sql`comment on table import_row is 'Rows of a file that is brought in, and what comes of each'`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
