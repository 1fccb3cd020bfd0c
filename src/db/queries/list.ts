import { type RawBuilder, type SelectQueryBuilder, sql } from 'kysely'

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
function inOrder<DB, TB extends keyof DB, Row>(
  query: SelectQueryBuilder<DB, TB, Row>,
  own: RawBuilder<unknown>,
  { sorting: { key, down }, after }: Omit<Paging, 'limit'>,
): SelectQueryBuilder<DB, TB, Row> {
  const id = key.id ?? own
  const direction = down ? 'desc' : 'asc'
  const from = after?.type === key.type ? after : null
  return query
    .$if(from !== null, (narrowed) =>
      narrowed.where(
        sql<boolean>`(${key.by}, ${id}) ${sql.raw(down ? '<' : '>')} (${from?.key}::${sql.raw(key.type)}, ${from?.id}::uuid)`,
      ),
    )
    .orderBy(key.by, direction)
    .orderBy(id, direction) as SelectQueryBuilder<DB, TB, Row>
}

/** How many rows are looked at one by one before a list is searched as a whole. */
const LOOKED_AT = 1500

/**
 * Whether a row is among those that come first in the order of a page, however the list is narrowed. Where what is looked
 * for is common, a page of it is among them; the database, which cannot know that, would find all of it and sort that.
 */
export function isAmongFirst<DB, TB extends keyof DB, Row>(
  query: SelectQueryBuilder<DB, TB, Row>,
  own: RawBuilder<unknown>,
  paging: Omit<Paging, 'limit'>,
): RawBuilder<boolean> {
  const first = inOrder(query, own, paging)
    .select(sql<string>`${own}`.as('id'))
    .limit(LOOKED_AT)
  // An array is there before anything else is looked at, and each of it is found by its key.
  return sql<boolean>`${own} = any(array(${first}))`
}

/** Reads one page of a query, sorted by a key and, among equals, by id. */
export async function readPage<DB, TB extends keyof DB, Row>(
  query: SelectQueryBuilder<DB, TB, Row>,
  own: RawBuilder<unknown>,
  { sorting, after, limit }: Paging,
): Promise<Page<Row>> {
  const { key } = sorting
  const sorted = inOrder(query, own, { sorting, after })
    .select([sql<string>`(${key.by})::text`.as('sort_key'), sql<string>`${key.id ?? own}`.as('page_id')])
    .limit(limit + 1)
  // Kysely cannot tell what a row of any query has once columns are added to it.
  const rows = (await sorted.execute()) as (Row & Mark)[]
  const last = rows.length > limit ? rows[limit - 1] : undefined
  return {
    rows: rows.slice(0, limit).map(withoutMark<Row>),
    next: last ? writeCursor({ type: key.type, key: last.sort_key, id: last.page_id }) : null,
  }
}

/** Where a row stands in its list. */
interface Mark {
  sort_key: string
  page_id: string
}

function withoutMark<Row>({ sort_key: _, page_id: __, ...row }: Row & Mark): Row {
  return row as unknown as Row
}

/** Whether a text holds every word that is searched for, wherever and in whatever case: through its trigram index. */
export function holdsWords(text: RawBuilder<unknown>, search: string): RawBuilder<boolean> {
  const words = search.split(/\s+/).filter(Boolean).slice(0, 8)
  if (words.length === 0) return sql<boolean>`true`
  return sql<boolean>`(${sql.join(
    words.map((word) => sql`${text} ilike ${likeWord(word)}`),
    sql` and `,
  )})`
}

/** What `ilike` finds a word by, anywhere in a text. */
export const likeWord = (word: string): string => `%${word.replace(/[\\%_]/g, (character) => `\\${character}`)}%`
