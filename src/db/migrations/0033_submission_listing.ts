import { type Kysely, sql } from 'kysely'

/**
 * What the list of submissions is sorted by that stands elsewhere is kept beside each, as it is beside records: who sent
 * it, and the name of its form. How far one is stands in itself, and has an index.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table submission_listing (
      submission_id uuid primary key references submission on delete cascade,
      workspace_id uuid not null references workspace on delete cascade,
      who text not null,
      form text not null
    )`.execute(db)
  await sql`comment on table submission_listing is 'What lists sort a submission by that stands elsewhere; kept by triggers'`.execute(
    db,
  )

  await sql`
    create function keep_submission_listing() returns trigger language plpgsql as $$
    begin
      insert into submission_listing as kept (submission_id, workspace_id, who, form)
      select one.id, one.workspace_id, coalesce(person.title, ''), form.name
      from written one
      join form on form.id = one.form_id
      left join record person on person.id = one.contact_id and person.gone_by is null
      on conflict (submission_id) do update set who = excluded.who, form = excluded.form
        where (kept.who, kept.form) is distinct from (excluded.who, excluded.form);
      return null;
    end $$`.execute(db)
  await sql`create trigger submission_listing_of_new after insert on submission
    referencing new table as written for each statement execute function keep_submission_listing()`.execute(db)
  await sql`create trigger submission_listing_of_changed after update on submission
    referencing new table as written for each statement execute function keep_submission_listing()`.execute(db)

  // Whoever is called otherwise now, or is gone, or back, is so wherever they sent something.
  await sql`
    create function keep_senders() returns trigger language plpgsql as $$
    begin
      update submission_listing set who = case when person.gone_by is null then person.title else '' end
      from written person join before on before.id = person.id, submission
      where person.type = 'contact' and submission.contact_id = person.id and submission_id = submission.id
        and (person.title, person.gone_by is null) is distinct from (before.title, before.gone_by is null);
      return null;
    end $$`.execute(db)
  await sql`create trigger senders_of_changed after update on record
    referencing old table as before new table as written for each statement execute function keep_senders()`.execute(db)
  await sql`
    create function keep_form_names() returns trigger language plpgsql as $$
    begin
      update submission_listing set form = new.name from submission
      where submission.form_id = new.id and submission_id = submission.id;
      return null;
    end $$`.execute(db)
  await sql`create trigger form_of_listing after update of name on form
    for each row when (old.name is distinct from new.name) execute function keep_form_names()`.execute(db)

  await sql`
    insert into submission_listing (submission_id, workspace_id, who, form)
    select one.id, one.workspace_id, coalesce(person.title, ''), form.name
    from submission one
    join form on form.id = one.form_id
    left join record person on person.id = one.contact_id and person.gone_by is null`.execute(db)
  await sql`create index submission_by_who on submission_listing (workspace_id, who collate "und-x-icu", submission_id)`.execute(
    db,
  )
  await sql`create index submission_by_form on submission_listing (workspace_id, form collate "und-x-icu", submission_id)`.execute(
    db,
  )
  await sql`create index submission_by_state on submission (workspace_id, state collate "und-x-icu", id)`.execute(db)
  await sql`analyze submission_listing`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
