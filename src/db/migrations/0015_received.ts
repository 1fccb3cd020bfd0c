import { type Kysely, sql } from 'kysely'

/** Of a file it is known how much of it has come: claims take no room. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS.split(/;\n\n/)) await sql.raw(statement).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}

const STATEMENTS = `
alter table file add column received integer not null default 0;

update file set received = bytes where whole_at is not null
`
