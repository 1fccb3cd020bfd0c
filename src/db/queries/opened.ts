import { sql } from 'kysely'
import type { Runner } from '../database'
import {
  chooseSorting,
  type Cursor,
  findUpTo,
  holdsWords,
  isOneOf,
  momentKey,
  readPage,
  readSearched,
  type SortKeys,
  textKey,
} from './list'
import { isListingOf, keptText } from './listing'
import { ownerOf } from './records'

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

/**
 * Deals, or requests, that fit a filter, as the rows `record`. What is searched is that of each, of its person and of its
 * company, and is found once.
 */
export const narrowOpened = (db: Runner, workspaceId: string, { search, ...filter }: Narrowing) =>
  thatAre(db, workspaceId, filter).$if(Boolean(search), (narrowed) =>
    narrowed.where(sql<boolean>`record.id in (with held as materialized (
        select id, type from record where workspace_id = ${workspaceId} and type in (${sql.lit(filter.type)}, 'contact', 'company')
          and gone_by is null and ${holdsWords(sql`search`, search ?? '')})
      select id from held where type = ${sql.lit(filter.type)}
      union select opened.id from held join record opened on opened.contact_id = held.id and opened.type = ${sql.lit(filter.type)} where held.type = 'contact'
      union select opened.id from held join record opened on opened.company_id = held.id and opened.type = ${sql.lit(filter.type)} where held.type = 'company')`),
  )

/** The same of some that are looked at one by one. */
const narrowSome = (db: Runner, workspaceId: string, { search, ...filter }: Narrowing) =>
  thatAre(db, workspaceId, filter).where(sql<boolean>`(${holdsWords(sql`record.search`, search ?? '')}
    or (contact.id is not null and ${holdsWords(sql`contact.search`, search ?? '')})
    or (house.id is not null and ${holdsWords(sql`house.search`, search ?? '')}))`)

/** Those that fit, where so few records of any sort hold what is searched; `null` where more do. */
async function findTheirs(
  db: Runner,
  workspaceId: string,
  { search, ...filter }: Narrowing,
  most?: number,
): Promise<string[] | null> {
  const holders = db
    .selectFrom('record')
    .where('workspace_id', '=', workspaceId)
    .where('type', 'in', [filter.type, 'contact', 'company'])
    .where('gone_by', 'is', null)
    .where(holdsWords(sql`search`, search ?? ''))
  const held = await findUpTo(holders, id, most)
  if (!held) return null
  const of = (column: string) => isOneOf(sql.ref(column), held)
  const theirs = thatAre(db, workspaceId, filter).where((eb) =>
    eb.or([of('record.id'), of('record.contact_id'), of('record.company_id')]),
  )
  return findUpTo(theirs, id, most)
}

/** Those that fit all of a filter but what is searched. */
const thatAre = (db: Runner, workspaceId: string, { type, at, owner }: Omit<Narrowing, 'search'>) =>
  db
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
    .innerJoin('listing', (join) => join.on(isListingOf('record', workspaceId, type)))
    .$if(at !== undefined, (query) => query.where(sql<boolean>`listing.at collate "und-x-icu" = ${at ?? ''}`))
    .$if(owner !== undefined, (query) => query.where('record.owner_id', '=', owner ?? ''))

/** Deals, or requests, the last changed first unless told otherwise. */
export async function listOpenedRecords(
  db: Runner,
  workspaceId: string,
  { sort, after, limit, ...filter }: OpenedFilter,
) {
  const { search, ...rest } = filter
  const paging = { sorting: chooseSorting(OPENED_KEYS, sort, '-changed'), after, limit }
  const list = thatAre(db, workspaceId, rest)
  if (!search) return readPage(list, id, paging, asRows)
  const each = narrowSome(db, workspaceId, filter)
  const found = narrowOpened(db, workspaceId, filter)
  const upTo = (most: number) => findTheirs(db, workspaceId, filter, most)
  return readSearched(db, { list, each, found, upTo }, id, paging, asRows)
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
export async function sumOpenedRecords(
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
  return (await whichToSum(db, workspaceId, filter))
    .select(sql<string | null>`record."values" ->> ${PROGRESS[filter.type]}`.as('at'))
    .select(sql<number>`count(*)::int`.as('count'))
    .select((money.length > 0 ? sums : sql<Record<string, number>>`'{}'::jsonb`).as('money'))
    .groupBy(sql`1`)
    .execute()
}

/** What is searched is found at once where it is rare, and told of each by itself where it is common. */
async function whichToSum(db: Runner, workspaceId: string, { type, search, owner }: Omit<Narrowing, 'at'>) {
  const all = thatAre(db, workspaceId, { type, owner })
  if (!search) return all
  const rare = await findTheirs(db, workspaceId, { type, search, owner })
  return rare ? all.where(isOneOf(id, rare)) : narrowSome(db, workspaceId, { type, search, owner })
}

export type OpenedSum = Awaited<ReturnType<typeof sumOpenedRecords>>[number]
