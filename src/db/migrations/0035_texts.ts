import { type Kysely, type RawBuilder, sql } from 'kysely'

/**
 * What a record or a submission is searched by is one narrow text beside it, with the names of whom it belongs to: each
 * row of a list can be told by it alone, and all that hold a word are found through one index. The database keeps it,
 * whoever writes.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  await keepTextsOfRecords(db)
  await keepTextsOfSubmissions(db)
}

async function keepTextsOfRecords(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table record_text (
      record_id uuid primary key references record on delete cascade,
      workspace_id uuid not null references workspace on delete cascade,
      type text not null,
      text text not null
    )`.execute(db)
  await sql`comment on table record_text is 'What a record is searched by, the names of whom it belongs to included; kept by triggers'`.execute(
    db,
  )
  await sql`
    create function keep_record_texts() returns trigger language plpgsql as $$
    declare
      touched uuid[];
      renamed uuid[];
    begin
      if tg_op = 'INSERT' then
        touched := array(select id from written union all select merged_into from written where merged_into is not null);
      else
        touched := array(
          select one.id from written one join before was on was.id = one.id
          where (one.title, one.key, one.domain, one."values", one.contact_id, one.company_id)
            is distinct from (was.title, was.key, was.domain, was."values", was.contact_id, was.company_id)
          -- What was merged is found by what it was called before; what is parted again no more.
          union all select stands from written one join before was on was.id = one.id,
            unnest(array[one.merged_into, was.merged_into]) stands
            where one.merged_into is distinct from was.merged_into and stands is not null);
        renamed := array(
          select one.id from written one join before was on was.id = one.id
          where (one.title, one.key, one.domain, one.gone_by is null) is distinct from (was.title, was.key, was.domain, was.gone_by is null));
        -- Whoever is called otherwise now, or is gone, or back, is so wherever they are named.
        if cardinality(renamed) > 0 then touched := touched || array(
          select id from record where company_id = any(renamed)
          union all select id from record where contact_id = any(renamed)
          union all select merged_into from record where id = any(renamed) and merged_into is not null); end if;
      end if;
      if cardinality(touched) > 0 then ${tellRecords(sql`where one.id = any(touched)`)}; end if;
      return null;
    end $$`.execute(db)
  // What was written together lies together, and is read so.
  await tellRecords(sql`order by one.created_at`).execute(db)
  await sql`create index record_text_search on record_text using gin (workspace_id, type, text gin_trgm_ops)
    with (gin_pending_list_limit = 65536)`.execute(db)
  await sql`create trigger texts_of_new after insert on record
    referencing new table as written for each statement execute function keep_record_texts()`.execute(db)
  await sql`create trigger texts_of_changed after update on record
    referencing old table as before new table as written for each statement execute function keep_record_texts()`.execute(
    db,
  )
  await sql`alter table record drop column search`.execute(db)
  // Lists are of those that are there: which of them comes next is told by the index alone.
  await sql`drop index record_by_title`.execute(db)
  await sql`create index record_by_title on record (workspace_id, type, title collate "und-x-icu", id)
    where gone_by is null`.execute(db)
  await sql`analyze record_text`.execute(db)
}

/** Writes what some records are searched by. */
const tellRecords = (some: RawBuilder<unknown>) => sql`
        insert into record_text as kept (record_id, workspace_id, type, text)
        select one.id, one.workspace_id, one.type, concat_ws(' ', one.title, one.key, one.domain, values_text(one."values"),
          (select string_agg(part.title || ' ' || part.key, ' ' order by part.id) from record part where part.merged_into = one.id),
          person.title, person.key, house.title, house.domain)
        from record one
        left join record person on person.id = one.contact_id and person.gone_by is null
        left join record house on house.id = one.company_id and house.gone_by is null
        ${some}
        on conflict (record_id) do update set text = excluded.text where kept.text <> excluded.text`

async function keepTextsOfSubmissions(db: Kysely<unknown>): Promise<void> {
  await sql`alter table submission_listing add text text`.execute(db)
  await sql`comment on column submission_listing.text is 'What it is searched by: its answers, its notes, who sent it; null until it is applied'`.execute(
    db,
  )
  await sql`
    create or replace function keep_submission_listing() returns trigger language plpgsql as $$
    begin
      ${tellSubmissions(sql`written one`)};
      return null;
    end $$`.execute(db)
  await sql`
    create or replace function keep_senders() returns trigger language plpgsql as $$
    declare renamed uuid[];
    begin
      renamed := array(select person.id from written person join before on before.id = person.id
        where person.type = 'contact' and (person.title, person.key, person.gone_by is null)
          is distinct from (before.title, before.key, before.gone_by is null));
      if cardinality(renamed) > 0 then ${tellSubmissions(sql`submission one`, sql`where one.contact_id = any(renamed)`)}; end if;
      return null;
    end $$`.execute(db)
  await sql`
    create function keep_submission_notes() returns trigger language plpgsql as $$
    begin
      ${tellSubmissions(sql`submission one`, sql`where one.id in (select submission_id from touched)`)};
      return null;
    end $$`.execute(db)
  for (const [what, when, rows] of [
    ['new', 'insert', 'new'],
    ['changed', 'update', 'new'],
    ['gone', 'delete', 'old'],
  ] as const)
    await sql`create trigger ${sql.ref(`text_of_${what}_note`)} after ${sql.raw(when)} on submission_note
      referencing ${sql.raw(rows)} table as touched for each statement execute function keep_submission_notes()`.execute(
      db,
    )

  // Of very many, the indexes are sooner made anew than changed row by row.
  await sql`drop index submission_by_who, submission_by_form, submission_search`.execute(db)
  await tellSubmissions(sql`submission one`, sql`order by one.received_at`).execute(db)
  await sql`create index submission_by_who on submission_listing (workspace_id, who collate "und-x-icu", submission_id)`.execute(
    db,
  )
  await sql`create index submission_by_form on submission_listing (workspace_id, form collate "und-x-icu", submission_id)`.execute(
    db,
  )
  await sql`create index submission_text_search on submission_listing using gin (workspace_id, text gin_trgm_ops)
    with (gin_pending_list_limit = 65536) where text is not null`.execute(db)
  await sql`analyze submission_listing`.execute(db)
}

/** Writes what lists say and search of some submissions. What waits to be applied is not searched through the index. */
const tellSubmissions = (rows: RawBuilder<unknown>, some = sql``) => sql`
      insert into submission_listing as kept (submission_id, workspace_id, who, form, text)
      select one.id, one.workspace_id, coalesce(person.title, ''), form.name,
        case when one.state <> 'received' then concat_ws(' ', values_text(one."values"), person.title, person.key,
          (select string_agg(note.text, ' ' order by note.id) from submission_note note where note.submission_id = one.id)) end
      from ${rows}
      join form on form.id = one.form_id
      left join record person on person.id = one.contact_id and person.gone_by is null
      ${some}
      on conflict (submission_id) do update set who = excluded.who, form = excluded.form, text = excluded.text
        where (kept.who, kept.form, kept.text) is distinct from (excluded.who, excluded.form, excluded.text)`

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
