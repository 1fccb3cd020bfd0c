import { type Kysely, sql } from 'kysely'

/**
 * Personal links for many people at once. What came of links that are removed stays with their sheet. Visits tell
 * whether they were their browser’s first by a link, so that of each it is told in how many it was opened.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table link_sheet (
      id uuid primary key,
      workspace_id uuid not null references workspace (id),
      form_id uuid not null,
      title text not null,
      -- Whose links they are, in words.
      chosen text not null,
      -- What the secrets of its links are drawn from, sealed; none once they must not be told again.
      seed bytea,
      state text not null check (state in ('making', 'made', 'stopped', 'withdrawn')),
      adds boolean not null,
      days integer not null,
      "of" integer not null default 0,
      linked integer not null default 0,
      added integer not null default 0,
      unknown integer not null default 0,
      columns text[] not null,
      pattern text not null,
      mark text not null default '',
      error text,
      -- What came of its links that are there no more.
      past_opened integer not null default 0,
      past_begun integer not null default 0,
      past_sent integer not null default 0,
      past_by_others integer not null default 0,
      member_id text,
      token_id uuid,
      who text not null,
      created_at timestamptz not null default now(),
      changed_at timestamptz not null default now(),
      unique (workspace_id, id),
      foreign key (workspace_id, form_id) references form (workspace_id, id)
    )`.execute(db)
  await sql`create index on link_sheet (workspace_id, created_at desc)`.execute(db)
  await sql`
    create table link_sheet_row (
      sheet_id uuid not null references link_sheet (id) on delete cascade,
      n integer not null,
      contact_id uuid,
      -- An address that nobody has.
      email text,
      primary key (sheet_id, n)
    )`.execute(db)
  await sql`create index on link_sheet_row (email) where email is not null`.execute(db)
  await sql`comment on table link_sheet_row is 'People whom a sheet has no link for yet, and addresses that nobody has'`.execute(
    db,
  )
  await sql`alter table personal_link add sheet_id uuid, add n integer`.execute(db)
  await sql`alter table personal_link add foreign key (workspace_id, sheet_id) references link_sheet (workspace_id, id)`.execute(
    db,
  )
  await sql`create unique index personal_link_of_sheet on personal_link (sheet_id, n) where sheet_id is not null`.execute(
    db,
  )
  await sql`create index personal_link_of_contact on personal_link (contact_id)`.execute(db)
  await sql`alter table visit add new_browser boolean not null default false`.execute(db)
  await sql`
    create function keep_link_use() returns trigger language plpgsql as $$
    begin
      update link_sheet sheet set past_opened = past_opened + told.opened, past_begun = past_begun + told.begun,
        past_sent = past_sent + told.sent, past_by_others = past_by_others + told.by_others
      from (
        select sheet_id, count(*) as opened, count(*) filter (where begun) as begun, count(*) filter (where sent) as sent,
          count(*) filter (where by_others) as by_others
        from (
          select gone.sheet_id, bool_or(visit.began_at is not null) as begun, bool_or(visit.sent_at is not null) as sent,
            bool_or(sent.contact_id <> gone.contact_id) as by_others
          from gone join visit on visit.link_id = gone.id and not visit.is_test
          left join submission sent on sent.form_id = visit.form_id and sent.visit_id = visit.id
          where gone.sheet_id is not null group by gone.sheet_id, gone.id) each_link
        group by sheet_id) told
      where sheet.id = told.sheet_id;
      return null;
    end $$`.execute(db)
  await sql`create trigger keep_link_use after delete on personal_link referencing old table as gone
    for each statement execute function keep_link_use()`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
