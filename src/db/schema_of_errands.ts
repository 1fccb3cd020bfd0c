import type { ColumnType } from 'kysely'
import type { Errand } from '@/core/changes/errand'
import type { RecordType } from '@/core/fields/field'
import type { Default } from './schema_of_access'

/** How far an errand is: what was done can be put back in the same steps. */
export type ErrandState = 'doing' | 'stopped' | 'done' | 'parting' | 'parted'

/** One thing that is done to many records, some at a time. */
export interface ErrandTable {
  id: string
  workspace_id: string
  type: RecordType
  errand: ColumnType<Errand, string, string>
  state: ErrandState
  of: number
  /** How many it has gone through. */
  place: Default<number>
  /** The last record that it has gone through, on the way it is on. */
  last_id: Default<string | null>
  /** How many of them it did something to. */
  changed: Default<number>
  error: Default<string | null>
  put_back_by: Default<string | null>
  parts_companies: Default<boolean>
  left_over: ColumnType<Record<string, number>, string | undefined, string>
  member_id: string | null
  token_id: string | null
  who: string
  created_at: Default<Date>
  changed_at: Default<Date>
}

/** A record that an errand is still to be done to. */
export interface ErrandRecordTable {
  errand_id: string
  record_id: string
}
