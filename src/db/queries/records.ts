import { sql } from 'kysely'
import type { Held } from '@/core/changes/ledger'
import type { Owner } from '@/core/records/record'
import type { Wanted } from '@/core/records/wanted'
import type { Runner } from '../database'
import { codesOf, contactsWith } from './referral_codes'

/** Records of one workspace that may be matched, of those that are there, the latest made first; locked until the transaction ends where `lock` says so. */
export async function readRecords(db: Runner, workspaceId: string, wanted: Wanted, lock = false): Promise<Held[]> {
  const { emails, phones, contacts, companyKeys, domains, openings, houses: theirs, codes, ownCodes } = wanted
  const read = (which: ReturnType<typeof sql<boolean>>) =>
    select(db, workspaceId, lock, sql`gone_by is null and (${which})`, ownCodes)
  // What was merged into another is met as that one.
  const part = (which: ReturnType<typeof sql<boolean>>) => sql<boolean>`id = any(array(
    select part.merged_into from record part
    where part.workspace_id = ${workspaceId} and part.merged_into is not null and (${which})))`
  const people = await read(sql<boolean>`type = 'contact' and (key = any(${emails}::text[])
    or id = any(${contacts}::uuid[])${codes.length > 0 ? sql` or id = any(${contactsWith(workspaceId, codes)})` : sql``}
${phones.length > 0 ? sql` or (phones_in("values") <> '{}' and phones_in("values") && ${phones}::text[])` : sql``}
    or ${part(sql<boolean>`part.type = 'contact' and (part.key = any(${emails}::text[]) or part.id = any(${contacts}::uuid[]))`)})`)
  const homes = theirs ? people.flatMap(({ company }) => company ?? []) : []
  const houses =
    companyKeys.length + domains.length + homes.length > 0
      ? await read(
          sql<boolean>`type = 'company' and (key = any(${companyKeys}::text[]) or domain = any(${domains}::text[])
            or id = any(${homes}::uuid[])
            or ${part(sql<boolean>`part.type = 'company' and (part.key = any(${companyKeys}::text[]) or part.domain = any(${domains}::text[]))`)})`,
        )
      : []
  const ids = people.map(({ id }) => id)
  const opened =
    openings && ids.length > 0
      ? await read(sql<boolean>`type in ('deal', 'request') and contact_id = any(${ids}::uuid[])`)
      : []
  return [...people, ...houses, ...opened]
}

/** Records by id, those that are gone as well; locked until the transaction ends, unless `lock` says otherwise. */
export const holdRecords = (tx: Runner, workspaceId: string, ids: readonly string[], lock = true): Promise<Held[]> =>
  select(tx, workspaceId, lock, sql<boolean>`id = any(${ids}::uuid[])`)

/** The member who sees to a record, of a table of records by what it is called in the query. */
export const ownerOf = (table: string) =>
  sql<Owner | null>`(select json_build_object('id', id, 'name', name) from "user" where id = ${sql.ref(`${table}.owner_id`)})`

async function select(
  db: Runner,
  workspaceId: string,
  lock: boolean,
  which: ReturnType<typeof sql<boolean>>,
  codes = false,
) {
  const query = db
    .selectFrom('record')
    .selectAll('record')
    .select((eb) =>
      eb
        .selectFrom('list_membership as m')
        .select(sql<string[]>`coalesce(array_agg(m.list), '{}')`.as('lists'))
        .whereRef('m.contact_id', '=', 'record.id')
        .as('lists'),
    )
    .select(
      sql<{ key: string; domain: string | null }[] | null>`(
        select json_agg(json_build_object('key', part.key, 'domain', part.domain)) from record part
        where part.merged_into = record.id)`.as('also'),
    )
    .select(
      sql<string[] | null>`(select array_agg(distinct list) from list_left
        where contact_id = record.id or contact_id in (select part.id from record part where part.merged_into = record.id))`.as(
        'left',
      ),
    )
    .select(ownerOf('record').as('owner'))
    .select((codes ? codesOf('record') : sql<string[] | null>`null`).as('codes'))
    .where('workspace_id', '=', workspaceId)
    .where(which)
    .orderBy('created_at', 'desc')
    .orderBy('id')
  const rows = await (lock ? query.forUpdate() : query).execute()
  return rows.map((row): Held => ({
    id: row.id,
    type: row.type,
    key: row.key,
    domain: row.domain,
    contact: row.contact_id,
    company: row.company_id,
    owner: row.owner,
    form: row.form_id,
    values: row.values,
    lists: row.lists ?? [],
    revision: row.revision,
    goneBy: row.gone_by,
    mergedInto: row.merged_into,
    broughtBy: row.brought_by,
    ...(row.left ? { left: row.left } : {}),
    ...(row.also ? { also: row.also } : {}),
    ...(row.codes ? { codes: row.codes } : {}),
  }))
}

/** What records are called, those that are gone as well. */
export const findRecordTitles = (db: Runner, workspaceId: string, ids: readonly string[]) =>
  db
    .selectFrom('record')
    .select(['id', 'title'])
    .where('workspace_id', '=', workspaceId)
    .where(sql<boolean>`id = any(${ids}::uuid[])`)
    .execute()

/** A record that is gone, with what removed it; `null` where it is there, and for none. */
async function findGone(db: Runner, workspaceId: string, id: string) {
  const gone = await db
    .selectFrom('record')
    .innerJoin('cause', (join) =>
      join.onRef('cause.workspace_id', '=', 'record.workspace_id').onRef('cause.id', '=', 'record.gone_by'),
    )
    .leftJoin('record as whole', 'whole.id', 'record.merged_into')
    .select(['record.id', 'record.type', 'record.title', 'record.key'])
    .select(['cause.id as goneBy', 'cause.deed', 'cause.who', 'cause.at', 'cause.about'])
    .select(['whole.id as mergedInto', 'whole.title as mergedTitle'])
    .where('record.workspace_id', '=', workspaceId)
    .where('record.id', '=', id)
    .executeTakeFirst()
  return gone ?? null
}

export type Gone = NonNullable<Awaited<ReturnType<typeof findGone>>>

/** Finds a record, or what there is to say of one that is gone. */
export const orGone =
  <T extends object>(find: (db: Runner, workspaceId: string, id: string) => Promise<T | null>) =>
  async (db: Runner, workspaceId: string, id: string): Promise<T | Gone | null> =>
    (await find(db, workspaceId, id)) ?? findGone(db, workspaceId, id)

export const isGone = (found: object): found is Gone => 'goneBy' in found
