import type { RecordType } from '../fields/field'
import type { Form } from '../form/definition'
import { questionsAsked } from '../form/values'
import { type Fill, sourceOf } from '../origins/registry'
import { fillsOf, keptSince } from './stored_fills'

/** Every place that a form’s values, switched-off questions included, are filled from. */
const fillsIn = (form: Form): Fill[] => [
  ...form.carried.flatMap(({ fill }) => fill),
  ...form.steps.flatMap(({ questions }) => questions.flatMap(fillsOf)),
]

/** The link parameters that a form’s values are filled from. */
export const parametersRead = (form: Form): Set<string> =>
  new Set(fillsIn(form).flatMap((fill) => sourceOf(fill).parameter?.(fill) ?? []))

/** What a form’s fills read of whoever is known. */
export interface StoredWanted {
  records: readonly RecordType[]
  lists: readonly string[]
  /** Addresses of the forms of which it is asked when they were last sent. */
  sent: readonly string[]
  /** Fields of which it is asked when they were last set, as `contact.ware`. */
  since: readonly string[]
  /** Whether their referral code is. */
  code: boolean
}

/** All that a form at an address reads of somebody’s stored data, each thing once. */
export function storedRead(form: Form, address: string): StoredWanted {
  const reads = fillsIn(form).flatMap((fill) => sourceOf(fill).stored?.(fill) ?? [])
  const each = <T>(of: (read: (typeof reads)[number]) => T | []) => [...new Set(reads.flatMap(of))] as T[]
  return {
    records: each((one) => (one.read === 'field' ? one.record : [])),
    lists: each((one) => (one.read === 'list' ? one.list : [])),
    sent: each((one) => (one.read === 'sent' ? one.form || address : [])),
    since: [...new Set(questionsAsked(form).flatMap(({ question }) => keptSince(question) ?? []))],
    code: reads.some(({ read }) => read === 'code'),
  }
}

/** Whether a form’s values are filled with its sender’s own referral code. */
export const readsCode = (form: Form): boolean => fillsIn(form).some(({ from }) => from === 'referral_code')
