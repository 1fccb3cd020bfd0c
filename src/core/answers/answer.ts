/**
 * What a visitor can have answered, and what every kind of answer knows how to do.
 *
 * Nothing in this file, nor in a kind's `rules`, may reach for a schema library: the visitor's
 * script bundles these and must stay small.
 */

/** One stored answer. `null` is blank: not shown, not given, or cleared. */
export type Answer = string | number | boolean | null

/** Answers and carried values by name. A missing name is the same as `null`. */
export type Answers = Record<string, Answer>

/**
 * What stands under a name, and nothing that every object has anyway: people may call a value “constructor”.
 * Everything named by people is read through this.
 */
export const valueIn = <T>(values: Readonly<Record<string, T>>, name: string): T | undefined =>
  Object.hasOwn(values, name) ? values[name] : undefined

/** Why an answer is wrong. The words for it come from `wording.ts` or the question's own error text. */
export type Problem =
  | { code: 'missing' }
  | { code: 'not_ticked' }
  | { code: 'not_chosen' }
  | { code: 'not_text' }
  | { code: 'too_long'; most: number }
  | { code: 'not_email' }
  | { code: 'not_number' }
  | { code: 'too_small'; least: number }
  | { code: 'too_large'; most: number }
  | { code: 'off_step'; step: number }
  | { code: 'not_an_option' }

export type Checked = { ok: true; answer: Answer } | { ok: false; problem: Problem }

/**
 * The rules of one kind that a visitor's page needs; `S` is what the specialist has set on the question.
 * Everything else that a kind knows is its manner, in `kind.ts`.
 */
export interface KindRules<S> {
  /**
   * Reads one raw input (a form field's text or a JSON value) and says what it means.
   * Blank input is `{ ok: true, answer: null }`; whether blank is allowed is not the kind's business.
   */
  check(raw: unknown, settings: S): Checked
  /** The answer in words, for people. Never called with a blank. */
  show(answer: Exclude<Answer, null>, settings: S): string
  /** True for an answer that meets a required question; left out where everything but a blank does. */
  satisfies?(answer: Answer): boolean
  /** What is wrong with a required question that was not answered; left out where there is nothing special to say. */
  missing?: Problem
}

export const accept = (answer: Answer): Checked => ({ ok: true, answer })
export const refuse = (problem: Problem): Checked => ({ ok: false, problem })

/** Blank means nothing was given. `false` (an unticked consent) and `0` are answers. */
export const isBlank = (answer: Answer | undefined): answer is null | undefined | '' =>
  answer === null || answer === undefined || answer === ''

// Control characters other than tab and line feed cannot be stored or mailed safely.
// eslint-disable-next-line no-control-regex
const CONTROL = /[\u0000-\u0008\u000b-\u001f\u007f]/g
const LONE_SURROGATE = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g

/** Text as it will be stored: one kind of line break, no control characters, no outer white space. */
function tidyText(text: string): string {
  return text.replace(/\r\n?/g, '\n').replace(CONTROL, '').replace(LONE_SURROGATE, '\ufffd').trim()
}

/** Length in characters as people count them, near enough: Unicode code points, as in JSON Schema. */
const lengthOf = (text: string): number => [...text].length

/** Reads text of at most `most` characters; numbers are taken as their digits. */
export function readText(raw: unknown, most: number): Checked {
  if (raw === null || raw === undefined) return accept(null)
  if (typeof raw !== 'string' && typeof raw !== 'number') return refuse({ code: 'not_text' })
  const text = tidyText(String(raw))
  if (text === '') return accept(null)
  return lengthOf(text) > most ? refuse({ code: 'too_long', most }) : accept(text)
}
