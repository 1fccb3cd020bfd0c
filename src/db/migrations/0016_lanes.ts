import { type Kysely, sql } from 'kysely'

/** Deliveries go out lane by lane, in turn; a lane whose other end is in trouble rests. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS.split(/;\n\n/)) await sql.raw(statement).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}

const STATEMENTS = `
create table lane_trouble (
  workspace_id uuid not null references workspace on delete cascade,
  connection text not null,
  failures integer not null,
  deliveries uuid[] not null,
  rests integer not null default 0,
  since timestamptz not null,
  rests_until timestamptz,
  error text not null,
  primary key (workspace_id, connection)
);

comment on column lane_trouble.connection is 'Empty for the installation''s own mail server';

comment on column lane_trouble.failures is 'Tries in a row that came to nothing, those apart that were made while it rested';

comment on column lane_trouble.deliveries is 'The first few of which that was so, each once: one bad delivery is not the lane''s trouble';

create index delivery_lane on delivery (workspace_id, coalesce(connection, ''), coalesce(next_at, created_at)) where state = 'waiting';

create index delivery_held on delivery (workspace_id, coalesce(connection, ''), lease_until) where state = 'waiting' and lease_until is not null;

-- Each delivery had a job of its own; what is due is found by its lane now.
do $$ begin
  if to_regclass('graphile_worker._private_jobs') is not null then
    delete from graphile_worker._private_jobs
    where task_id in (select id from graphile_worker._private_tasks where identifier = 'deliver');
  end if;
end $$
`
