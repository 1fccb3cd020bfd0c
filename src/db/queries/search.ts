import { type RawBuilder, type SelectQueryBuilder, sql } from 'kysely'
import type { RecordType } from '@/core/fields/field'
import type { Db, Runner } from '../database'
import { findUpTo, holdsWords, isOneOf, joinFound, type Search } from './list'

/**
 * How records are searched: by one text beside each, which the database keeps of its own words and of the names of whom
 * it belongs to.
 */

/** What is searched, among whose records of which sort. */
export interface Searching {
  workspaceId: string
  type: RecordType
  search: string
}

/** Those that hold every word, as the rows `words`, by `record_id`. */
const holders = (db: Runner, { workspaceId, type, search }: Searching) =>
  db
    .selectFrom('record_text as words')
    .where('words.workspace_id', '=', workspaceId)
    .where('words.type', '=', type)
    .where(holdsWords(sql`words.text`, search))

/** Narrows rows to records that hold every word. */
export const amongHolders = <DB, TB extends keyof DB, O>(
  rows: SelectQueryBuilder<DB, TB, O>,
  id: RawBuilder<unknown>,
  db: Runner,
  searching: Searching,
): SelectQueryBuilder<DB, TB, O> => joinFound(rows, id, holders(db, searching).select('words.record_id as id'))

/** Whether a record holds every word, asked of one by itself. */
const isHolder = (id: RawBuilder<unknown>, { search }: Searching): RawBuilder<boolean> =>
  sql<boolean>`exists (select from record_text words where words.record_id = ${id} and ${holdsWords(sql`words.text`, search)})`

/** How a list of records is searched, by the id of its rows. */
export const searchRecords = <DB, TB extends keyof DB, O>(
  db: Runner,
  searching: Searching,
  id: RawBuilder<unknown>,
  list: SelectQueryBuilder<DB, TB, O>,
): Search<DB, TB, O> => ({
  list,
  fits: (one) => isHolder(one, searching),
  found: amongHolders(list, id, db, searching),
  ofFew: async (most) => {
    const few = await findUpTo(holders(db, searching), sql`words.record_id`, most)
    return few && list.where(isOneOf(id, few))
  },
})

/** The trigram indexes that lists are searched through. */
const INDEXES = ['form_search', 'record_text_search', 'submission_text_search', 'visit_search', 'delivery_search']

/**
 * Puts what has been written since into the indexes. New rows wait in a list that is searched as well: whoever
 * writes one need not wait for the hundred places that its text has in an index. Tells how many pages waited.
 */
export async function settleSearch(db: Db): Promise<number> {
  let pages = 0
  for (const index of INDEXES) {
    const { rows } = await sql<{ n: string }>`select gin_clean_pending_list(${index}::regclass) as n`.execute(db)
    pages += Number(rows[0]?.n ?? 0)
  }
  return pages
}
