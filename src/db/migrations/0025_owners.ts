import { type Kysely, sql } from 'kysely'

/** Records have an owner, a member who sees to them; and desks say who owns what they are told of. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table record add owner_id text references "user" ("id") on delete set null`.execute(db)
  await sql`comment on column record.owner_id is 'The member who sees to it'`.execute(db)
  await sql`create index record_of_owner on record (workspace_id, owner_id, type) where owner_id is not null`.execute(
    db,
  )
  await sql`alter table desk add owners text[] not null default '{}', add turn integer not null default 0`.execute(db)
  await sql`comment on column desk.owners is 'Members who own what it is told of, each in turn'`.execute(db)
  await sql`comment on column desk.turn is 'How often one of them has been given something'`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
