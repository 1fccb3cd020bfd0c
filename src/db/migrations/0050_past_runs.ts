import { type Kysely, sql } from 'kysely'

/** What past arrivals would meet: the latest run of a form’s arrivals through its draft, and which would meet something else. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table past_run (
      id uuid primary key,
      workspace_id uuid not null references workspace (id),
      form_id uuid not null,
      -- What they are run through, and beside what.
      draft jsonb not null,
      draft_revision integer not null,
      release_id uuid not null,
      state text not null default 'running' check (state in ('running', 'stopped', 'done')),
      -- How many there are, and how many of them it goes through at most.
      "all" integer not null,
      "of" integer not null,
      done integer not null default 0,
      -- The last that it has gone through, on the way from the latest on.
      last_at timestamptz not null,
      last_id uuid,
      asked jsonb not null default '{}',
      error text,
      who text not null,
      begun_at timestamptz not null default now(),
      unique (form_id),
      foreign key (workspace_id, form_id) references form (workspace_id, id)
    )`.execute(db)
  await sql`
    create table past_run_met (
      run_id uuid not null references past_run (id) on delete cascade,
      submission_id uuid not null,
      met text not null check (met in ('refused', 'otherwise')),
      primary key (run_id, submission_id)
    )`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
