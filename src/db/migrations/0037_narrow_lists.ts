import { type Kysely, type RawBuilder, sql } from 'kysely'

/**
 * A list is read from one narrow table: what its rows are sorted by, narrowed to and searched by stands side by side, so
 * that even the tens of thousands that hold a common word are sorted without looking at anything else. What changes by
 * itself, and often, stays apart: whose a record is, and how many it has of what.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  // The same word twice says nothing more, and what is in one case already is compared at a fifth of the cost.
  await sql`
    create function search_words(given text) returns text language sql immutable strict parallel safe as $$
      select coalesce(string_agg(distinct word, ' '), '') from string_to_table(lower(given), ' ') word $$`.execute(db)
  await sql`comment on function search_words is 'What a text is searched by: each of its words once, in lower case'`.execute(
    db,
  )
  await keepRecords(db)
  await keepOwnersAndCounts(db)
  await keepSubmissions(db)
  await followWhatGoes(db)
}

/**
 * A row goes with what it tells of. Whoever writes it is a trigger of that, so that asking each time whether it is there, as
 * a foreign key does, found nothing out and took half of what keeping a `listing` takes.
 */
async function followWhatGoes(db: Kysely<unknown>): Promise<void> {
  for (const [table, id, of] of [
    ['record_text', 'record_id', 'record'],
    ['listing', 'record_id', 'record'],
    ['submission_listing', 'submission_id', 'submission'],
  ] as const) {
    await sql`alter table ${sql.table(table)} drop constraint ${sql.ref(`${table}_${id}_fkey`)},
      drop constraint ${sql.ref(`${table}_workspace_id_fkey`)}`.execute(db)
    await sql`
      create function ${sql.ref(`drop_${table}`)}() returns trigger language plpgsql as $$
      begin
        delete from ${sql.table(table)} where ${sql.ref(id)} in (select id from gone);
        return null;
      end $$`.execute(db)
    await sql`create trigger ${sql.ref(`${table}_of_gone`)} after delete on ${sql.table(of)}
      referencing old table as gone for each statement execute function ${sql.ref(`drop_${table}`)}()`.execute(db)
  }
}

async function keepRecords(db: Kysely<unknown>): Promise<void> {
  await sql`drop index record_text_search`.execute(db)
  await sql`truncate record_text`.execute(db)
  await sql`
    alter table record_text
      add here boolean not null, add title text not null, add key text not null, add domain text not null,
      add person text not null, add company text not null, add at text not null, add numbers jsonb,
      add opened_at timestamptz not null, add changed_at timestamptz not null`.execute(db)
  await sql`comment on table record_text is 'What a record says: what lists sort it by, narrow it to, and search; kept by triggers'`.execute(
    db,
  )
  await sql`
    create or replace function keep_record_texts() returns trigger language plpgsql as $$
    declare
      touched uuid[];
      renamed uuid[];
    begin
      if tg_op = 'INSERT' then
        touched := array(select id from written union all select merged_into from written where merged_into is not null);
      else
        touched := array(
          select one.id from written one join before was on was.id = one.id
          where (one.title, one.key, one.domain, one."values", one.contact_id, one.company_id, one.gone_by is null, one.created_at, one.updated_at)
            is distinct from (was.title, was.key, was.domain, was."values", was.contact_id, was.company_id, was.gone_by is null, was.created_at, was.updated_at)
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
  await sql`drop index record_by_title, record_by_key, record_by_change`.execute(db)
  await sql`create index record_by_title on record_text (workspace_id, type, title collate "und-x-icu", record_id) where here`.execute(
    db,
  )
  await sql`create index record_by_change on record_text (workspace_id, type, changed_at desc, record_id desc) where here`.execute(
    db,
  )
  await sql`alter table listing drop person, drop company, drop at`.execute(db)
  for (const [name, type, column] of [
    ['contact_by_key', 'contact', 'key'],
    ['contact_by_company', 'contact', 'company'],
    ['company_by_domain', 'company', 'domain'],
    ['deal_by_person', 'deal', 'person'],
    ['deal_by_company', 'deal', 'company'],
    ['deal_by_stage', 'deal', 'at'],
    ['request_by_person', 'request', 'person'],
    ['request_by_company', 'request', 'company'],
    ['request_by_status', 'request', 'at'],
  ] as const)
    await sql`create index ${sql.ref(name)} on record_text (workspace_id, ${sql.ref(column)} collate "und-x-icu", record_id)
      where here and type = ${sql.lit(type)}`.execute(db)
  for (const type of ['deal', 'request'])
    await sql`create index ${sql.ref(`${type}_by_opening`)} on record_text (workspace_id, opened_at desc, record_id desc)
      where here and type = ${sql.lit(type)}`.execute(db)
  await sql`analyze record_text`.execute(db)
}

/** Writes what some records say. */
const tellRecords = (some: RawBuilder<unknown>) => sql`
        insert into record_text as kept (record_id, workspace_id, type, here, title, key, domain, person, company, at, numbers,
          opened_at, changed_at, text)
        select one.id, one.workspace_id, one.type, one.gone_by is null, one.title, one.key, coalesce(one.domain, ''),
          coalesce(person.title, ''), coalesce(house.title, ''),
          coalesce(one."values" ->> case one.type when 'deal' then 'stage' when 'request' then 'status' end, ''),
          case when one.type in ('deal', 'request') then
            (select jsonb_object_agg(key, value) from jsonb_each(one."values") where jsonb_typeof(value) = 'number') end,
          one.created_at, one.updated_at,
          search_words(concat_ws(' ', one.title, one.key, one.domain, values_text(one."values"),
            (select string_agg(part.title || ' ' || part.key, ' ' order by part.id) from record part where part.merged_into = one.id),
            person.title, person.key, house.title, house.domain))
        from record one
        left join record person on person.id = one.contact_id and person.gone_by is null
        left join record house on house.id = one.company_id and house.gone_by is null
        ${some}
        on conflict (record_id) do update set here = excluded.here, title = excluded.title, key = excluded.key,
          domain = excluded.domain, person = excluded.person, company = excluded.company, at = excluded.at,
          numbers = excluded.numbers, opened_at = excluded.opened_at, changed_at = excluded.changed_at, text = excluded.text
        where (kept.here, kept.title, kept.key, kept.domain, kept.person, kept.company, kept.at, kept.numbers, kept.opened_at, kept.changed_at, kept.text)
          is distinct from (excluded.here, excluded.title, excluded.key, excluded.domain, excluded.person, excluded.company,
            excluded.at, excluded.numbers, excluded.opened_at, excluded.changed_at, excluded.text)`

async function keepOwnersAndCounts(db: Kysely<unknown>): Promise<void> {
  // Who is quiet, and who there is at all, is told by an index alone.
  await sql`create index contact_by_last_sent on listing (workspace_id, last_sent_at, record_id) where type = 'contact'`.execute(
    db,
  )
  await sql`create index contact_here on record (workspace_id, id) where type = 'contact' and gone_by is null`.execute(
    db,
  )
  await sql`comment on table listing is 'Whose a record is by name, and how many it has of what; kept by triggers'`.execute(
    db,
  )
  await sql`
    create or replace function keep_listing() returns trigger language plpgsql as $$
    declare given uuid[];
    begin
      if tg_op = 'UPDATE' then
        given := array(select one.id from written one join before was on was.id = one.id
          where one.owner_id is distinct from was.owner_id);
        if cardinality(given) > 0 then
          update listing set owner = coalesce((select name from "user" where id = one.owner_id), '')
          from record one where one.id = any(given) and listing.record_id = one.id; end if;
        ${addCounts(sql`
            select company_id, type, 1 as n from written where company_id is not null and gone_by is null
            union all
            select company_id, type, -1 from before where company_id is not null and gone_by is null`)}
      else
        -- What a company has may have been counted before.
        insert into listing as kept (record_id, workspace_id, type, owner)
        select one.id, one.workspace_id, one.type, coalesce(u.name, '')
        from written one left join "user" u on u.id = one.owner_id
        on conflict (record_id) do update set owner = excluded.owner where kept.owner <> excluded.owner;
        ${addCounts(sql`select company_id, type, 1 as n from written where company_id is not null and gone_by is null`)}
      end if;
      return null;
    end $$`.execute(db)
}

/**
 * Adds to what companies have. One that is made by the same statement may not be listed yet: the trigger of what is
 * changed runs before that of what is new.
 */
const addCounts = (rows: RawBuilder<unknown>) => sql`
        insert into listing as kept (record_id, workspace_id, type, owner, people, deals, requests)
        select house.id, house.workspace_id, house.type, '', more.contact, more.deal, more.request
        from (
          select company_id, ${countBy('contact')}, ${countBy('deal')}, ${countBy('request')} from (${rows}) one
          group by company_id) more
        join record house on house.id = more.company_id
        where more.contact <> 0 or more.deal <> 0 or more.request <> 0
        on conflict (record_id) do update
          set people = kept.people + excluded.people, deals = kept.deals + excluded.deals,
            requests = kept.requests + excluded.requests;`

const countBy = (type: string) =>
  sql`coalesce(sum(n) filter (where type = ${sql.lit(type)}), 0)::int as ${sql.ref(type)}`

async function keepSubmissions(db: Kysely<unknown>): Promise<void> {
  // Of very many, the indexes are sooner made anew than changed row by row.
  await sql`drop index submission_by_who, submission_by_form, submission_text_search`.execute(db)
  await sql`truncate submission_listing`.execute(db)
  await sql`
    alter table submission_listing
      add form_id uuid not null, add state text not null, add is_test boolean not null, add is_binned boolean not null,
      add is_erased boolean not null, add is_settled boolean not null, add why text not null,
      add received_at timestamptz not null`.execute(db)
  await sql`comment on table submission_listing is 'What lists sort a submission by, narrow it to, and search; kept by triggers'`.execute(
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
    create or replace function keep_submission_notes() returns trigger language plpgsql as $$
    begin
      ${tellSubmissions(sql`submission one`, sql`where one.id in (select submission_id from touched)`)};
      return null;
    end $$`.execute(db)
  await sql`
    create or replace function keep_form_names() returns trigger language plpgsql as $$
    begin
      update submission_listing set form = new.name where workspace_id = new.workspace_id and form_id = new.id;
      return null;
    end $$`.execute(db)
  await tellSubmissions(sql`submission one`, sql`order by one.received_at`).execute(db)

  await sql`drop index submission_by_state, submission_failed, submission_spam, submission_spam_by_why, submission_binned,
    submission_test, submission_workspace_id_received_at_id_idx`.execute(db)
  for (const [name, key, some] of [
    ['submission_by_who', 'who collate "und-x-icu", submission_id', ''],
    ['submission_by_form', 'form collate "und-x-icu", submission_id', ''],
    ['submission_by_state', 'state collate "und-x-icu", submission_id', ''],
    ['submission_by_time', 'received_at desc, submission_id desc', ''],
    ['submission_of_form_by_time', 'form_id, received_at desc, submission_id desc', ''],
    ['submission_failed', 'received_at desc, submission_id desc', `where state = 'failed'`],
    ['submission_binned', 'received_at desc, submission_id desc', `where is_binned`],
    ['submission_test', 'received_at desc, submission_id desc', `where is_test`],
    ['submission_spam', 'received_at desc, submission_id desc', `where state = 'spam'`],
    ['submission_spam_by_why', 'why collate "und-x-icu", submission_id', `where state = 'spam'`],
  ] as const)
    await sql`create index ${sql.ref(name)} on submission_listing (workspace_id, ${sql.raw(key)}) ${sql.raw(some)}`.execute(
      db,
    )
  await sql`create index submission_text_search on submission_listing using gin (workspace_id, text gin_trgm_ops)
    with (gin_pending_list_limit = 65536) where text is not null`.execute(db)
  await sql`analyze submission_listing`.execute(db)
}

/** Writes what lists say and search of some submissions. What waits to be applied is not searched through the index. */
const tellSubmissions = (rows: RawBuilder<unknown>, some = sql``) => sql`
      insert into submission_listing as kept (submission_id, workspace_id, form_id, state, is_test, is_binned, is_erased,
        is_settled, why, received_at, who, form, text)
      select one.id, one.workspace_id, one.form_id, one.state, one.is_test, one.binned_at is not null,
        one.erased_by is not null, one.settled_at is not null, why_text(one.suspicions), one.received_at,
        coalesce(person.title, ''), form.name,
        case when one.state <> 'received' then search_words(concat_ws(' ', values_text(one."values"), person.title, person.key,
          (select string_agg(note.text, ' ' order by note.id) from submission_note note where note.submission_id = one.id))) end
      from ${rows}
      join form on form.id = one.form_id
      left join record person on person.id = one.contact_id and person.gone_by is null
      ${some}
      on conflict (submission_id) do update set state = excluded.state, is_test = excluded.is_test,
        is_binned = excluded.is_binned, is_erased = excluded.is_erased, is_settled = excluded.is_settled, why = excluded.why,
        received_at = excluded.received_at, who = excluded.who, form = excluded.form, text = excluded.text
      where (kept.state, kept.is_test, kept.is_binned, kept.is_erased, kept.is_settled, kept.why, kept.received_at, kept.who, kept.form, kept.text)
        is distinct from (excluded.state, excluded.is_test, excluded.is_binned, excluded.is_erased, excluded.is_settled,
          excluded.why, excluded.received_at, excluded.who, excluded.form, excluded.text)`

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
