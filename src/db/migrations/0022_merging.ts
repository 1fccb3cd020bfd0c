import { type Kysely, sql } from 'kysely'

/** What a record was merged into, and pairs that may be one. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table record add merged_into uuid,
    add foreign key (workspace_id, merged_into) references record (workspace_id, id),
    add check (merged_into is null or gone_by is not null)`.execute(db)
  await sql`create index on record (merged_into) where merged_into is not null`.execute(db)
  await sql`create index on record (workspace_id, type, key) where merged_into is not null`.execute(db)
  await sql`comment on column record.merged_into is 'The record that stands for this one since they were merged'`.execute(
    db,
  )
  await sql`
    create table likely_double (
      workspace_id uuid not null,
      first_id uuid not null,
      second_id uuid not null,
      why jsonb not null,
      likeness real not null,
      primary key (first_id, second_id),
      foreign key (workspace_id, first_id) references record (workspace_id, id),
      foreign key (workspace_id, second_id) references record (workspace_id, id),
      check (first_id < second_id)
    )`.execute(db)
  await sql`create index on likely_double (workspace_id, likeness desc, first_id, second_id)`.execute(db)
  await sql`create index on likely_double (second_id)`.execute(db)
  await sql`
    create table no_double (
      workspace_id uuid not null,
      first_id uuid not null,
      second_id uuid not null,
      said_by text not null,
      said_at timestamptz not null default now(),
      primary key (first_id, second_id),
      foreign key (workspace_id, first_id) references record (workspace_id, id),
      foreign key (workspace_id, second_id) references record (workspace_id, id),
      check (first_id < second_id)
    )`.execute(db)
  await sql`alter table workspace add doubles_at timestamptz`.execute(db)
  await sql`comment on table likely_double is 'Contacts that may be one person, as they were found last'`.execute(db)
  await sql`comment on table no_double is 'Pairs that somebody said are two'`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
