import { type Kysely, sql } from 'kysely'

/** Outside places that a workspace connects, and which of them each delivery goes over. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS.split(/;\n\n/)) await sql.raw(statement).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}

const STATEMENTS = `
create table connection (
  workspace_id uuid not null references workspace,
  name text not null,
  title text not null,
  target text not null,
  settings jsonb not null,
  secrets bytea,
  every_form boolean not null default false,
  retired boolean not null default false,
  tried jsonb,
  created_at timestamptz not null default now(),
  primary key (workspace_id, name)
);

alter table delivery
  add column connection text,
  add foreign key (workspace_id, connection) references connection (workspace_id, name);

create index delivery_by_connection on delivery (workspace_id, connection) where state <> 'delivered'
`
