import { sql } from 'kysely'
import type { Errand } from '@/core/changes/errand'
import type { RecordType } from '@/core/fields/field'
import { asJson, type Runner } from '../database'
import type { ErrandState, ErrandTable } from '../schema_of_errands'
import type { listed } from './listing'
import { narrowOpened, type OpenedFilter } from './opened'
import { narrowCompanies, narrowPeople, type PeopleFilter } from './people'

/** Which records are meant: these, or all that a list is narrowed to. */
export type Chosen =
  | { type: RecordType; ids: readonly string[] }
  | { type: 'contact'; all: Omit<PeopleFilter, 'sort' | 'after' | 'limit'> }
  | { type: 'company'; all: Pick<PeopleFilter, 'search' | 'owner'> }
  | { type: 'deal' | 'request'; all: Pick<OpenedFilter, 'search' | 'at' | 'owner'> }

/** The ids and titles of those that are meant and there. */
export function chosenIn(db: Runner, workspaceId: string, chosen: Chosen) {
  if ('ids' in chosen)
    return db
      .selectFrom('record')
      .select(['record.id', 'record.title', 'record.key'])
      .where('record.workspace_id', '=', workspaceId)
      .where('record.type', '=', chosen.type)
      .where('record.gone_by', 'is', null)
      .where('record.id', '=', sql<string>`any(${chosen.ids}::uuid[])`)
  switch (chosen.type) {
    case 'contact':
      return asChosen(narrowPeople(db, workspaceId, chosen.all))
    case 'company':
      return asChosen(narrowCompanies(db, workspaceId, chosen.all))
    case 'deal':
    case 'request':
      return asChosen(narrowOpened(db, workspaceId, { ...chosen.all, type: chosen.type }))
  }
}

const asChosen = (rows: ReturnType<typeof listed>) => rows.select(['said.record_id as id', 'said.title', 'said.key'])

/** How many are meant, and some of them by what they are called. */
export async function countChosen(db: Runner, workspaceId: string, chosen: Chosen, some: number) {
  const query = chosenIn(db, workspaceId, chosen)
  const { rows } = await sql<{ n: number; some: { id: string; title: string; key: string }[] }>`
    with chosen as (${query})
    select (select count(*)::int from chosen) as n,
      (select coalesce(json_agg(one), '[]') from (select * from chosen order by title, id limit ${some}) one) as some
  `.execute(db)
  return rows[0] ?? { n: 0, some: [] }
}

export interface NewErrand extends Pick<ErrandTable, 'id' | 'workspace_id' | 'member_id' | 'token_id' | 'who'> {
  errand: Errand
}

/** Keeps an errand with the records it is to be done to. Gives how many they are. */
export async function addErrand(tx: Runner, { errand, ...about }: NewErrand, chosen: Chosen): Promise<number> {
  await tx
    .insertInto('errand')
    .values({ ...about, type: chosen.type, errand: asJson(errand), state: 'doing', of: 0 })
    .execute()
  const { rows } = await sql<{ n: number }>`
    with chosen as (${chosenIn(tx, about.workspace_id, chosen)}), added as (
      insert into errand_record (errand_id, record_id) select ${about.id}::uuid, id from chosen returning 1
    ) select count(*)::int as n from added
  `.execute(tx)
  const of = rows[0]?.n ?? 0
  await tx.updateTable('errand').set({ of }).where('id', '=', about.id).execute()
  return of
}

const errandOf = (db: Runner, workspaceId: string, id: string) =>
  db
    .selectFrom('errand')
    .select(['id', 'type', 'errand', 'state', 'of', 'place', 'changed', 'error', 'left_over as leftOver', 'who'])
    .select('created_at as createdAt')
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .executeTakeFirst()

export const findErrand = async (db: Runner, workspaceId: string, id: string) =>
  (await errandOf(db, workspaceId, id)) ?? null

/** The errand that a step is to be made of, held until the transaction ends. */
export const holdErrand = (tx: Runner, id: string) =>
  tx.selectFrom('errand').selectAll().where('id', '=', id).forUpdate().executeTakeFirst()

export type HeldErrand = NonNullable<Awaited<ReturnType<typeof holdErrand>>>

type Change = Partial<{
  state: ErrandState
  place: number
  last_id: string | null
  changed: number
  error: string | null
  put_back_by: string
  parts_companies: boolean
  left_over: string
}>

/** Says how far an errand is, where it is still in one of these states; `false` where it is not. */
export async function moveErrand(
  db: Runner,
  workspaceId: string,
  id: string,
  from: readonly ErrandState[],
  change: Change,
): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('errand')
    .set({ ...change, changed_at: sql<Date>`now()` })
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .where('state', 'in', from)
    .executeTakeFirst()
  return numUpdatedRows > 0n
}

/** Has the next step of an errand made soon; asked again before it is, once. */
export const queueErrand = (db: Runner, id: string) =>
  sql`select graphile_worker.add_job('step_errand', json_build_object('errand', ${id}::text),
    job_key := 'errand:' || ${id}::text)`.execute(db)

/** Takes the next records that an errand is to be done to. */
export async function takeErrandRecords(tx: Runner, id: string, limit: number): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    delete from errand_record where errand_id = ${id} and record_id in (
      select record_id from errand_record where errand_id = ${id} order by record_id limit ${limit})
    returning record_id as id
  `.execute(tx)
  return rows.map((row) => row.id).toSorted()
}

/** The next record that an errand is to be done to, which stays so until it is dropped; `null` where there is none. */
export async function nextRecord(db: Runner, id: string): Promise<string | null> {
  const row = await db
    .selectFrom('errand_record')
    .select('record_id')
    .where('errand_id', '=', id)
    .orderBy('record_id')
    .limit(1)
    .executeTakeFirst()
  return row?.record_id ?? null
}

/** Says that an errand is done to a record; `false` where it was said already. */
export async function dropErrandRecord(tx: Runner, id: string, record: string): Promise<boolean> {
  const { numDeletedRows } = await tx
    .deleteFrom('errand_record')
    .where('errand_id', '=', id)
    .where('record_id', '=', record)
    .executeTakeFirst()
  return numDeletedRows > 0n
}

/** By which wording these contacts are on a list. */
export async function readWordings(
  tx: Runner,
  workspaceId: string,
  list: string,
  contacts: readonly string[],
): Promise<Map<string, string>> {
  const rows = await tx
    .selectFrom('list_membership')
    .select(['contact_id as contact', 'wording'])
    .where('workspace_id', '=', workspaceId)
    .where('list', '=', list)
    .where('contact_id', '=', sql<string>`any(${contacts}::uuid[])`)
    .execute()
  return new Map(rows.map(({ contact, wording }) => [contact, wording]))
}
