import { type Kysely, sql } from 'kysely'

/** One thing that is done to many records, some at a time. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table errand (
      id uuid primary key,
      workspace_id uuid not null references workspace,
      type text not null check (type in ('contact', 'company', 'deal', 'request')),
      errand jsonb not null,
      state text not null check (state in ('doing', 'stopped', 'done', 'parting', 'parted')),
      "of" integer not null,
      place integer not null default 0,
      last_id uuid,
      changed integer not null default 0,
      error text,
      put_back_by uuid,
      parts_companies boolean not null default false,
      left_over jsonb not null default '{}',
      member_id text references "user" ("id") on delete set null,
      token_id uuid references api_token on delete set null,
      who text not null,
      created_at timestamptz not null default now(),
      changed_at timestamptz not null default now(),
      unique (workspace_id, id)
    )`.execute(db)
  await sql`
    create table errand_record (
      errand_id uuid not null references errand (id) on delete cascade,
      record_id uuid not null,
      primary key (errand_id, record_id)
    )`.execute(db)
  await sql`comment on table errand is 'One thing done to many records; what it does has its id as its cause'`.execute(
    db,
  )
  await sql`comment on table errand_record is 'The records that it is still to be done to'`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
