import { type Kysely, sql } from 'kysely'

/**
 * A time zone for each workspace; titles of records, by which lists are sorted; and text that lists are
 * searched by, through an index. What has not been applied or sent yet is left out of it: that would cost those
 * who wait for an answer, and there is little of it to look through. New rows wait in up to 64 MB of lists beside
 * the indexes, until a worker puts them where they belong.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS.split(/;\n\n/)) await sql.raw(statement).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}

const STATEMENTS = `
create extension if not exists pg_trgm;

create extension if not exists btree_gin;

alter table workspace add column time_zone text not null default 'UTC';

create function values_text(given jsonb) returns text language sql immutable strict parallel safe as $$
  select coalesce(string_agg(value #>> '{}', ' '), '')
  from jsonb_path_query(given, 'strict $.**') value where jsonb_typeof(value) in ('string', 'number')
$$;

alter table record add column title text not null default '';

update record set title = coalesce(nullif(trim(case type
  when 'contact' then coalesce("values" ->> 'first_name', '') || ' ' || coalesce("values" ->> 'last_name', '')
  when 'company' then "values" ->> 'name'
  else "values" ->> 'title' end), ''), key);

alter table record alter column title drop default;

alter table record add column search text not null
  generated always as (title || ' ' || key || ' ' || coalesce(domain, '') || ' ' || values_text("values")) stored;

create function delivery_text(given jsonb) returns text language sql immutable strict parallel safe as $$
  select coalesce(given ->> 'subject', '') || ' ' || coalesce(given ->> 'recipients', '') || ' '
    || coalesce(given ->> 'email', '') || ' ' || coalesce(given #>> '{event,data,person,email}', '')
$$;

create index record_search on record using gin (workspace_id, search gin_trgm_ops) with (gin_pending_list_limit = 65536);

create index submission_search on submission using gin (workspace_id, values_text("values") gin_trgm_ops) with (gin_pending_list_limit = 65536) where state <> 'received';

create index visit_search on visit using gin (workspace_id, values_text(answers) gin_trgm_ops) with (gin_pending_list_limit = 65536) where answers is not null and sent_at is null;

create index visit_left_by on visit (link_holder) where link_holder is not null and answers is not null and sent_at is null;

alter table form add column search text not null
  generated always as (name || ' ' || slug || ' ' || folder || ' ' || campaign) stored;

create index form_search on form using gin (workspace_id, search gin_trgm_ops) with (gin_pending_list_limit = 65536);

create index form_by_name on form (workspace_id, name collate "und-x-icu", id);

create index delivery_search on delivery using gin (workspace_id, delivery_text(body) gin_trgm_ops) with (gin_pending_list_limit = 65536) where state <> 'waiting';

create index record_by_title on record (workspace_id, type, title collate "und-x-icu", id)
`
