import { type RawBuilder, type SelectQueryBuilder, sql } from 'kysely'
import { numberKey, type SortKey, textKey } from './list'

/**
 * What lists sort records by that stands elsewhere: the database keeps it beside each record as its `listing`, so that a
 * page is read from an index instead of working it out for every row.
 */

type TextColumn = 'person' | 'company' | 'owner' | 'at'
type NumberColumn = 'sent' | 'people' | 'deals' | 'requests'

/** The id as the indexes have it behind each key. */
const id = sql`listing.record_id`

export const keptText = (column: TextColumn): SortKey => ({ ...textKey(sql.ref(`listing.${column}`)), id })

export const keptNumber = (column: NumberColumn): SortKey => ({ ...numberKey(sql.ref(`listing.${column}`)), id })

/** Whether a listing is that of a record, which its own workspace and sort find it by. */
export const isListingOf = (record: string, workspaceId: string, type: string): RawBuilder<boolean> =>
  sql<boolean>`listing.record_id = ${sql.ref(`${record}.id`)} and listing.workspace_id = ${workspaceId} and listing.type = ${sql.lit(type)}`

/** Puts what is kept beside each row: nothing of it is asked for but in conditions, and by the keys that name it. */
export const withKept = <DB, TB extends keyof DB, O>(
  rows: SelectQueryBuilder<DB, TB, O>,
  isKept: RawBuilder<boolean>,
  table: 'listing' | 'submission_listing' = 'listing',
): SelectQueryBuilder<DB, TB, O> =>
  rows.innerJoin(sql<object>`${sql.table(table)}`.as('listing'), (join) => join.on(isKept)) as unknown as typeof rows

/** Whether a key is of what is kept: rows that are sorted by another need not have it beside them. */
export const isOfKept = (key: SortKey): boolean => key.id !== undefined
