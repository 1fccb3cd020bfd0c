import { type Kysely, type RawBuilder, sql } from 'kysely'

/**
 * What lists sort a record by that stands elsewhere is kept beside it: whose it is by name, its company, its person, how
 * far it is, and how many it has of what. The database keeps it, whoever writes: worked out for every row of a list, it
 * took seconds.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table listing (
      record_id uuid primary key references record on delete cascade,
      workspace_id uuid not null references workspace on delete cascade,
      type text not null,
      person text not null,
      company text not null,
      owner text not null,
      at text not null,
      sent int not null default 0,
      people int not null default 0,
      deals int not null default 0,
      requests int not null default 0
    )`.execute(db)
  await sql`comment on table listing is 'What lists sort a record by that stands elsewhere; kept by triggers'`.execute(
    db,
  )

  await tellHowItIsKept(db)
  await fill(db)

  for (const [name, type, column] of [
    ['contact_by_company', 'contact', 'company'],
    ['contact_by_owner', 'contact', 'owner'],
    ['contact_by_sent', 'contact', 'sent'],
    ['company_by_owner', 'company', 'owner'],
    ['company_by_people', 'company', 'people'],
    ['company_by_deals', 'company', 'deals'],
    ['company_by_requests', 'company', 'requests'],
    ['deal_by_person', 'deal', 'person'],
    ['deal_by_company', 'deal', 'company'],
    ['deal_by_owner', 'deal', 'owner'],
    ['deal_by_stage', 'deal', 'at'],
    ['request_by_person', 'request', 'person'],
    ['request_by_company', 'request', 'company'],
    ['request_by_owner', 'request', 'owner'],
    ['request_by_status', 'request', 'at'],
  ] as const) {
    const isCount = ['sent', 'people', 'deals', 'requests'].includes(column)
    const key = sql`${sql.ref(column)}${isCount ? sql`` : sql` collate "und-x-icu"`}`
    await sql`create index ${sql.ref(name)} on listing (workspace_id, ${key}, record_id) where type = ${sql.lit(type)}`.execute(
      db,
    )
  }
  // Those who are gone, as after a whole import was put back, are in nobody’s way.
  await sql`create index record_by_change on record (workspace_id, type, updated_at desc, id desc)
    where gone_by is null`.execute(db)
  await sql`drop index record_workspace_id_type_updated_at_id_idx`.execute(db)
  // Who sent a form, and what they answered last, without looking at what everybody sent.
  await sql`create index submission_of_form on submission (form_id, contact_id, received_at desc)
    where contact_id is not null and state = 'applied' and binned_at is null and not is_test`.execute(db)
  await sql`analyze listing`.execute(db)
}

async function tellHowItIsKept(db: Kysely<unknown>): Promise<void> {
  await sql`
    create function keep_listing() returns trigger language plpgsql as $$
    begin
      insert into listing as kept (record_id, workspace_id, type, person, company, owner, at)
      select one.id, one.workspace_id, one.type, coalesce(person.title, ''), coalesce(house.title, ''), coalesce(u.name, ''),
        coalesce(one."values" ->> case one.type when 'deal' then 'stage' when 'request' then 'status' end, '')
      from written one
      left join record person on person.id = one.contact_id and person.gone_by is null
      left join record house on house.id = one.company_id and house.gone_by is null
      left join "user" u on u.id = one.owner_id
      on conflict (record_id) do update
        set person = excluded.person, company = excluded.company, owner = excluded.owner, at = excluded.at
        where (kept.person, kept.company, kept.owner, kept.at)
          is distinct from (excluded.person, excluded.company, excluded.owner, excluded.at);

      if tg_op = 'UPDATE' then
        -- Whoever is called otherwise now, or is gone, or back, is so wherever they are named.
        update listing set company = case when house.gone_by is null then house.title else '' end
        from written house join before on before.id = house.id, record one
        where house.type = 'company' and one.company_id = house.id and listing.record_id = one.id
          and (house.title, house.gone_by is null) is distinct from (before.title, before.gone_by is null);
        update listing set person = case when person.gone_by is null then person.title else '' end
        from written person join before on before.id = person.id, record one
        where person.type = 'contact' and one.contact_id = person.id and listing.record_id = one.id
          and (person.title, person.gone_by is null) is distinct from (before.title, before.gone_by is null);
        ${addCounts(sql`
            select company_id, type, 1 as n from written where company_id is not null and gone_by is null
            union all
            select company_id, type, -1 from before where company_id is not null and gone_by is null`)}
      else
        ${addCounts(sql`select company_id, type, 1 as n from written where company_id is not null and gone_by is null`)}
      end if;
      return null;
    end $$`.execute(db)
  await sql`create trigger listing_of_new after insert on record
    referencing new table as written for each statement execute function keep_listing()`.execute(db)
  await sql`create trigger listing_of_changed after update on record
    referencing old table as before new table as written for each statement execute function keep_listing()`.execute(db)

  const counted = (rows: string, n: number) => sql`
    select contact_id, ${sql.lit(n)} as n from ${sql.ref(rows)}
    where contact_id is not null and state = 'applied' and binned_at is null and not is_test`
  const add = (rows: ReturnType<typeof counted>) => sql`
    update listing set sent = sent + more.n
    from (select contact_id, sum(n) as n from (${rows}) one group by contact_id) more
    where record_id = more.contact_id and more.n <> 0;`
  await sql`
    create function keep_sent() returns trigger language plpgsql as $$
    begin
      if tg_op = 'INSERT' then ${add(counted('written', 1))}
      elsif tg_op = 'DELETE' then ${add(counted('before', -1))}
      else ${add(sql`${counted('written', 1)} union all ${counted('before', -1)}`)}
      end if;
      return null;
    end $$`.execute(db)
  await sql`create trigger sent_of_new after insert on submission
    referencing new table as written for each statement execute function keep_sent()`.execute(db)
  await sql`create trigger sent_of_changed after update on submission
    referencing old table as before new table as written for each statement execute function keep_sent()`.execute(db)
  await sql`create trigger sent_of_gone after delete on submission
    referencing old table as before for each statement execute function keep_sent()`.execute(db)

  await sql`
    create function keep_owners() returns trigger language plpgsql as $$
    begin
      update listing set owner = new.name from record where record.owner_id = new.id and listing.record_id = record.id;
      return null;
    end $$`.execute(db)
  await sql`create trigger owner_of_listing after update of name on "user"
    for each row when (old.name is distinct from new.name) execute function keep_owners()`.execute(db)
}

/**
 * Adds to what companies have. One that is made by the same statement may not be listed yet: the trigger of what is
 * changed runs before that of what is new.
 */
const addCounts = (rows: RawBuilder<unknown>) => sql`
        insert into listing as kept (record_id, workspace_id, type, person, company, owner, at, people, deals, requests)
        select house.id, house.workspace_id, house.type, '', '', '', '', more.contact, more.deal, more.request
        from (
          select company_id, ${countBy('contact')}, ${countBy('deal')}, ${countBy('request')} from (${rows}) one
          group by company_id) more
        join record house on house.id = more.company_id
        where more.contact <> 0 or more.deal <> 0 or more.request <> 0
        on conflict (record_id) do update
          set people = kept.people + excluded.people, deals = kept.deals + excluded.deals,
            requests = kept.requests + excluded.requests;`

const countBy = (type: string) =>
  sql`coalesce(sum(n) filter (where type = ${sql.lit(type)}), 0)::int as ${sql.ref(type)}`

/** Those that are there already. */
async function fill(db: Kysely<unknown>): Promise<void> {
  await sql`
    insert into listing (record_id, workspace_id, type, person, company, owner, at, sent, people, deals, requests)
    select one.id, one.workspace_id, one.type, coalesce(person.title, ''), coalesce(house.title, ''), coalesce(u.name, ''),
      coalesce(one."values" ->> case one.type when 'deal' then 'stage' when 'request' then 'status' end, ''),
      coalesce(sent.n, 0), coalesce(has.contact, 0), coalesce(has.deal, 0), coalesce(has.request, 0)
    from record one
    left join record person on person.id = one.contact_id and person.gone_by is null
    left join record house on house.id = one.company_id and house.gone_by is null
    left join "user" u on u.id = one.owner_id
    left join (
      select contact_id, count(*) as n from submission
      where contact_id is not null and state = 'applied' and binned_at is null and not is_test group by contact_id
    ) sent on sent.contact_id = one.id
    left join (
      select company_id, ${countBy('contact')}, ${countBy('deal')}, ${countBy('request')}
      from (select company_id, type, 1 as n from record where company_id is not null and gone_by is null) named
      group by company_id
    ) has on has.company_id = one.id`.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
