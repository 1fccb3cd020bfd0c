import type { ColumnType, JSONColumnType } from 'kysely'
import type { Answers } from '@/core/answers/answer'
import type { LinkParameters } from '@/core/answers/link_parameters'
import type { Default, MaybeMoment, Moment } from './schema_of_access'

/** Visits, and what is counted of them. */

type Json<T> = JSONColumnType<T & object, string, string>

export interface VisitTable {
  id: string
  workspace_id: string
  form_id: string
  release_number: number
  arrived_at: Moment
  began_at: MaybeMoment
  sent_at: MaybeMoment
  returned_at: MaybeMoment
  last_at: Moment
  steps: string[]
  source: string
  link: Json<LinkParameters>
  page_before: string | null
  link_holder: string | null
  /** The personal link itself. */
  link_id: Default<string | null>
  answers: ColumnType<Answers | null, string | null | undefined, string | null>
  /** The address among the answers that are kept of it. */
  left_by: string | null
  /** Names of the parameters that its link had and nobody read. */
  unread: ColumnType<string[] | null, string[] | null | undefined, string[] | null>
  /** Whether that person, or its link’s holder, sent the form later, in another visit. */
  sent_after_all: Default<boolean>
  /** Whether it came by a personal link that the browser remembered no visit by; not told of visits before that was kept. */
  new_browser: Default<boolean>
  /** The remembered browser that it was known by whose it is. */
  browser_id: Default<string | null>
  /** Whether a colleague tries the form: it counts nowhere. */
  is_test: Default<boolean>
}

export interface VisitEventTable {
  workspace_id: string
  form_id: string
  visit_id: string
  at: Moment
  kind: VisitEventKind
  step: string | null
  source: string | null
}

export type VisitEventKind = 'arrived' | 'began' | 'step' | 'kept' | 'returned' | 'sent'

export interface ReadoutDayTable {
  workspace_id: string
  form_id: string
  day: string
  source: string
  release_number: number
  arrived: number
  began: number
  sent: number
  unfinished: number
  returned: number
  /** People who reached each step. */
  steps: Json<Record<string, number>>
  /** People who have not sent, by the last step they reached. */
  stopped: Json<Record<string, number>>
}
