import { type Kysely, sql } from 'kysely'

/** A delivery that was given up can be put aside, by somebody and for a reason. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS.split(/;\n\n/)) await sql.raw(statement).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}

const STATEMENTS = `
alter table delivery
  drop constraint delivery_state_check,
  add constraint delivery_state_check check (state in ('waiting', 'delivered', 'given_up', 'put_aside')),
  add column aside_for text,
  add column aside_by text
`
