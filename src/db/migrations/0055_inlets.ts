import { type Kysely, sql } from 'kysely'

/** Addresses that take submissions from forms built elsewhere, and what came to them. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table inlet (
      id uuid primary key default gen_random_uuid(),
      workspace_id uuid not null references workspace (id),
      form_id uuid not null,
      name text not null,
      title text not null,
      settings jsonb not null,
      -- What whoever sends signs with (Standard Webhooks), sealed; null where nobody does.
      secret bytea,
      made_at timestamptz not null default now(),
      foreign key (workspace_id, form_id) references form (workspace_id, id),
      unique (form_id, name)
    )`.execute(db)
  await sql`
    create table inlet_post (
      id uuid primary key,
      seq bigint generated always as identity,
      inlet_id uuid not null references inlet (id) on delete cascade,
      workspace_id uuid not null,
      -- The same for what is the same, sent twice; and what was sent with it.
      key text not null,
      digest text not null,
      state text not null default 'waiting' check (state in ('waiting', 'taken', 'held')),
      -- What came, as the form elsewhere calls it; once it is taken, what nobody had said anything of.
      came jsonb not null,
      -- What the request told beside it: page, parameters, languages.
      told jsonb not null,
      -- The visit that it is of, which sends once.
      visit_id uuid not null,
      is_test boolean not null default false,
      -- What is wrong with one that is held.
      wrong jsonb not null default '[]',
      submission_id uuid,
      received_at timestamptz not null default clock_timestamp(),
      unique (inlet_id, key)
    )`.execute(db)
  await sql`create index inlet_post_order on inlet_post (inlet_id, seq)`.execute(db)
  await sql`create index inlet_post_waiting on inlet_post (inlet_id, seq) where state = 'waiting'`.execute(db)
  await sql`create index inlet_post_held on inlet_post (inlet_id) where state = 'held'`.execute(db)
  await sql`create index inlet_post_workspace on inlet_post (workspace_id)`.execute(db)
  // What came with a post is no file that was left: it waits with it.
  await sql`alter table file add column inlet_post_id uuid references inlet_post (id) on delete set null`.execute(db)
  await sql`create index file_inlet_post on file (inlet_post_id) where inlet_post_id is not null`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
