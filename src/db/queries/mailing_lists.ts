import { sql } from 'kysely'
import type { Runner } from '../database'

/** For how many days the latest comings and goings are counted, and for how many weeks they are told week by week. */
export const RECENT_DAYS = 30
const WEEKS = 12

export interface ListCounts {
  name: string
  title: string
  members: number
  /** How many joined, and how many left, in the last days. */
  joined: number
  left: number
}

/** What happened to lists, but for what merging handed over: who joined and who left, by what and when. */
const happened = sql`
  select change.workspace_id, substr(change.field, 7) as list, change.record_id as contact, change.at,
    change."to" <> 'null' as joins
  from record_change change join cause on cause.workspace_id = change.workspace_id and cause.id = change.cause_id
  where starts_with(change.field, '_list.') and cause.sort <> 'merge'`

/** Every list with how many are on it. */
export async function countLists(db: Runner, workspaceId: string): Promise<ListCounts[]> {
  const { rows } = await sql<ListCounts>`
    with happened as (${happened} and change.workspace_id = ${workspaceId}
      and change.at > now() - make_interval(days => ${RECENT_DAYS}))
    select list.name, list.title,
      (select count(*)::int from list_membership m join record contact on contact.id = m.contact_id
        where m.workspace_id = list.workspace_id and m.list = list.name and contact.gone_by is null) as members,
      (select count(*)::int from happened where happened.list = list.name and joins) as joined,
      (select count(*)::int from happened where happened.list = list.name and not joins) as "left"
    from list where list.workspace_id = ${workspaceId} order by lower(list.title), list.name
  `.execute(db)
  return rows
}

/** A list: who is on it and by what, who left it by themselves, and how it went week by week. */
export async function findList(db: Runner, workspaceId: string, name: string, most: number) {
  const found = (await countLists(db, workspaceId)).find((one) => one.name === name)
  if (!found) return null
  const [weeks, origins, members, left] = await Promise.all([
    readWeeks(db, workspaceId, name),
    readOrigins(db, workspaceId, name),
    listMembers(db, workspaceId, name, most),
    listLeavers(db, workspaceId, name, most),
  ])
  return { ...found, weeks, origins, latest: members, leavers: left }
}

/** Who joined and who left, by weeks of the workspace’s zone that begin on Monday, the earliest first. */
async function readWeeks(db: Runner, workspaceId: string, name: string) {
  const { rows } = await sql<{ week: string; joined: number; left: number }>`
    with zone as (select time_zone as name from workspace where id = ${workspaceId}),
    weeks as (
      select generate_series(this.week - make_interval(weeks => ${WEEKS - 1}), this.week, interval '1 week') as week
      from (select date_trunc('week', now() at time zone zone.name) as week from zone) this),
    counted as (
      select date_trunc('week', at at time zone zone.name) as week,
        count(*) filter (where joins)::int as joined, count(*) filter (where not joins)::int as "left"
      from (${happened} and change.workspace_id = ${workspaceId} and change.field = ${`_list.${name}`}
        and change.at > now() - make_interval(weeks => ${WEEKS + 1})) told, zone group by 1)
    select to_char(weeks.week, 'YYYY-MM-DD') as week, coalesce(joined, 0) as joined, coalesce("left", 0) as "left"
    from weeks left join counted using (week) order by week
  `.execute(db)
  return rows
}

/** By what those who are on a list joined it: which form, or what else. */
async function readOrigins(db: Runner, workspaceId: string, name: string) {
  const { rows } = await sql<{ form: string | null; sort: string | null; members: number }>`
    select form.name as form, case when form.name is null then cause.sort end as sort, count(*)::int as members
    from list_membership m
    join record contact on contact.id = m.contact_id and contact.gone_by is null
    left join cause on cause.workspace_id = m.workspace_id and cause.id = m.cause_id
    left join submission on submission.id = m.cause_id
    left join form on form.id = submission.form_id
    where m.workspace_id = ${workspaceId} and m.list = ${name}
    group by 1, 2 order by members desc, form
  `.execute(db)
  return rows
}

/** Who joined last, with what they agreed to. */
async function listMembers(db: Runner, workspaceId: string, name: string, most: number) {
  const { rows } = await sql<{ id: string; name: string; email: string; wording: string; joinedAt: Date }>`
    select contact.id, contact.title as name, contact.key as email, m.wording, m.joined_at as "joinedAt"
    from list_membership m join record contact on contact.id = m.contact_id and contact.gone_by is null
    where m.workspace_id = ${workspaceId} and m.list = ${name}
    order by m.joined_at desc, contact.id limit ${most}
  `.execute(db)
  return rows
}

/** Who left by themselves last, and why. */
async function listLeavers(db: Runner, workspaceId: string, name: string, most: number) {
  const { rows } = await sql<{ id: string; name: string; email: string; reason: string; leftAt: Date }>`
    select contact.id, contact.title as name, contact.key as email, gone.reason, gone.left_at as "leftAt"
    from list_left gone join record contact on contact.id = gone.contact_id and contact.gone_by is null
    where gone.workspace_id = ${workspaceId} and gone.list = ${name}
    order by gone.left_at desc, contact.id limit ${most}
  `.execute(db)
  return rows
}

export type ListFound = NonNullable<Awaited<ReturnType<typeof findList>>>
