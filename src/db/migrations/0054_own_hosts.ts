import { type Kysely, sql } from 'kysely'

/** Host names of a workspace’s own, at which its forms are opened. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table host (
      workspace_id uuid not null references workspace (id),
      name text not null,
      added_at timestamptz not null default now(),
      -- When its record in the DNS last said that it is theirs; null for not yet, and once it is somebody else’s.
      proven_at timestamptz,
      primary key (workspace_id, name)
    )`.execute(db)
  await sql`create unique index host_proven on host (name) where proven_at is not null`.execute(db)
  // The one that links are made with; null for the installation’s.
  await sql`alter table workspace add column host text`.execute(db)
  await sql`
    alter table workspace add foreign key (id, host) references host (workspace_id, name) on delete set null (host)
  `.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
