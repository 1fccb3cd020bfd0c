import { type Kysely, sql } from 'kysely'

/** People are erased for good: what tells of them goes, and what is left of what they sent tells of nobody. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table submission add erased_by uuid,
    add foreign key (workspace_id, erased_by) references cause (workspace_id, id)`.execute(db)
  await sql`comment on column submission.erased_by is 'The cause that erased whoever sent it'`.execute(db)
  await sql`create index visit_of_holder on visit (link_holder) where link_holder is not null`.execute(db)
  // What was done stays as it is, but for whom it was done to: that is blotted out, by whoever says that they erase.
  await sql`
    create or replace function keep_cause() returns trigger language plpgsql as $$
    begin
      if tg_op = 'DELETE' or (new.id, new.workspace_id, new.sort, new.deed, new.who, new.of_id, new.at, new.seq)
        is distinct from (old.id, old.workspace_id, old.sort, old.deed, old.who, old.of_id, old.at, old.seq)
        or (new.about is distinct from old.about and coalesce(current_setting('lichen.erasing', true), '') <> 'on')
      then raise exception 'A cause stays as it is'; end if;
      return new;
    end
    $$`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
