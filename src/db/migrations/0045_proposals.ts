import { type Kysely, sql } from 'kysely'

/** What submissions propose for fields of records, whose senders did not prove who they are, until it is taken or left. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table proposal (
      workspace_id uuid not null,
      record_id uuid not null,
      submission_id uuid not null,
      field text not null,
      value jsonb not null,
      at timestamptz not null,
      primary key (record_id, submission_id, field),
      foreign key (workspace_id, record_id) references record (workspace_id, id)
    )`.execute(db)
  await sql`create index proposal_latest on proposal (workspace_id, at desc)`.execute(db)
  await sql`create index proposal_of_submission on proposal (submission_id)`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
