import type { ColumnType } from 'kysely'
import type { RecordType } from '@/core/fields/field'

/** What the database keeps by itself. */
type Kept<T> = ColumnType<T, never, never>

/** What lists sort a record by that stands elsewhere; triggers keep it, nobody writes it. */
export interface ListingTable {
  record_id: Kept<string>
  workspace_id: Kept<string>
  type: Kept<RecordType>
  /** What people call its contact, and its company; nothing where there is none, or it is gone. */
  person: Kept<string>
  company: Kept<string>
  owner: Kept<string>
  /** How far a deal or a request is. */
  at: Kept<string>
  /** How many submissions of a contact count. */
  sent: Kept<number>
  /** When the last of them came; `null` where there is none. */
  last_sent_at: Kept<Date | null>
  /** How many of each a company has. */
  people: Kept<number>
  deals: Kept<number>
  requests: Kept<number>
}

/** The same of a submission. */
export interface SubmissionListingTable {
  submission_id: Kept<string>
  workspace_id: Kept<string>
  /** What people call its contact; nothing where there is none, or they are gone. */
  who: Kept<string>
  /** What its form is called. */
  form: Kept<string>
  /** What it is searched by: its answers, its notes, who sent it; `null` until it is applied. */
  text: Kept<string | null>
}

/** What a record is searched by: its own words, and the names of whom it belongs to. */
export interface RecordTextTable {
  record_id: Kept<string>
  workspace_id: Kept<string>
  type: Kept<RecordType>
  text: Kept<string>
}
