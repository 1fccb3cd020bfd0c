import { type Kysely, sql } from 'kysely'

/** Lists that are confirmed by mail; whom was asked to; and how everybody agreed to be on a list, as evidence. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table list add column confirm jsonb`.execute(db)
  await sql`
    create table list_pending (
      workspace_id uuid not null,
      contact_id uuid not null,
      ask_id uuid not null,
      list text not null,
      wording text not null,
      address text not null,
      locale text,
      submission_id uuid,
      cause_id uuid not null,
      asked_at timestamptz not null,
      primary key (contact_id, ask_id, list),
      foreign key (workspace_id, contact_id) references record (workspace_id, id),
      foreign key (workspace_id, list) references list (workspace_id, name)
    )`.execute(db)
  await sql`create index list_pending_asked on list_pending (ask_id)`.execute(db)
  await sql`create index list_pending_of_submission on list_pending (submission_id)`.execute(db)
  await sql`create index list_pending_of_list on list_pending (workspace_id, list, asked_at desc)`.execute(db)
  await sql`
    create table list_consent (
      workspace_id uuid not null,
      contact_id uuid not null,
      list text not null,
      cause_id uuid not null,
      wording text not null,
      address text,
      proven text,
      origin text,
      submission_id uuid,
      form_id uuid,
      release integer,
      asked_at timestamptz,
      given_at timestamptz not null,
      primary key (contact_id, list, cause_id),
      foreign key (workspace_id, contact_id) references record (workspace_id, id),
      foreign key (workspace_id, list) references list (workspace_id, name)
    )`.execute(db)
  await sql`create index list_consent_of_list on list_consent (workspace_id, list, given_at)`.execute(db)
  // What is known of consents of before: not the address, nor how it was shown to be theirs.
  await sql`
    insert into list_consent (workspace_id, contact_id, list, cause_id, wording, submission_id, form_id, release, given_at)
    select m.workspace_id, m.contact_id, m.list, m.cause_id, m.wording, submission.id, submission.form_id,
      release.number, m.joined_at
    from list_membership m
    left join submission on submission.id = m.cause_id
    left join release on release.id = submission.release_id
    where m.cause_id is not null
    on conflict do nothing`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
