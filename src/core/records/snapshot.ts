import type { Answers } from '../answers/answer'
import type { Connection } from '../dispatch/connection'
import type { RecordField, RecordType } from './field'

/** What is known of the workspace when a plan is made. A plan depends on nothing else. */
export interface Snapshot {
  workspace: { name: string; mailDomain: string }
  /** Told when no desk is; `null` in a workspace that nobody belongs to. */
  owner: { name: string; email: string } | null
  /**
   * Records that may be matched: the holder of the personal link, the contact with the answered email, companies
   * of that name or mail domain, and what this form has opened for that contact, the latest first.
   */
  records: RecordState[]
  fields: RecordField[]
  lists: ListInfo[]
  desks: Desk[]
  /** The outside places of the workspace, in its order. */
  connections: readonly Connection[]
}

/** A stored record. */
export interface RecordState {
  id: string
  type: RecordType
  /** What it is matched by: a contact's address, a company's folded name; of others, their own id. */
  key: string
  /** A company's mail domain. */
  domain: string | null
  /** Whose it is, by id. */
  contact: string | null
  company: string | null
  /** The form that opened it, by id. */
  form: string | null
  values: Answers
  /** Names of the lists a contact is on. */
  lists: string[]
}

export interface ListInfo {
  name: string
  title: string
}

export interface Desk {
  name: string
  title: string
  addresses: string[]
}

/** What people call a record. */
export function titleOf({ type, key, values }: Pick<RecordState, 'type' | 'key' | 'values'>): string {
  const named =
    type === 'contact' ? [values.first_name, values.last_name] : [type === 'company' ? values.name : values.title]
  return named.filter((part) => typeof part === 'string' && part !== '').join(' ') || key
}
