import { type RawBuilder, type SelectQueryBuilder, sql } from 'kysely'
import type { Runner } from '../database'

/** How lists are sorted, paged by key and searched: the same for all of them. */

/** What the rows of a list can be sorted by: an expression that is never null, of a type that has an order. */
export interface SortKey {
  by: RawBuilder<unknown>
  /** The id of a row as the index of this key has it, where that is not the list's own. */
  id?: RawBuilder<unknown>
  type: 'text' | 'timestamptz' | 'bigint'
}

/** Text as people sort it: by letters, whatever their case, and the same in every language of the Latin script. */
export const textKey = (text: RawBuilder<unknown>): SortKey => ({
  by: sql`${text} collate "und-x-icu"`,
  type: 'text',
})

export const momentKey = (moment: RawBuilder<unknown>): SortKey => ({ by: moment, type: 'timestamptz' })

export const numberKey = (number: RawBuilder<unknown>): SortKey => ({ by: number, type: 'bigint' })

/** The keys of a list by name, the one first by which it is sorted where nobody says otherwise. */
export type SortKeys = Readonly<Record<string, SortKey>>

/** A key and its direction: `name` from the least up, `-name` from the greatest down. */
interface Sorting {
  key: SortKey
  down: boolean
}

/** Reads how a list is to be sorted; like its own `usual` for anything it cannot be sorted by. */
export function chooseSorting(keys: SortKeys, wanted: string | undefined, usual: string): Sorting {
  const name = (wanted ?? '').replace(/^-/, '')
  if (Object.hasOwn(keys, name) && keys[name]) return { key: keys[name], down: wanted?.startsWith('-') ?? false }
  const key = keys[usual.replace(/^-/, '')]
  if (!key) throw new Error(`A list has no key ${usual}`)
  return { key, down: usual.startsWith('-') }
}

/** Every way a list can be sorted. */
export const sortingsOf = (keys: SortKeys): [string, ...string[]] =>
  Object.keys(keys).flatMap((name) => [name, `-${name}`]) as [string, ...string[]]

/** A place in a sorted list: what its last row was sorted by, and that row's id. */
export interface Cursor {
  type: SortKey['type']
  key: string
  id: string
}

const writeCursor = ({ type, key, id }: Cursor): string =>
  Buffer.from(JSON.stringify([type, key, id])).toString('base64url')

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/

/** What the database writes for a key of each type; others may be values that it cannot read. */
const WRITTEN: Record<SortKey['type'], (key: string) => boolean> = {
  text: (key) => key.length <= 5000 && !key.includes('\0') && key.isWellFormed(),
  timestamptz: (key) =>
    /^[1-9]\d{3}-(0[1-9]|1[0-2])-([0-2]\d|3[01]) ([01]\d|2[0-3]):[0-5]\d:[0-5]\d(\.\d{1,6})?\+00$/.test(key) &&
    new Date(key.replace(' ', 'T').replace('+00', 'Z')).toISOString().slice(0, 10) === key.slice(0, 10),
  bigint: (key) => /^-?\d{1,15}$/.test(key),
}

/** Reads a cursor back; `null` for anything that is not one of ours. */
export function readCursor(text: string | null | undefined): Cursor | null {
  try {
    const [type, key, id] = JSON.parse(Buffer.from(text ?? '', 'base64url').toString()) as unknown[]
    if (typeof type !== 'string' || !Object.hasOwn(WRITTEN, type)) return null
    if (typeof key !== 'string' || typeof id !== 'string' || !UUID.test(id)) return null
    return WRITTEN[type as SortKey['type']](key) ? { type: type as SortKey['type'], key, id } : null
  } catch {
    return null
  }
}

export interface Page<T> {
  rows: T[]
  /** Cursor of the page after; `null` for the last one. */
  next: string | null
}

export interface Paging {
  sorting: Sorting
  after?: Cursor | null | undefined
  limit: number
}

/** The rows after a place, in the order of a key and, among equals, of their id. A cursor of another key begins anew. */
function inOrder<DB, TB extends keyof DB, O>(
  query: SelectQueryBuilder<DB, TB, O>,
  own: RawBuilder<unknown>,
  { sorting, after }: Omit<Paging, 'limit'>,
): SelectQueryBuilder<DB, TB, O> {
  const { key, down } = sorting
  const direction = down ? 'desc' : 'asc'
  return afterPlace(query, own, { sorting, after })
    .orderBy(key.by, direction)
    .orderBy(key.id ?? own, direction)
}

/** The same in no order. */
function afterPlace<DB, TB extends keyof DB, O>(
  query: SelectQueryBuilder<DB, TB, O>,
  own: RawBuilder<unknown>,
  { sorting: { key, down }, after }: Omit<Paging, 'limit'>,
): SelectQueryBuilder<DB, TB, O> {
  const from = after?.type === key.type ? after : null
  return query.$if(from !== null, (narrowed) =>
    narrowed.where(
      sql<boolean>`(${key.by}, ${key.id ?? own}) ${sql.raw(down ? '<' : '>')} (${from?.key}::${sql.raw(key.type)}, ${from?.id}::uuid)`,
    ),
  )
}

/** How many rows of an order are looked at one by one: at first, and again where what is looked for is common. */
export interface Reach {
  first: number
  again: number
}

const REACH: Reach = { first: 1000, again: 20_000 }

/** Reads what a list shows of some of its rows. */
type Show<DB, TB extends keyof DB, O, Row> = (page: SelectQueryBuilder<DB, TB, O>) => { execute: () => Promise<Row[]> }

/** A list of which something is looked for that its indexes do not tell in its order. */
export interface Search<DB, TB extends keyof DB, O> {
  /** All of the list, whether it is what is looked for or not. */
  list: SelectQueryBuilder<DB, TB, O>
  /** What of each row is asked, beside its id. */
  told: RawBuilder<unknown>
  /** Whether a row is what is looked for: told of it by itself. */
  fits: (id: RawBuilder<unknown>, told: RawBuilder<unknown>) => RawBuilder<boolean>
  /** The list, with what is looked for found among everything at once. */
  found: SelectQueryBuilder<DB, TB, O>
}

/**
 * Reads one page of what is looked for. Where that is common, a page is full after a few rows of its order; where it is
 * rare, all of it is soon found and sorted. The database cannot know beforehand which it is: the first rows tell. Only
 * what is common and yet stands far behind makes many to be sorted.
 */
export async function readSearched<DB, TB extends keyof DB, O, Row extends { id: string }>(
  db: Runner,
  search: Search<DB, TB, O>,
  own: RawBuilder<unknown>,
  paging: Paging,
  show: Show<DB, TB, O, Row>,
  { first: many, again }: Reach = REACH,
): Promise<Page<Row>> {
  const { list, found } = search
  const isFull = (marks: readonly Mark[]) => marks.length > paging.limit
  let marks = await lookAmongFirst(db, search, own, paging, many)
  // Were it as common further on, half as much again as a page takes would be found.
  const isLikely = marks.length * again >= 1.5 * (paging.limit + 1) * many
  if (!isFull(marks) && isLikely) marks = await lookAmongFirst(db, search, own, paging, again)
  if (!isFull(marks)) marks = await sortWhole(db, found, own, paging)
  return pageOf(list, own, paging, marks, show)
}

export const isOneOf = (own: RawBuilder<unknown>, ids: readonly string[]): RawBuilder<boolean> =>
  sql<boolean>`${own} = any(${ids}::uuid[])`

/** What is looked for among so many rows that come first in the order of a page: each is looked at until it is full. */
async function lookAmongFirst<DB, TB extends keyof DB, O>(
  db: Runner,
  { list, told, fits }: Search<DB, TB, O>,
  own: RawBuilder<unknown>,
  { sorting, after, limit }: Paging,
  many: number,
): Promise<Mark[]> {
  const { key, down } = sorting
  const direction = sql.raw(down ? 'desc' : 'asc')
  const first = inOrder(list.clearSelect(), own, { sorting, after })
    .select([sql`${key.by}`.as('key'), sql`${key.id ?? own}`.as('id'), sql`${told}`.as('told')])
    .limit(many)
  const { rows } = await sql<Mark>`
    select first.key::text as key, first.id from (${first}) first where ${fits(sql`first.id`, sql`first.told`)}
    order by first.key ${direction}, first.id ${direction} limit ${limit + 1}`.execute(db)
  return rows
}

/** All that is found is sorted. */
async function sortWhole<DB, TB extends keyof DB, O>(
  db: Runner,
  found: SelectQueryBuilder<DB, TB, O>,
  own: RawBuilder<unknown>,
  { sorting, after, limit }: Paging,
): Promise<Mark[]> {
  const { key, down } = sorting
  const direction = sql.raw(down ? 'desc' : 'asc')
  const whole = afterPlace(found.clearSelect(), own, { sorting, after }).select([
    sql`${AS_NO_INDEX_HAS_IT[key.type](key.by)}`.as('key'),
    sql`${key.id ?? own}`.as('id'),
  ])
  const { rows } = await sql<Mark>`
    select whole.key::text as key, whole.id from (${whole}) whole
    order by whole.key ${direction}, whole.id ${direction} limit ${limit + 1}`.execute(db)
  return rows
}

/**
 * The same key, and yet none that an index tells the order of: otherwise the database might go through that order again, in
 * the hope that a page is soon full.
 */
const AS_NO_INDEX_HAS_IT: Record<SortKey['type'], (by: RawBuilder<unknown>) => RawBuilder<unknown>> = {
  text: (by) => sql`${by} || ''`,
  timestamptz: (by) => sql`${by} + interval '0'`,
  bigint: (by) => sql`${by} + 0`,
}

/**
 * Reads one page of a list, sorted by a key and, among equals, by id: first which rows are on it, so that nothing else has
 * to be known of all the others, and then what is shown of these.
 */
export const readPage = async <DB, TB extends keyof DB, O, Row extends { id: string }>(
  list: SelectQueryBuilder<DB, TB, O>,
  own: RawBuilder<unknown>,
  paging: Paging,
  show: Show<DB, TB, O, Row>,
): Promise<Page<Row>> => pageOf(list, own, paging, await readMarks(list, own, paging), show)

/** Which rows are on a page, and whether there is one more. */
const readMarks = <DB, TB extends keyof DB, O>(
  list: SelectQueryBuilder<DB, TB, O>,
  own: RawBuilder<unknown>,
  { sorting, after, limit }: Paging,
): Promise<Mark[]> =>
  inOrder(list.clearSelect(), own, { sorting, after })
    .select([sql<string>`(${sorting.key.by})::text`.as('key'), sql<string>`${sorting.key.id ?? own}`.as('id')])
    .limit(limit + 1)
    .execute() as Promise<Mark[]>

async function pageOf<DB, TB extends keyof DB, O, Row extends { id: string }>(
  list: SelectQueryBuilder<DB, TB, O>,
  own: RawBuilder<unknown>,
  { sorting, limit }: Paging,
  marks: readonly Mark[],
  show: Show<DB, TB, O, Row>,
): Promise<Page<Row>> {
  const last = marks.length > limit ? marks[limit - 1] : undefined
  const ids = marks.slice(0, limit).map(({ id }) => id)
  const read = ids.length > 0 ? await show(list.where(isOneOf(own, ids))).execute() : []
  const rows = new Map(read.map((row) => [row.id, row]))
  return {
    // In their order; what was there a moment ago and is no more is left out.
    rows: ids.flatMap((id) => rows.get(id) ?? []),
    next: last ? writeCursor({ type: sorting.key.type, key: last.key, id: last.id }) : null,
  }
}

/** Where a row stands in its list. */
interface Mark {
  key: string
  id: string
}

/** Whether a text holds every word that is searched for, wherever and in whatever case: through its trigram index. */
export const holdsWords = (text: RawBuilder<unknown>, search: string): RawBuilder<boolean> =>
  holdsEach(search, (word) => sql`${text} ilike ${word}`)

/** The same of a text that is in lower case already, which is asked several times as fast. */
export const holdsLowered = (text: RawBuilder<unknown>, search: string): RawBuilder<boolean> =>
  holdsEach(search, (word) => sql`${text} like lower(${word})`)

function holdsEach(search: string, holds: (word: string) => RawBuilder<unknown>): RawBuilder<boolean> {
  const words = search.split(/\s+/).filter(Boolean).slice(0, 8)
  if (words.length === 0) return sql<boolean>`true`
  return sql<boolean>`(${sql.join(
    words.map((word) => holds(likeWord(word))),
    sql` and `,
  )})`
}

/** What `ilike` finds a word by, anywhere in a text. */
export const likeWord = (word: string): string => `%${word.replace(/[\\%_]/g, (character) => `\\${character}`)}%`
