import { type Kysely, sql } from 'kysely'

/** Links with tags that were made for a form, and the tags that a workspace plans to use. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table workspace add column planned_tags jsonb not null
    default '{"source":[],"medium":[],"campaign":[]}'`.execute(db)
  await sql`
    create table tagged_link (
      id uuid primary key default gen_random_uuid(),
      workspace_id uuid not null references workspace (id),
      form_id uuid not null,
      -- Empty for none.
      source text not null,
      medium text not null,
      campaign text not null,
      -- The member or program that made it.
      doer jsonb not null,
      made_at timestamptz not null default now(),
      foreign key (workspace_id, form_id) references form (workspace_id, id),
      unique (form_id, source, medium, campaign)
    )`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
