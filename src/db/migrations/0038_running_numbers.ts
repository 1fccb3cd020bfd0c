import { type Kysely, sql } from 'kysely'

/** How many answers to a form have taken a number of those that run through it. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table running_number (
      form_id uuid primary key,
      workspace_id uuid not null,
      taken integer not null check (taken > 0),
      foreign key (workspace_id, form_id) references form (workspace_id, id) on delete cascade
    )`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
