import { asksInTurn, formInTurn, type Turns, takeTurns } from '@/core/fill/turns'
import { type Answers, valueIn } from '@/core/answers/answer'
import type { Form } from '@/core/form/definition'
import type { Known } from '@/core/origins/source'
import { context } from '../context'
import type { SpokenForm } from '../forms/live'
import { isProof, proofOf } from './secret'

/** A form as it is asked in turn on one visit. */
export interface InTurn {
  form: Form
  turns: Turns
}

/**
 * Which questions in turn a page asks, in words that only we could write for its visit: whoever sends it is asked the
 * same, whatever has become known since. `null` for a form that asks none in turn.
 */
export function sayTurns({ formId, form }: Pick<SpokenForm, 'formId' | 'form'>, visit: string, { asked }: Turns) {
  if (!asksInTurn(form)) return null
  const names = asked.join(' ')
  return `${names}.${proofOf(context().config.LICHEN_SECRET, `${formId} ${visit}`, names, 'turns')}`
}

/** The questions that such words name; `null` where they are not ours, or another visit’s. */
export function readTurns(secret: string, formId: string, visit: string, text: string | null | undefined) {
  const [asked = '', proof] = text?.split('.') ?? []
  if (!isProof(secret, `${formId} ${visit}`, asked, proof, 'turns')) return null
  return asked === '' ? [] : asked.split(' ')
}

/**
 * A form as whoever sends these answers is asked it: what their page asked, where it shows that; else what is to be asked
 * by what is known of them now, and all that they answered.
 */
export function inTurnFor(
  form: Form,
  known: Known,
  carried: Answers,
  page: readonly string[] | null,
  sent: Readonly<Record<string, unknown>>,
): InTurn {
  const answered = Object.keys(sent).filter((name) => isGiven(valueIn(sent, name)))
  const turns = takeTurns(form, known, carried, page ? { exactly: page } : { also: answered })
  return { form: formInTurn(form, turns), turns }
}

/** Whether something was sent for a question at all. */
const isGiven = (raw: unknown): boolean =>
  raw !== undefined && raw !== null && raw !== '' && !(Array.isArray(raw) && raw.length === 0)
