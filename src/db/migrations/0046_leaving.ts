import { type Kysely, sql } from 'kysely'

/** Lists that people left by themselves, and who came and went when: nobody is put on one again but by a consent of their own. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table list_left (
      workspace_id uuid not null,
      contact_id uuid not null,
      list text not null,
      reason text not null,
      cause_id uuid not null,
      left_at timestamptz not null,
      primary key (contact_id, list),
      foreign key (workspace_id, contact_id) references record (workspace_id, id),
      foreign key (workspace_id, list) references list (workspace_id, name)
    )`.execute(db)
  await sql`create index record_change_lists on record_change (workspace_id, field, at) where starts_with(field, '_list.')`.execute(
    db,
  )
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
