import { type Kysely, sql } from 'kysely'

/**
 * Whose answers a visit left behind, by the address among them, and whether that person sent the form after all, in
 * another visit: then nothing was left behind.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS.split(/;\n\n/)) await sql.raw(statement).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}

const STATEMENTS = `
alter table visit
  add column left_by text,
  add column sent_after_all boolean not null default false;

update visit set left_by = answers ->> 'email' where answers is not null and sent_at is null;

create index visit_left_address on visit (form_id, left_by)
  where answers is not null and sent_at is null and left_by is not null
`
