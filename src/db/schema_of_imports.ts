import type { ColumnType } from 'kysely'
import type { ImportColumn, ImportPlan } from '@/core/imports/import_plan'
import type { Default } from './schema_of_access'

type Json<T> = ColumnType<T, string | undefined, string>
type MaybeJson<T> = ColumnType<T | null, string | null | undefined, string | null>

/**
 * How far an import is: `reading` its file, waiting for somebody to say where columns go (`mapping`), looking what would
 * come of it (`checking`, then `ready`), `bringing` it in until `done` or `stopped`, `parting` again until `parted`.
 */
export type ImportState =
  | 'reading'
  | 'mapping'
  | 'checking'
  | 'ready'
  | 'bringing'
  | 'stopped'
  | 'done'
  | 'parting'
  | 'parted'
  | 'failed'

/** What came of rows: how many of each sort. */
export type ImportCounts = Partial<Record<RowIs, number>>

/** What comes of a row; `again` is one whose address stands in a row before it. */
export type RowIs = 'made' | 'changed' | 'same' | 'again' | 'unknown' | 'wrong'

/** A file of people that is brought in. */
export interface ImportTable {
  id: string
  workspace_id: string
  name: string
  state: ImportState
  kind: 'csv' | 'xlsx' | 'vcard'
  encoding: string | null
  separator: string | null
  columns: Json<ImportColumn[]>
  plan: MaybeJson<ImportPlan>
  rows: Default<number>
  place: Default<number>
  counts: Json<ImportCounts>
  error: string | null
  parted_to: Default<string | null>
  parts_companies: Default<boolean>
  put_back_by: Default<string | null>
  left_over: Json<Record<string, number>>
  member_id: string | null
  token_id: string | null
  who: string
  created_at: Default<Date>
  changed_at: Default<Date>
}

/** A row of it, as it was read, and what comes of it. */
export interface ImportRowTable {
  import_id: string
  n: number
  cells: Json<string[]>
  email: string | null
  is: RowIs | null
  told: MaybeJson<RowTold>
}

/** What is told of a row: what would change or did, and what is wrong in which column. */
export interface RowTold {
  changes: { label: string; from: string; to: string }[]
  wrong: { column: number; why: string }[]
}
