import { type Kysely, sql } from 'kysely'

/** Submissions can be put into the bin, where they count nowhere, and have notes. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table submission add binned_at timestamptz, add binned_by text`.execute(db)
  await sql`comment on column submission.binned_at is 'When it was put into the bin: it counts nowhere until it is restored'`.execute(
    db,
  )
  await sql`create index submission_binned on submission (workspace_id, received_at desc, id desc)
    where binned_at is not null`.execute(db)
  // Who sent which form, and when, is told without the submissions themselves: not of what is in the bin.
  await sql`drop index submission_contact_id_received_at_idx`.execute(db)
  await sql`create index submission_of_contact on submission (contact_id, received_at desc)
    include (form_id, state, binned_at) where contact_id is not null`.execute(db)
  await sql`
    create table submission_note (
      id uuid primary key,
      workspace_id uuid not null,
      submission_id uuid not null,
      text text not null,
      who text not null,
      written_at timestamptz not null default now(),
      foreign key (workspace_id, submission_id) references submission (workspace_id, id)
    )`.execute(db)
  await sql`create index on submission_note (submission_id, written_at desc)`.execute(db)
  await sql`create index submission_note_search on submission_note using gin (workspace_id, text gin_trgm_ops)`.execute(
    db,
  )
  await sql`comment on table submission_note is 'What colleagues should know of a submission'`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
