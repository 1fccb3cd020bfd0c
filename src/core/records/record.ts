import type { Answers } from '../answers/answer'
import type { RecordType } from '../fields/field'
import type { ListWordings } from './list_words'

/** A member whom a record belongs to, who sees to it. */
export interface Owner {
  id: string
  name: string
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
  owner: Owner | null
  /** The contact who brought this one by their referral code, by id. */
  broughtBy: string | null
  /** The form that opened it, by id. */
  form: string | null
  values: Answers
  /** Names of the lists a contact is on. */
  lists: string[]
  /** Names of those that a contact left by themselves; none where left out. */
  left?: readonly string[]
  /** What records that were merged into it were matched by; none where left out. */
  also?: readonly { key: string; domain: string | null }[]
  /** A contact’s referral codes, the one they are given first; left out where nobody asked. */
  codes?: readonly string[]
}

/** Whether a record, or one that is part of it by now, is matched by a key. */
export const isKnownBy = ({ key, also = [] }: Pick<RecordState, 'key' | 'also'>, wanted: string): boolean =>
  key === wanted || also.some((one) => one.key === wanted)

export interface ListInfo {
  name: string
  title: string
  /** How it asks to be confirmed by mail; `null`, or left out, where a consent is enough. */
  confirm?: ListWordings | null
}

/** The field that a record is known by, and never without. */
export const identityOf = (type: RecordType): string =>
  type === 'contact' ? 'email' : type === 'company' ? 'name' : 'title'

/** The field that says how far a deal or a request is. */
export const progressOf = (type: 'deal' | 'request'): 'stage' | 'status' => (type === 'deal' ? 'stage' : 'status')

/** Stages and statuses, of those that are there from the first, in which one is over. */
export const OVER: Record<'deal' | 'request', string[]> = { deal: ['won', 'lost'], request: ['done'] }

/** What people call a record. */
export function titleOf({ type, key, values }: Pick<RecordState, 'type' | 'key' | 'values'>): string {
  const named =
    type === 'contact' ? [values.first_name, values.last_name] : [type === 'company' ? values.name : values.title]
  return named.filter((part) => typeof part === 'string' && part !== '').join(' ') || key
}
