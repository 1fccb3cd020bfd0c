import type { ColumnType, Generated } from 'kysely'
import type { Came } from '@/core/inlets/came'
import type { InletSettings } from '@/core/inlets/inlet'
import type { Default } from './schema_of_access'

/** What becomes of a post: it waits for somebody to agree, was taken, or cannot be taken as it is. */
export type PostState = 'waiting' | 'taken' | 'held'

/** What a request told beside its fields. */
export interface ToldWithPost {
  /** What stood in its address, one by one. */
  parameters: [string, string][]
  /** The page that it was sent from, as far as its browser tells. */
  page: string | null
  /** Languages its browser prefers (BCP 47), the most wanted first. */
  languages: string[]
}

/** What is wrong with an answer. */
export interface WrongAnswer {
  /** The question, or the field of theirs. */
  name: string
  message: string
}

export interface InletTable {
  id: Generated<string>
  workspace_id: string
  form_id: string
  name: string
  title: string
  settings: ColumnType<InletSettings, string, string>
  secret: Buffer | null
  made_at: Default<Date>
}

export interface InletPostTable {
  id: string
  seq: Generated<string>
  inlet_id: string
  workspace_id: string
  key: string
  digest: string
  state: Default<PostState>
  came: ColumnType<Came, string, string>
  told: ColumnType<ToldWithPost, string, string>
  visit_id: string
  is_test: Default<boolean>
  wrong: ColumnType<WrongAnswer[], string | undefined, string>
  submission_id: ColumnType<string | null, string | null | undefined, string | null>
  received_at: Default<Date>
}
