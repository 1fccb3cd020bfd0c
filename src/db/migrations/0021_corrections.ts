import { type Kysely, sql } from 'kysely'

/** What the answers of a submission were before each correction. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table answers_before (
      cause_id uuid primary key,
      workspace_id uuid not null,
      submission_id uuid not null,
      "values" jsonb not null,
      origins jsonb not null,
      plan jsonb,
      contact_id uuid,
      foreign key (workspace_id, cause_id) references cause (workspace_id, id),
      foreign key (workspace_id, submission_id) references submission (workspace_id, id)
    )
  `.execute(db)
  await sql`create index on answers_before (submission_id)`.execute(db)
  await sql`comment on table answers_before is
    'The answers that a correction replaced; of one that was put back, those that it gave'`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
