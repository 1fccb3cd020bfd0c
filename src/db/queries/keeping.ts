import { sql } from 'kysely'
import type { Runner } from '../database'

/** What was removed because its time was up, counted for each workspace it belonged to; `null` for none. */
export interface Removed {
  workspace: string | null
  n: number
}

/** Removes personal links so many days after they ended, by their time or by somebody’s word; at most so many. */
export async function removeEndedLinks(db: Runner, days: number, most: number): Promise<Removed[]> {
  const { rows } = await sql<Removed>`
    with removed as (
      delete from personal_link where id in (
        select id from personal_link
        where least(withdrawn_at, expires_at) < now() - make_interval(days => ${days}) limit ${most} for update skip locked)
      returning workspace_id)
    select workspace_id as workspace, count(*)::int as n from removed group by workspace_id
  `.execute(db)
  return rows
}

/** Removes browsers that remembered somebody so many days after they ended, by their time or by somebody’s word. */
export async function removeEndedBrowsers(db: Runner, days: number, most: number): Promise<Removed[]> {
  const { rows } = await sql<Removed>`
    with removed as (
      delete from remembered_browser where (workspace_id, id) in (
        select workspace_id, id from remembered_browser
        where least(withdrawn_at, expires_at) < now() - make_interval(days => ${days}) limit ${most} for update skip locked)
      returning workspace_id)
    select workspace_id as workspace, count(*)::int as n from removed group by workspace_id
  `.execute(db)
  return rows
}

/** Removes sessions that have ended, told to every workspace that whoever was signed in belongs to. */
export async function removeEndedSessions(db: Runner, most: number): Promise<Removed[]> {
  const { rows } = await sql<Removed>`
    with removed as (
      delete from "session" where id in (
        select id from "session" where "expiresAt" < now() limit ${most} for update skip locked)
      returning "userId")
    select workspace_id as workspace, count(*)::int as n from removed left join member on member.user_id = removed."userId"
    group by workspace_id
  `.execute(db)
  return rows
}

/** Removes what sign-in kept to prove something by, once it has ended: nobody’s in particular. */
export async function removeEndedChecks(db: Runner, most: number): Promise<Removed[]> {
  const { rows } = await sql<Removed>`
    with removed as (
      delete from verification where id in (
        select id from verification where "expiresAt" < now() limit ${most} for update skip locked)
      returning id)
    select null as workspace, count(*)::int as n from removed
  `.execute(db)
  return rows
}

/** Removes addresses that work once and have ended, told to the workspaces of whoever they were for. */
export async function removeEndedProofs(db: Runner, most: number): Promise<Removed[]> {
  const { rows } = await sql<Removed>`
    with removed as (
      delete from way_in where id in (
        select id from way_in where expires_at < now() limit ${most} for update skip locked)
      returning user_id, workspace_id as invites_to)
    select coalesce(workspace_id, invites_to) as workspace, count(*)::int as n
    from removed left join member on member.user_id = removed.user_id group by 1
  `.execute(db)
  return rows
}

/** Removes the addresses of link sheets that nobody has, so many days after the sheet was made. */
export async function removeUnknownAddresses(db: Runner, days: number, most: number): Promise<Removed[]> {
  const { rows } = await sql<Removed>`
    with removed as (
      delete from link_sheet_row where (sheet_id, n) in (
        select sheet_id, n from link_sheet_row join link_sheet sheet on sheet.id = sheet_id
        where email is not null and sheet.state <> 'making' and sheet.created_at < now() - make_interval(days => ${days})
        limit ${most} for update of link_sheet_row skip locked)
      returning sheet_id)
    select workspace_id as workspace, count(*)::int as n from removed join link_sheet on link_sheet.id = sheet_id
    group by workspace_id
  `.execute(db)
  return rows
}
