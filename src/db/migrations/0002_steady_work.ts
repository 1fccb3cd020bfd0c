import { type Kysely, sql } from 'kysely'

/**
 * What keeps work going and in order: arrival numbers, submissions that wait to be tried again, leases on
 * deliveries, workers that are judged by what they do, and event months that depend on no session's settings.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS.split(/;\n\n/)) await sql.raw(statement).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}

const STATEMENTS = `
alter table submission
  add column seq bigint generated always as identity,
  add column attempts integer not null default 0,
  add column next_at timestamptz;

create index submission_waiting on submission (workspace_id, seq) where state = 'received';

alter table record_change add column seq bigint generated always as identity;

create index record_lineage on record_change (record_id, seq desc);

alter table delivery
  add column lease_until timestamptz,
  add column form_id uuid,
  add column visitor text;

create index delivery_due on delivery ((coalesce(next_at, created_at))) where state = 'waiting';

create index delivery_to_visitor on delivery (form_id, visitor, settled_at) where visitor is not null;

alter table api_token add column withdrawn_at timestamptz;

alter table release add column replaced_at timestamptz;

update release set replaced_at = next.released_at from release next
where next.form_id = release.form_id and next.number = release.number + 1;

alter table worker_process
  add column submissions_at timestamptz,
  add column deliveries_at timestamptz;

create or replace function ensure_visit_event_month(month date) returns void language plpgsql as $$
declare
  first timestamptz := date_trunc('month', month::timestamp) at time zone 'UTC';
  next timestamptz := (date_trunc('month', month::timestamp) + interval '1 month') at time zone 'UTC';
  part text := 'visit_event_' || to_char(month, 'YYYY_MM');
begin
  if to_regclass(part) is not null then return; end if;
  perform pg_advisory_xact_lock(hashtextextended('visit_event months', 0));
  if to_regclass(part) is not null then return; end if;
  execute format('create table %I (like visit_event including all)', part);
  execute format(
    'with strays as (delete from visit_event_other where at >= %L and at < %L returning *) insert into %I select * from strays',
    first, next, part);
  execute format('alter table visit_event attach partition %I for values from (%L) to (%L)', part, first, next);
end
$$
`
