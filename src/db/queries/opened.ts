import { sql } from 'kysely'
import type { Runner } from '../database'
import { chooseSorting, type Cursor, momentKey, readPage, readSearched, type SortKeys } from './list'
import { amongHolders, isOfOwner, keptOwner, listed, saidId, saidText, searchRecords, withListing } from './listing'
import { ownerOf } from './records'

/** Records that forms open: deals and requests. */
export type OpenedType = 'deal' | 'request'

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
  changed: momentKey(sql`said.changed_at`),
  opened: momentKey(sql`said.opened_at`),
  name: saidText('title'),
  person: saidText('person'),
  company: saidText('company'),
  owner: keptOwner,
  at: saidText('at'),
} satisfies SortKeys

type Narrowing = Pick<OpenedFilter, 'type' | 'search' | 'at' | 'owner'>

/** Deals, or requests, that fit a filter. */
export const narrowOpened = (db: Runner, workspaceId: string, { search, ...filter }: Narrowing) =>
  thatAre(db, workspaceId, filter).$if(Boolean(search), (narrowed) => amongHolders(narrowed, search ?? ''))

/** Those that fit all of a filter but what is searched. */
const thatAre = (db: Runner, workspaceId: string, { type, at, owner }: Omit<Narrowing, 'search'>) =>
  listed(db, workspaceId, type)
    .$if(owner !== undefined, (narrowed) => narrowed.where(isOfOwner(owner ?? '')))
    .$if(at !== undefined, (narrowed) => narrowed.where(sql<boolean>`said.at collate "und-x-icu" = ${at ?? ''}`))

/** Deals, or requests, the last changed first unless told otherwise. */
export async function listOpenedRecords(
  db: Runner,
  workspaceId: string,
  { sort, after, limit, search, ...filter }: OpenedFilter,
) {
  const sorting = chooseSorting(OPENED_KEYS, sort, '-changed')
  const paging = { sorting, after, limit }
  const list = withListing(thatAre(db, workspaceId, filter), sorting.key, filter.type)
  if (!search) return readPage(list, saidId, paging, asRows)
  return readSearched(db, searchRecords(list, search), saidId, paging, asRows)
}

/** Deals, or requests, as the list has them. */
const asRows = (page: ReturnType<typeof thatAre>) =>
  page
    .innerJoin('record', 'record.id', 'said.record_id')
    .leftJoin('form', 'form.id', 'record.form_id')
    .leftJoin('record as contact', (join) =>
      join.onRef('contact.id', '=', 'record.contact_id').on('contact.gone_by', 'is', null),
    )
    .leftJoin('record as house', (join) =>
      join.onRef('house.id', '=', 'record.company_id').on('house.gone_by', 'is', null),
    )
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
    money.flatMap((field) => [sql`${field}::text`, sql`coalesce(sum((said.numbers -> ${field})::numeric), 0)`]),
  )})`
  return narrowOpened(db, workspaceId, filter)
    .select(sql<string | null>`nullif(said.at, '')`.as('at'))
    .select(sql<number>`count(*)::int`.as('count'))
    .select((money.length > 0 ? sums : sql<Record<string, number>>`'{}'::jsonb`).as('money'))
    .groupBy(sql`1`)
    .execute()
}

export type OpenedSum = Awaited<ReturnType<typeof sumOpenedRecords>>[number]
