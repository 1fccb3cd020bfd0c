import type { ColumnType } from 'kysely'
import type { Form } from '@/core/form/definition'
import type { Met } from '@/core/rehearse/meet'
import type { Default } from './schema_of_access'

/** The latest run of a form’s past arrivals through its draft. */
export interface PastRunTable {
  id: string
  workspace_id: string
  form_id: string
  draft: ColumnType<Form, string, string>
  draft_revision: number
  /** The release that was live as it began: what they are compared with. */
  release_id: string
  state: Default<'running' | 'stopped' | 'done'>
  /** How many arrived in its days. */
  all: number
  /** How many of them it goes through, the latest first. */
  of: number
  done: Default<number>
  last_at: Date
  last_id: Default<string | null>
  /** How many would be asked what is new, by what it is called. */
  asked: ColumnType<Record<string, number>, string | undefined, string>
  error: Default<string | null>
  who: string
  begun_at: Default<Date>
}

/** An arrival that would not go as it did. */
export interface PastRunMetTable {
  run_id: string
  submission_id: string
  met: Exclude<Met, 'same'>
}
