import { type Kysely, sql } from 'kysely'

/** Addresses that a mail server said are none: nothing more goes to them until somebody says otherwise. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table refused_address (
      workspace_id uuid not null references workspace (id),
      address text not null,
      reason text not null,
      delivery_id uuid not null,
      at timestamptz not null,
      primary key (workspace_id, address)
    )`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
