import type { ColumnType, Generated } from 'kysely'
import type { Answer, Answers } from '@/core/answers/answer'
import type { Origins } from '@/core/origins/origin'
import type { DoubleWhy } from '@/core/records/doubles'
import type { Default, Moment } from './schema_of_access'

/** What made something happen, and by whom: kept for good. */
export interface CauseTable {
  id: Generated<string>
  workspace_id: string
  sort: 'submission' | 'member' | 'program' | 'merge' | 'import' | 'put back' | 'visitor' | 'keeping'
  /** Name of the deed. */
  deed: string
  member_id: string | null
  token_id: string | null
  /** What whoever did it was called then. */
  who: string | null
  /** What it was done to, as that was called then. */
  about: Default<string>
  /** The cause that it is about: what it puts back. */
  of_id: string | null
  /** The cause that put all of it back, as long as that stands. */
  undone_by: Default<string | null>
  at: Moment
  /** Counts causes in the order they were kept. */
  seq: Generated<string>
}

export interface RecordChangeTable {
  id: Generated<string>
  workspace_id: string
  record_id: string
  field: string
  from: ColumnType<Answer, string, string>
  to: ColumnType<Answer, string, string>
  cause_id: string
  because: string
  at: Moment
  /** Counts changes in the order they were made. */
  seq: Generated<string>
}

export interface NoteTable {
  id: string
  workspace_id: string
  record_id: string
  text: string
  /** The cause that it reads so by. */
  cause_id: string
  written_at: Moment
}

/** What a submission proposes for a field of a record, until that is taken or left. */
export interface ProposalTable {
  workspace_id: string
  record_id: string
  submission_id: string
  field: string
  value: ColumnType<Answer, string, string>
  at: Moment
}

/** The answers that a correction replaced; of one that was put back, those that it gave. */
export interface AnswersBeforeTable {
  cause_id: string
  workspace_id: string
  submission_id: string
  values: ColumnType<Answers, string, string>
  origins: ColumnType<Origins, string, string>
  plan: ColumnType<unknown, string | null, string | null>
  contact_id: string | null
}

/** Two contacts that may be one person, as they were found last; the lesser id first. */
export interface LikelyDoubleTable {
  workspace_id: string
  first_id: string
  second_id: string
  why: ColumnType<DoubleWhy[], string, string>
  likeness: number
}

/** Two contacts that somebody said are two. */
export interface NoDoubleTable {
  workspace_id: string
  first_id: string
  second_id: string
  said_by: string
  said_at: Default<Date>
}
