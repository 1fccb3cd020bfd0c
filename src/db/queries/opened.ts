import { sql } from 'kysely'
import type { Runner } from '../database'
import {
  chooseSorting,
  type Cursor,
  momentKey,
  readPage,
  readSearched,
  type SortKey,
  type SortKeys,
  textKey,
} from './list'
import { isListingOf, isOfKept, keptText, withKept } from './listing'
import { ownerOf } from './records'
import { amongHolders, searchRecords } from './search'

/** Records that forms open: deals and requests. */
export type OpenedType = 'deal' | 'request'

/** The field that says how far one is. */
const PROGRESS = { deal: 'stage', request: 'status' } as const

export interface OpenedFilter {
  type: OpenedType
  search?: string | undefined
  /** How far it is: a value of its stage, or its status. */
  at?: string | undefined
  /** Only those of one owner, by id. */
  owner?: string | undefined
  /** One of the keys of the list, with `-` before it for the greatest first. */
  sort?: string | undefined
  after?: Cursor | null | undefined
  limit: number
}

export const OPENED_KEYS = {
  changed: momentKey(sql`record.updated_at`),
  opened: momentKey(sql`record.created_at`),
  name: textKey(sql`record.title`),
  person: keptText('person'),
  company: keptText('company'),
  owner: keptText('owner'),
  at: keptText('at'),
} satisfies SortKeys

type Narrowing = Pick<OpenedFilter, 'type' | 'search' | 'at' | 'owner'>

const id = sql`record.id`

/** Deals, or requests, that fit a filter, as the rows `record`. */
export const narrowOpened = (db: Runner, workspaceId: string, { search, ...filter }: Narrowing) =>
  thatAre(db, workspaceId, filter).$if(Boolean(search), (narrowed) =>
    amongHolders(narrowed, id, db, { workspaceId, type: filter.type, search: search ?? '' }),
  )

/** Those that fit all of a filter but what is searched, in an order or in none. */
function thatAre(db: Runner, workspaceId: string, { type, at, owner }: Omit<Narrowing, 'search'>, key?: SortKey) {
  const rows = db
    .selectFrom('record')
    .leftJoin('record as contact', (join) =>
      join.onRef('contact.id', '=', 'record.contact_id').on('contact.gone_by', 'is', null),
    )
    .leftJoin('record as house', (join) =>
      join.onRef('house.id', '=', 'record.company_id').on('house.gone_by', 'is', null),
    )
    .where('record.workspace_id', '=', workspaceId)
    .where('record.type', '=', type)
    .where('record.gone_by', 'is', null)
    .$if(owner !== undefined, (query) => query.where('record.owner_id', '=', owner ?? ''))
  if (at === undefined && !(key && isOfKept(key))) return rows
  return withKept(rows, isListingOf('record', workspaceId, type)).$if(at !== undefined, (query) =>
    query.where(sql<boolean>`listing.at collate "und-x-icu" = ${at ?? ''}`),
  )
}

/** Deals, or requests, the last changed first unless told otherwise. */
export async function listOpenedRecords(
  db: Runner,
  workspaceId: string,
  { sort, after, limit, search, ...filter }: OpenedFilter,
) {
  const sorting = chooseSorting(OPENED_KEYS, sort, '-changed')
  const paging = { sorting, after, limit }
  const list = thatAre(db, workspaceId, filter, sorting.key)
  if (!search) return readPage(list, id, paging, asRows)
  return readSearched(db, searchRecords(db, { workspaceId, type: filter.type, search }, id, list), id, paging, asRows)
}

/** Deals, or requests, as the list has them. */
const asRows = (page: ReturnType<typeof thatAre>) =>
  page
    .leftJoin('form', 'form.id', 'record.form_id')
    .select(['record.id', 'record.title as name', 'record.values', 'record.created_at as createdAt'])
    .select(['record.updated_at as updatedAt', 'form.name as formName'])
    .select(['contact.id as contact', 'contact.title as contactName'])
    .select(['house.id as companyId', 'house.title as company', ownerOf('record').as('owner')])

/**
 * How many there are at each stage, or status, of those that fit whatever their stage is, and what their fields of money
 * come to.
 */
export function sumOpenedRecords(
  db: Runner,
  workspaceId: string,
  filter: Pick<OpenedFilter, 'type' | 'search' | 'owner'>,
  money: readonly string[],
) {
  const sums = sql<Record<string, number>>`jsonb_build_object(${sql.join(
    money.flatMap((field) => [
      sql`${field}::text`,
      sql`coalesce(sum(case when jsonb_typeof(record."values" -> ${field}) = 'number' then (record."values" -> ${field})::numeric end), 0)`,
    ]),
  )})`
  return narrowOpened(db, workspaceId, filter)
    .select(sql<string | null>`record."values" ->> ${PROGRESS[filter.type]}`.as('at'))
    .select(sql<number>`count(*)::int`.as('count'))
    .select((money.length > 0 ? sums : sql<Record<string, number>>`'{}'::jsonb`).as('money'))
    .groupBy(sql`1`)
    .execute()
}

export type OpenedSum = Awaited<ReturnType<typeof sumOpenedRecords>>[number]
