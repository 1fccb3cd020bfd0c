import { type Kysely, sql } from 'kysely'

/** Addresses that work once: for the first owner of a workspace, and for whoever forgot their password. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `create table way_in (
        id uuid primary key,
        purpose text not null check (purpose in ('open workspace', 'new password')),
        email text not null default '',
        user_id text references "user" ("id") on delete cascade,
        created_at timestamptz not null default now(),
        expires_at timestamptz not null,
        used_at timestamptz,
        check ((purpose = 'new password') = (user_id is not null))
      )`,
    )
    .execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
