import { type RawBuilder, sql } from 'kysely'
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
