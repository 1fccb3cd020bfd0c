import type { PlannedTags } from '@/core/sources/tags'
import type { ColumnType, Generated, JSONColumnType } from 'kysely'
import type { Option } from '@/core/answers/options'
import type { Hours } from '@/core/dispatch/hours'
import type { TargetName } from '@/core/dispatch/targets/bodies'
import type { Doer } from '@/core/changes/cause'
import type { Condition } from '@/core/logic/condition'
import type { FieldType, RecordType } from '@/core/fields/field'
import type { ListWordings } from '@/core/records/list_words'
import type { Default, MaybeMoment } from './schema_of_access'

/** Tables of what the forms of a workspace share. */

export interface WorkspaceTable {
  id: Generated<string>
  name: string
  /** What it is called in addresses. */
  handle: ColumnType<string, never, never>
  mail_domain: string
  /** IANA name of the zone that its days and hours are told in. */
  time_zone: Default<string>
  /** When contacts that may be one person were looked for last. */
  doubles_at: MaybeMoment
  planned_tags: ColumnType<PlannedTags, string | undefined, string>
  sites: Default<string[]>
  /** The host name of its own that links are made with. */
  host: ColumnType<string | null, string | null | undefined, string | null>
  created_at: Default<Date>
}

export interface HostTable {
  workspace_id: string
  name: string
  added_at: Default<Date>
  proven_at: MaybeMoment
}

/** Links to a form that are made by the tags which the workspace plans. */
export interface TaggedLinkTable {
  id: Generated<string>
  workspace_id: string
  form_id: string
  /** Tags; empty for none. */
  source: string
  medium: string
  campaign: string
  /** Who made it. */
  doer: JSONColumnType<Doer & object, string, string>
  made_at: Default<Date>
}

export interface RecordFieldTable {
  workspace_id: string
  record: RecordType
  name: string
  label: string
  type: Default<FieldType>
  options: ColumnType<Option[], string | undefined, string>
  position: Default<number>
  retired: Default<boolean>
}

export interface DeskTable {
  workspace_id: string
  name: string
  title: string
  addresses: string[]
  /** When somebody is there. */
  hours: ColumnType<Hours | null, string | null | undefined, string | null>
  /** Members who own what it is told of, each in turn. */
  owners: Default<string[]>
  /** How often one of them has been given something. */
  turn: Default<number>
}

export interface ListTable {
  workspace_id: string
  name: string
  title: string
  /** How it asks to be confirmed by mail; `null` where a consent is enough. */
  confirm: ColumnType<ListWordings | null, string | null | undefined, string | null>
}

export interface ConnectionTable {
  workspace_id: string
  name: string
  title: string
  target: TargetName
  settings: JSONColumnType<Record<string, string>, string, string>
  /** Secret settings, sealed. */
  secrets: Buffer | null
  every_form: Default<boolean>
  retired: Default<boolean>
  /** What came back when it was last tried. */
  tried: ColumnType<Tried | null, string | null | undefined, string | null>
  created_at: Default<Date>
}

/** What came back when a connection was tried. */
export interface Tried {
  at: string
  ok: boolean
  /** What the other side said, or why it was not reached. */
  said: string
  milliseconds: number
}

/** People who fit a condition, kept under a name. */
export interface SegmentTable {
  workspace_id: string
  name: string
  title: string
  condition: ColumnType<Condition, string, string>
  changed_by: string
  changed_at: Default<Date>
}

/** A column of a list as a member sees it. */
export interface KeptColumn {
  name: string
  /** In pixels; `null` for as wide as it needs. */
  width: number | null
}

export interface ListViewTable {
  workspace_id: string
  user_id: string
  list: string
  columns: ColumnType<KeptColumn[], string, string>
}
