import { type Kysely, sql } from 'kysely'

/** One referral code a person, and who brought whom by theirs. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table referral_code (
      workspace_id uuid not null references workspace (id),
      code text not null,
      contact_id uuid not null unique,
      created_at timestamptz not null default now(),
      primary key (workspace_id, code),
      foreign key (workspace_id, contact_id) references record (workspace_id, id)
    )`.execute(db)
  await sql`alter table record add brought_by uuid`.execute(db)
  await sql`alter table record add foreign key (workspace_id, brought_by) references record (workspace_id, id) not valid`.execute(
    db,
  )
  await sql`create index record_brought_by on record (brought_by) where brought_by is not null`.execute(db)
  await sql`create index record_change_brought on record_change (workspace_id, at) where field = '_brought'`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
