import { type Kysely, sql } from 'kysely'

/**
 * Whatever changes something about people has a cause, and what it did points to that. A submission is its own: what
 * pointed to it points to the cause of the same id. Deliveries need a submission no more, records can be removed and
 * put back, and have notes.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS.split(/;\n\n/)) await sql.raw(statement).execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}

const STATEMENTS = `
create table cause (
  id uuid not null default gen_random_uuid(),
  workspace_id uuid not null references workspace,
  sort text not null check (sort in ('submission', 'member', 'program', 'import', 'merge', 'put back', 'visitor', 'follow-up', 'keeping')),
  deed text not null,
  member_id text references "user" ("id") on delete set null,
  token_id uuid references api_token on delete set null,
  who text,
  of_id uuid,
  undone_by uuid,
  at timestamptz not null,
  about text not null default '',
  seq bigint generated always as identity,
  primary key (workspace_id, id),
  foreign key (workspace_id, of_id) references cause (workspace_id, id),
  foreign key (workspace_id, undone_by) references cause (workspace_id, id)
);

comment on column cause.who is 'What whoever did it was called then';

comment on column cause.about is 'What it was done to, as that was called then';

comment on column cause.of_id is 'The cause that this one is about: what it puts back, or corrects';

-- What was entered by hand has no cause yet: one for all that was entered at one moment in one way.
create temporary table entered on commit drop as
  select gen_random_uuid() as id, workspace_id, at, because, min(seq) as first
  from record_change where submission_id is null group by workspace_id, at, because;

insert into cause (id, workspace_id, sort, deed, who, at)
  select id, workspace_id, sort, deed, who, at from (
    select id, workspace_id, case when because = 'Entered through the API' then 'program' else 'member' end as sort,
      'addContact' as deed, substring(because from '^Entered by (.*)$') as who, at, first
    from entered
    union all
    select id, workspace_id, 'submission', 'apply', null, coalesce(applied_at, received_at), seq
    from submission
    where applied_at is not null or exists (select from delivery where submission_id = submission.id)
      or exists (select from record_change where submission_id = submission.id)
      or exists (select from list_membership where submission_id = submission.id)
  ) happened order by at, first;

comment on column cause.undone_by is 'The cause that put all of it back, as long as that stands';

-- Whatever happened stays so. What else is set later: that it was put back, and that whoever did it is gone.
create function keep_cause() returns trigger language plpgsql as $$
begin
  if tg_op = 'DELETE' or (new.id, new.workspace_id, new.sort, new.deed, new.who, new.of_id, new.about, new.at, new.seq)
    is distinct from (old.id, old.workspace_id, old.sort, old.deed, old.who, old.of_id, old.about, old.at, old.seq)
  then raise exception 'A cause stays as it is'; end if;
  return new;
end
$$;

create trigger keep_cause before update or delete on cause for each row execute function keep_cause();

create index cause_of on cause (of_id) where of_id is not null;

create index cause_list on cause (workspace_id, at desc, id desc);

create index cause_of_people on cause (workspace_id, at desc, id desc) where sort <> 'submission';

alter table record_change drop constraint record_change_workspace_id_submission_id_fkey;

alter table record_change rename column submission_id to cause_id;

update record_change change set cause_id = entered.id from entered
  where change.cause_id is null and change.workspace_id = entered.workspace_id and change.at = entered.at
    and change.because = entered.because;

-- Nobody asks for a change by its id: one index less that is written everywhere at once.
alter table record_change
  drop constraint record_change_pkey,
  add primary key (seq),
  alter column cause_id set not null,
  add foreign key (workspace_id, cause_id) references cause (workspace_id, id);

drop index record_change_submission_id_idx;

create index change_by_cause on record_change (cause_id);

alter table list_membership drop constraint list_membership_workspace_id_submission_id_fkey;

alter table list_membership rename column submission_id to cause_id;

alter table list_membership add foreign key (workspace_id, cause_id) references cause (workspace_id, id);

create index membership_by_cause on list_membership (cause_id);

alter table delivery drop constraint delivery_workspace_id_submission_id_fkey;

alter table delivery rename column submission_id to cause_id;

alter table delivery rename constraint delivery_submission_id_key_key to delivery_cause_id_key_key;

alter table delivery add foreign key (workspace_id, cause_id) references cause (workspace_id, id);

alter table record
  add column gone_by uuid,
  add foreign key (workspace_id, gone_by) references cause (workspace_id, id),
  drop constraint record_workspace_id_type_key_key;

comment on column record.gone_by is 'The cause that removed it: nobody meets it any more, until that is put back';

-- What is gone keeps its name for itself no longer.
create unique index record_key on record (workspace_id, type, key) where gone_by is null;

create table note (
  id uuid primary key,
  workspace_id uuid not null,
  record_id uuid not null,
  text text not null,
  cause_id uuid not null,
  written_at timestamptz not null,
  foreign key (workspace_id, record_id) references record (workspace_id, id),
  foreign key (workspace_id, cause_id) references cause (workspace_id, id)
);

create index note_of_record on note (record_id, written_at desc)
`
