import { sql } from 'kysely'
import type { Consent } from '@/core/records/consent'
import type { ListWordings } from '@/core/records/list_words'
import type { Runner } from '../database'
import { hasLapsed } from './confirming'

/** For how many days the latest comings and goings are counted, and for how many weeks they are told week by week. */
export const RECENT_DAYS = 30
const WEEKS = 12

export interface ListCounts {
  name: string
  title: string
  /** How it asks to be confirmed by mail; `null` where a consent is enough. */
  confirm: ListWordings | null
  members: number
  /** How many are asked to confirm it. */
  waiting: number
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
    select list.name, list.title, list.confirm,
      (select count(distinct pending.contact_id)::int from list_pending pending
        join record contact on contact.id = pending.contact_id
        where pending.workspace_id = list.workspace_id and pending.list = list.name and contact.gone_by is null) as waiting,
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
  const [weeks, origins, members, pending, left] = await Promise.all([
    readWeeks(db, workspaceId, name),
    readOrigins(db, workspaceId, name),
    listMembers(db, workspaceId, name, most),
    listWaiting(db, workspaceId, name, most),
    listLeavers(db, workspaceId, name, most),
  ])
  return { ...found, weeks, origins, latest: members, pending, leavers: left }
}

/** Who joined, how many of them by confirming it by mail, and who left, by weeks of the workspace’s zone that begin on Monday, the earliest first. */
async function readWeeks(db: Runner, workspaceId: string, name: string) {
  const { rows } = await sql<{ week: string; joined: number; confirmed: number; left: number }>`
    with zone as (select time_zone as name from workspace where id = ${workspaceId}),
    weeks as (
      select generate_series(this.week - make_interval(weeks => ${WEEKS - 1}), this.week, interval '1 week') as week
      from (select date_trunc('week', now() at time zone zone.name) as week from zone) this),
    counted as (
      select date_trunc('week', at at time zone zone.name) as week,
        count(*) filter (where joins)::int as joined, count(*) filter (where not joins)::int as "left"
      from (${happened} and change.workspace_id = ${workspaceId} and change.field = ${`_list.${name}`}
        and change.at > now() - make_interval(weeks => ${WEEKS + 1})) told, zone group by 1),
    proven as (
      select date_trunc('week', given_at at time zone zone.name) as week, count(*)::int as confirmed
      from list_consent, zone where workspace_id = ${workspaceId} and list = ${name} and proven = 'mail'
        and given_at > now() - make_interval(weeks => ${WEEKS + 1}) group by 1)
    select to_char(weeks.week, 'YYYY-MM-DD') as week, coalesce(joined, 0) as joined,
      coalesce(confirmed, 0) as confirmed, coalesce("left", 0) as "left"
    from weeks left join counted using (week) left join proven using (week) order by week
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
    left join list_consent consent on consent.contact_id = m.contact_id and consent.list = m.list
      and consent.cause_id = m.cause_id
    left join form on form.id = coalesce(submission.form_id, consent.form_id)
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

/** Who is asked to confirm that they join, the latest first. */
async function listWaiting(db: Runner, workspaceId: string, name: string, most: number) {
  const { rows } = await sql<Waiting>`
    select * from (
      select distinct on (contact.id) contact.id, contact.title as name, contact.key as email, pending.wording,
        pending.address, pending.asked_at as "askedAt", ${hasLapsed} as lapsed
      from list_pending pending join record contact on contact.id = pending.contact_id and contact.gone_by is null
      where pending.workspace_id = ${workspaceId} and pending.list = ${name}
      order by contact.id, pending.asked_at desc) latest
    order by "askedAt" desc, id limit ${most}
  `.execute(db)
  return rows
}

interface Waiting {
  id: string
  name: string
  email: string
  wording: string
  address: string
  askedAt: Date
  /** Whether it can be answered no more. */
  lapsed: boolean
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

/** Somebody on a list, with how they agreed. */
export interface Member {
  id: string
  email: string
  firstName: string | null
  lastName: string | null
  joinedAt: Date
  wording: string
  address: string | null
  proven: Consent['proven']
  origin: string | null
  /** The form they agreed in, and its release. */
  form: string | null
  release: number | null
  askedAt: Date | null
  givenAt: Date | null
  /** Why no mail reaches them. */
  refused: string | null
}

/**
 * Some of those who are on a list, whoever joined first before the others, from after one of them on. Of several
 * consents, also those given by who is part of them by now, it is the one that they are on it by, or else the latest.
 */
export async function readMembers(
  db: Runner,
  workspaceId: string,
  list: string,
  after: Pick<Member, 'id' | 'joinedAt'> | null,
  limit: number,
): Promise<Member[]> {
  const { rows } = await sql<Member>`
    select contact.id, contact.key as email, contact."values" ->> 'first_name' as "firstName",
      contact."values" ->> 'last_name' as "lastName", m.joined_at as "joinedAt", m.wording, consent.address,
      consent.proven, consent.origin, form.name as form, consent.release, consent.asked_at as "askedAt",
      consent.given_at as "givenAt", refused.reason as refused
    from list_membership m
    join record contact on contact.id = m.contact_id and contact.gone_by is null
    left join lateral (
      select * from list_consent given where given.list = m.list and (given.contact_id = m.contact_id
        or given.contact_id in (select part.id from record part where part.merged_into = m.contact_id))
      order by (given.cause_id = m.cause_id) desc, given.given_at desc limit 1) consent on true
    left join form on form.id = consent.form_id
    left join refused_address refused on refused.workspace_id = m.workspace_id and refused.address = contact.key
    where m.workspace_id = ${workspaceId} and m.list = ${list}
      and (${after === null} or (m.joined_at, m.contact_id) > (${after?.joinedAt ?? null}::timestamptz, ${after?.id ?? null}::uuid))
    order by m.joined_at, m.contact_id limit ${limit}
  `.execute(db)
  return rows
}
