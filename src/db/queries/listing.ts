import { type RawBuilder, type SelectQueryBuilder, sql } from 'kysely'
import type { RecordType } from '@/core/fields/field'
import type { Runner } from '../database'
import { holdsLowered, numberKey, type Search, type SortKey, textKey } from './list'

/**
 * What lists of records are read from: what each says is kept in one narrow row beside it, `said`, and whose it is and how
 * much it has in another, its `listing`. So a page is read from an index, and a search is told, without a look at the
 * records themselves.
 */

/** The id of a row of such a list. */
export const saidId = sql`said.record_id`

/** Records of a sort that are there, as the rows `said`. */
export const listed = (db: Runner, workspaceId: string, type: RecordType) =>
  db
    .selectFrom('record_text as said')
    .where('said.workspace_id', '=', workspaceId)
    .where(sql<boolean>`said.type = ${sql.lit(type)} and said.here`)

/** Whether the record itself, as the row `record`, is so. */
export const isRecordThat = (which: RawBuilder<boolean>): RawBuilder<boolean> =>
  sql<boolean>`exists (select from record where record.id = said.record_id
    and record.workspace_id = said.workspace_id and record.type = said.type and record.gone_by is null and ${which})`

export const isOfOwner = (owner: string): RawBuilder<boolean> => isRecordThat(sql<boolean>`record.owner_id = ${owner}`)

/** Narrows a list to those that hold every word. */
export const amongHolders = <DB, TB extends keyof DB, O>(
  list: SelectQueryBuilder<DB, TB, O>,
  search: string,
): SelectQueryBuilder<DB, TB, O> => list.where(holdsLowered(sql`said.text`, search))

/** How a list of records is searched. */
export const searchRecords = <DB, TB extends keyof DB, O>(
  list: SelectQueryBuilder<DB, TB, O>,
  search: string,
): Search<DB, TB, O> => ({
  list,
  told: sql`said.text`,
  fits: (_, told) => holdsLowered(told, search),
  found: amongHolders(list, search),
})

/** What records say. */
export const saidText = (column: 'title' | 'key' | 'domain' | 'person' | 'company' | 'at'): SortKey =>
  textKey(sql.ref(`said.${column}`))

/** The id as the indexes of listings have it behind each key. */
const id = sql`listing.record_id`

export const keptOwner: SortKey = { ...textKey(sql`listing.owner`), id }

export const keptNumber = (column: 'sent' | 'people' | 'deals' | 'requests'): SortKey => ({
  ...numberKey(sql.ref(`listing.${column}`)),
  id,
})

/** Puts the listing beside each row, where a list is sorted by it: by nothing else is it asked for. */
export const withListing = <DB, TB extends keyof DB, O>(
  list: SelectQueryBuilder<DB, TB, O>,
  { id: ofListing }: SortKey,
  type: RecordType,
): SelectQueryBuilder<DB, TB, O> =>
  ofListing === undefined
    ? list
    : (list.innerJoin(sql<object>`listing`.as('listing'), (join) =>
        join.on(
          sql<boolean>`listing.record_id = ${saidId} and listing.workspace_id = said.workspace_id and listing.type = ${sql.lit(type)}`,
        ),
      ) as unknown as typeof list)
