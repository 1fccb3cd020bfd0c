import type { ColumnType } from 'kysely'
import type { RecordType } from '@/core/fields/field'

/** What the database keeps by itself. */
type Kept<T> = ColumnType<T, never, never>

/**
 * What a record says: what lists sort it by, narrow it to, and search. Kept by triggers, as all of these are; nobody writes
 * it.
 */
export interface RecordTextTable {
  record_id: Kept<string>
  workspace_id: Kept<string>
  type: Kept<RecordType>
  /** Whether it is there, or was removed or merged. */
  here: Kept<boolean>
  title: Kept<string>
  key: Kept<string>
  /** A company's mail domain; nothing where there is none. */
  domain: Kept<string>
  /** What people call its contact, and its company; nothing where there is none, or it is gone. */
  person: Kept<string>
  company: Kept<string>
  /** How far a deal or a request is. */
  at: Kept<string>
  /** The numbers in the fields of a deal or a request; `null` where there are none. */
  numbers: Kept<Record<string, number> | null>
  opened_at: Kept<Date>
  changed_at: Kept<Date>
  /** What it is searched by: its own words and the names of whom it belongs to, each once, in lower case. */
  text: Kept<string>
}

/** Whose a record is, and how many it has of what: what changes often, and by itself. */
export interface ListingTable {
  record_id: Kept<string>
  workspace_id: Kept<string>
  type: Kept<RecordType>
  /** What the member is called who sees to it. */
  owner: Kept<string>
  /** How many submissions of a contact count. */
  sent: Kept<number>
  /** When the last of them came; `null` where there is none. */
  last_sent_at: Kept<Date | null>
  /** How many of each a company has. */
  people: Kept<number>
  deals: Kept<number>
  requests: Kept<number>
}

export type SubmissionState = 'received' | 'applied' | 'failed' | 'spam'

/** What lists sort a submission by, narrow it to, and search. */
export interface SubmissionListingTable {
  submission_id: Kept<string>
  workspace_id: Kept<string>
  form_id: Kept<string>
  state: Kept<SubmissionState>
  is_test: Kept<boolean>
  is_binned: Kept<boolean>
  is_erased: Kept<boolean>
  /** Whether a person looked at it and left it as the spam that it is. */
  is_settled: Kept<boolean>
  /** Why it was taken for spam. */
  why: Kept<string>
  received_at: Kept<Date>
  /** What people call its contact; nothing where there is none, or they are gone. */
  who: Kept<string>
  /** What its form is called. */
  form: Kept<string>
  /** What it is searched by: its answers, its notes, who sent it; `null` until it is applied. */
  text: Kept<string | null>
}
