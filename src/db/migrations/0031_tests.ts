import { type Kysely, sql } from 'kysely'

/** Colleagues try a form that is released: what they send is marked as a test, and counts nowhere. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table visit add is_test boolean not null default false`.execute(db)
  await sql`alter table submission add is_test boolean not null default false`.execute(db)
  await sql`comment on column submission.is_test is 'Sent by a colleague who tried the form: it counts nowhere'`.execute(
    db,
  )
  await sql`create index submission_test on submission (workspace_id, received_at desc, id desc) where is_test`.execute(
    db,
  )
  await sql`drop index submission_of_contact`.execute(db)
  await sql`create index submission_of_contact on submission (contact_id, received_at desc)
    include (form_id, state, binned_at, is_test) where contact_id is not null`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
