/**
 * What a visitor can have answered, and what every kind of answer knows how to do.
 *
 * Nothing in this file, nor in a kind's `rules`, may reach for a schema library: the visitor's
 * script bundles these and must stay small.
 */

import type { Speech, Telling, TextKey } from '../language/texts'

export type Scalar = string | number | boolean

/** A record of named parts. A part that is missing is blank. */
export interface Parts {
  readonly [part: string]: Answer
}

/** One stored answer. `null` is blank: not shown, not given, or cleared. Lists keep their order. */
export type Answer = null | Scalar | readonly Scalar[] | Parts

/** An answer that is not blank. */
export type Given = Exclude<Answer, null>

/** Answers and carried values by name. A missing name is the same as `null`. */
export type Answers = Record<string, Answer>

/**
 * What stands under a name, and nothing that every object has anyway: people may call a value “constructor”.
 * Everything named by people is read through this.
 */
export const valueIn = <T>(values: Readonly<Record<string, T>>, name: string): T | undefined =>
  Object.hasOwn(values, name) ? values[name] : undefined

/** Why an answer is wrong: a text by its key, with what it tells. A question may have words of its own instead. */
export interface Problem {
  code: TextKey
  [told: string]: Telling[string]
}

/** A moment as clocks show it where the form is from: `YYYY-MM-DDTHH:MM`. */
export type Moment = string

/** What is known where an answer is given now; nothing of it for answers that were taken before. */
export interface Facts {
  now?: Moment | undefined
  /** How whoever answers is spoken to. */
  speech?: Speech | undefined
  /** Whether mail of a domain is anybody's: that of a free service, or thrown away after use. Only the server knows. */
  isAnybodysMail?: ((domain: string) => boolean) | undefined
  /** The address of a file that came whole for a question on this visit; `null` for none. Only the server knows. */
  fileAt?: ((id: string, question: string) => string | null) | undefined
}

export type Checked = { ok: true; answer: Answer } | { ok: false; problem: Problem }

/**
 * The rules of one kind that a visitor's page needs; `S` is what the specialist has set on the question.
 * Everything else that a kind knows is its manner, in `kind.ts`.
 */
export interface KindRules<S> {
  /** `false` for what only says something: it shows like a question and has no answer. */
  asks?: false
  /** The answer, of a kind that computes it from the values before; whatever is sent for it is ignored. */
  compute?(values: Answers, settings: S): Answer
  /**
   * Reads one raw input (a form field's text or a JSON value) and says what it means.
   * Blank input is `{ ok: true, answer: null }`; whether blank is allowed is not the kind's business.
   * What depends on `facts` is looked at only where they are known.
   */
  check(raw: unknown, settings: S, facts?: Facts): Checked
  /** What was typed into its box, as `check` reads it; left out where that is the text itself. */
  readBox?(typed: unknown, speech: Speech): unknown
  /** What such a box holds for a value, as people write it there. */
  writeBox?(value: unknown, speech: Speech): unknown
  /** The answer in words, for people who are spoken to like this. Never called with a blank. */
  show(answer: Given, settings: S, speech: Speech): string
  /** True for an answer that meets a required question; left out where everything but a blank does. */
  satisfies?(answer: Answer, settings: S): boolean
  /** What is wrong with a required question that was not answered; left out where there is nothing special to say. */
  missing?(answer: Answer, settings: S): Problem
}

export const accept = (answer: Answer): Checked => ({ ok: true, answer })
export const refuse = (problem: Problem): Checked => ({ ok: false, problem })

/** Blank means nothing was given: not in any part. `false` (an unticked consent) and `0` are answers. */
export function isBlank(answer: Answer | undefined): answer is null | undefined {
  if (answer === null || answer === undefined || answer === '') return true
  if (isList(answer)) return answer.length === 0
  return isRecord(answer) && Object.values(answer).every(isBlank)
}

/** Whether a raw input says nothing: no text, no list, no part. */
export const isEmpty = (raw: unknown): boolean =>
  typeof raw === 'string' ? raw.trim() === '' : isBlank(raw as Answer | undefined)

export const isList = (answer: Answer | undefined): answer is readonly Scalar[] => Array.isArray(answer)

export const isRecord = (answer: Answer | undefined): answer is Parts =>
  typeof answer === 'object' && answer !== null && !Array.isArray(answer)

/** Whether two answers are the same: lists in their order, records part by part, and all blanks alike. */
export function sameAnswer(a: Answer | undefined, b: Answer | undefined): boolean {
  if (isBlank(a) || isBlank(b)) return isBlank(a) && isBlank(b)
  if (isList(a)) return isList(b) && a.length === b.length && a.every((one, index) => one === b[index])
  if (!isRecord(a)) return a === b
  if (!isRecord(b)) return false
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((part) =>
    sameAnswer(valueIn(a, part), valueIn(b, part)),
  )
}

/** How a value or a part of it is named wherever one can be used: `budget`, `address.city`. */
export type Path = string

/** The name and the part that a path speaks of; `null` for the value as a whole. */
export function splitPath(path: Path): [name: string, part: string | null] {
  const dot = path.indexOf('.')
  return dot < 0 ? [path, null] : [path.slice(0, dot), path.slice(dot + 1)]
}

export const joinPath = (name: string, part: string | null | undefined): Path => (part ? `${name}.${part}` : name)

/** The part of an answer; the whole of it where no part is named. `null` for a part that it does not have. */
export function partOf(answer: Answer | undefined, part: string | null | undefined): Answer {
  if (!part) return answer ?? null
  return isRecord(answer) ? (valueIn(answer, part) ?? null) : null
}

/** What stands at a path. */
export function valueAt(values: Answers, path: Path): Answer {
  const [name, part] = splitPath(path)
  return partOf(valueIn(values, name), part)
}

// Control characters other than tab and line feed cannot be stored or mailed safely.
// oxlint-disable-next-line no-control-regex
const CONTROL = /[\u0000-\u0008\u000b-\u001f\u007f]/g
// Read by code points, a pair of them is one.
const LONE_SURROGATE = /[\ud800-\udfff]/gu

/** Text as it will be stored: one kind of line break, no control characters, no outer white space. */
function tidyText(text: string): string {
  return text.replace(/\r\n?/g, '\n').replace(CONTROL, '').replace(LONE_SURROGATE, '\ufffd').trim()
}

/** Length in characters as people count them, near enough: Unicode code points, as in JSON Schema. */
const lengthOf = (text: string): number => [...text].length

/** Reads what HTML and JSON send for yes and no; `null` for neither, and `undefined` for anything else. */
export function readTruth(given: unknown): boolean | null | undefined {
  const raw = typeof given === 'string' ? given.trim() : given
  if (YES.has(raw)) return true
  if (NO.has(raw)) return false
  return isEmpty(raw) ? null : undefined
}

const YES = new Set<unknown>([true, 'true', 'yes', 'on', '1'])
const NO = new Set<unknown>([false, 'false', 'no', 'off', '0'])

/** Reads text of at most `most` characters; numbers are taken as their digits. */
export function readText(raw: unknown, most: number): Checked {
  if (isEmpty(raw)) return accept(null)
  if (typeof raw !== 'string' && typeof raw !== 'number') return refuse({ code: 'not_text' })
  const text = tidyText(String(raw))
  if (text === '') return accept(null)
  return lengthOf(text) > most ? refuse({ code: 'too_long', most }) : accept(text)
}

/** The same text where it has at least so many characters; a blank is none that is too short. */
export const longEnough = (read: Checked, least: number): Checked =>
  read.ok && typeof read.answer === 'string' && lengthOf(read.answer) < least
    ? refuse({ code: 'too_short', least })
    : read

/** The same of one line: line breaks become spaces. */
export function readLine(raw: unknown, most: number): Checked {
  const read = readText(raw, most)
  return read.ok && typeof read.answer === 'string' ? accept(read.answer.replace(/\s*\n\s*/g, ' ')) : read
}
