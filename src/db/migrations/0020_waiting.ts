import { type Kysely, sql } from 'kysely'

/** Hours of desks, and mails that wait for a time of their own. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table desk add column hours jsonb`.execute(db)
  await sql`alter table delivery add column due_at timestamptz`.execute(db)
  await sql`comment on column delivery.due_at is 'Not before this, as planned; nothing where it goes out at once'`.execute(
    db,
  )
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
