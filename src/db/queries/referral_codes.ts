import { sql } from 'kysely'
import { BROUGHT_SLOT } from '@/core/changes/slot'
import { asJson, type Runner } from '../database'

/** Whose a code is that is in hand, of a record by what it is called in the query: their own, or one of somebody merged into them. */
export const codesOf = (record: string) => sql<string[] | null>`array(
    select code.code from referral_code code join record had on had.id = code.contact_id
    where had.id = ${sql.ref(`${record}.id`)} or had.merged_into = ${sql.ref(`${record}.id`)}
    order by had.id = ${sql.ref(`${record}.id`)} desc, code.created_at, code.code)`

/** The contacts that codes are of, by id; whoever was merged is who they are now. */
export const contactsWith = (workspaceId: string, codes: readonly string[]) => sql`array(
    select coalesce(had.merged_into, had.id) from referral_code code join record had on had.id = code.contact_id
    where code.workspace_id = ${workspaceId} and code.code = any(${codes}::text[]))`

/** The code of somebody; `null` for none. */
export async function readCode(db: Runner, contact: string): Promise<string | null> {
  const row = await db
    .selectFrom('record')
    .select(sql<string | null>`(${codesOf('record')})[1]`.as('code'))
    .where('id', '=', contact)
    .executeTakeFirst()
  return row?.code ?? null
}

/** A contact who is given a code. */
export interface NewCode {
  contact: string
  code: string
}

/** Gives contacts their codes. One that somebody has already, or who has one, is an error: it is told to nobody. */
export async function addCodes(db: Runner, workspaceId: string, codes: readonly NewCode[]): Promise<void> {
  if (codes.length === 0) return
  await db
    .insertInto('referral_code')
    .values(codes.map(({ contact, code }) => ({ workspace_id: workspaceId, contact_id: contact, code })))
    .execute()
}

/** Which of these codes somebody has. */
export async function readTakenCodes(db: Runner, workspaceId: string, codes: readonly string[]): Promise<Set<string>> {
  if (codes.length === 0) return new Set()
  const taken = await db
    .selectFrom('referral_code')
    .select('code')
    .where('workspace_id', '=', workspaceId)
    .where(sql<boolean>`code = any(${codes}::text[])`)
    .execute()
  return new Set(taken.map(({ code }) => code))
}

/**
 * Gives those of these contacts a code who have none: the one that is drawn for them, unless somebody has it. Tells who
 * is left without.
 */
export async function giveCodes(db: Runner, workspaceId: string, drawn: readonly NewCode[]): Promise<string[]> {
  if (drawn.length === 0) return []
  const { rows } = await sql<{ contact: string }>`
    with wanted as materialized (
      select record.id, row.code from jsonb_to_recordset(${asJson(drawn)}::jsonb) as row(contact uuid, code text)
      join record on record.workspace_id = ${workspaceId} and record.id = row.contact
      where record.type = 'contact' and record.gone_by is null and cardinality(${codesOf('record')}) = 0
    ), made as (
      insert into referral_code (workspace_id, code, contact_id) select ${workspaceId}, code, id from wanted
      on conflict do nothing returning contact_id
    )
    select id as contact from wanted where id not in (select contact_id from made)
  `.execute(db)
  return rows.map(({ contact }) => contact)
}

/** Most that a person’s page shows of whom they brought; how many there are, it tells. */
const MOST_BROUGHT = 20

/** The code of somebody, who brought them along, and whom they brought, the latest first. */
export async function readReferral(db: Runner, workspaceId: string, id: string) {
  const { rows } = await sql<{
    code: string | null
    broughtBy: { id: string; name: string } | null
    total: number
    people: { id: string; name: string; at: string }[]
  }>`
    with brought as (
      select one.id, one.title as name, one.created_at as at from record one
      where one.workspace_id = ${workspaceId} and one.brought_by = ${id} and one.gone_by is null
    )
    select (${codesOf('record')})[1] as code,
      (select json_build_object('id', bringer.id, 'name', bringer.title) from record bringer
        where bringer.id = record.brought_by and bringer.gone_by is null) as "broughtBy",
      (select count(*)::int from brought) as total,
      (select coalesce(json_agg(latest), '[]') from (
        select * from brought order by at desc, id limit ${MOST_BROUGHT}) latest) as people
    from record where record.workspace_id = ${workspaceId} and record.id = ${id}
  `.execute(db)
  const [found] = rows
  const { code = null, broughtBy = null, total = 0, people = [] } = found ?? {}
  return { code, broughtBy, brought: { total, people: people.map((one) => ({ ...one, at: new Date(one.at) })) } }
}

export type Referral = Awaited<ReturnType<typeof readReferral>>

/** Those of a form’s visitors who arrived on these days, and are contacts since, brought along by a code. */
const broughtIn = (formId: string, from: string, to: string) => sql`
  select friend.id, friend.brought_by from record_change change
  join submission sent on sent.id = change.cause_id and sent.form_id = ${formId}
  join visit on visit.form_id = sent.form_id and visit.id = sent.visit_id
  join record friend on friend.id = change.record_id and friend.brought_by is not null
  join workspace on workspace.id = change.workspace_id
  where change.workspace_id = (select workspace_id from form where id = ${formId}) and change.field = ${BROUGHT_SLOT}
    and sent.state = 'applied' and sent.binned_at is null and not sent.is_test
    and visit.arrived_at >= ${from}::date::timestamp at time zone workspace.time_zone
    and visit.arrived_at < (${to}::date + 1)::timestamp at time zone workspace.time_zone
  group by friend.id, friend.brought_by`

/** How many people were brought along by somebody’s code, of those who arrived on these days and sent the form. */
export async function countBrought(db: Runner, formId: string, from: string, to: string): Promise<number> {
  const { rows } = await sql<{ n: number }>`
    select count(*)::int as n from (${broughtIn(formId, from, to)}) brought
  `.execute(db)
  return rows[0]?.n ?? 0
}

/** Who brought the most of them along. */
export async function readBringers(db: Runner, formId: string, from: string, to: string, most: number) {
  const { rows } = await sql<{ id: string; name: string; brought: number }>`
    select bringer.id, bringer.title as name, count(*)::int as brought
    from (${broughtIn(formId, from, to)}) friend
    join record bringer on bringer.id = friend.brought_by and bringer.gone_by is null
    group by bringer.id, bringer.title order by count(*) desc, bringer.title, bringer.id limit ${most}
  `.execute(db)
  return rows
}

export type Bringer = Awaited<ReturnType<typeof readBringers>>[number]
