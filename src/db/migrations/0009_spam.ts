import { type Kysely, sql } from 'kysely'

/** Submissions that look like a machine's are kept apart, with their reasons, until a person settles them. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS.split(/;\n\n/)) await sql.raw(statement).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}

const STATEMENTS = `
alter table submission
  drop constraint submission_state_check,
  add constraint submission_state_check check (state in ('received', 'applied', 'failed', 'spam')),
  add column suspicions text[] not null default '{}',
  add column settled_at timestamptz;

create index submission_spam on submission (workspace_id, received_at desc, id desc) where state = 'spam'
`
