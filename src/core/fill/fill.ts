import { showAnswer } from '../form/show'
import {
  type Answer,
  type Answers,
  isBlank,
  joinPath,
  partOf,
  type Path,
  splitPath,
  valueAt,
  valueIn,
} from '../answers/answer'
import { carriedRules } from '../answers/carried'
import { mannerOf, rulesOf } from '../kinds/registry'
import type { CarriedValue, FillSource, Form, Question } from '../form/definition'
import { questionsAsked } from '../form/values'
import { foldCase } from '../logic/fold_case'
import { isClaim, type Origin, type Origins } from './origin'

/** Answers that were sent before, with where they came from. */
export interface SentBefore {
  values: Answers
  origins: Origins
}

/** What is known of a visitor before they type. */
export interface Known {
  /** The link's parameters: claims. */
  link: Readonly<Record<string, string>>
  /** Stored fields of the holder of a personal link; `null` for everyone else, whoever they say they are. */
  record: Answers | null
  /** What they sent in the form that led them to this one. */
  formBefore?: SentBefore | null
  /** Address of the page the visitor came from, as their browser tells. */
  pageBefore: string | null
}

export interface Filled {
  values: Answers
  origins: Origins
}

/** Fills every asked question that has a source or a default; a consent is never given for somebody. */
export function fillQuestions(form: Form, known: Known): Filled {
  return fillAll(
    questionsAsked(form)
      .map(({ question }) => question)
      .filter((question) => mannerOf(question).fillable),
    (question, raw) => {
      const checked = rulesOf(question).check(raw, question)
      return checked.ok ? checked.answer : answerInWords(question, raw)
    },
    known,
  )
}

/** The answer that some stored text says in words, where only a few can be given; `null` for none. */
function answerInWords(question: Question, raw: unknown): Answer {
  const domain = mannerOf(question).domain(question)
  if (typeof raw !== 'string' || domain.is !== 'one of') return null
  const words = (value: string) => showAnswer(question, value)
  return domain.values.find((value) => foldCase(words(value)) === foldCase(raw.trim())) ?? null
}

/**
 * Fills the carried values. A value sent for one is only a claim: it counts as coming from the link,
 * where the value's sources name the link at all, and never outranks a source before that one.
 */
export function fillCarried(form: Form, known: Known, sent: Readonly<Record<string, unknown>> = {}): Filled {
  const read = (carried: CarriedValue, raw: unknown) => {
    const checked = carriedRules.check(raw, carried)
    return checked.ok ? checked.answer : null
  }
  const link = { ...known.link }
  for (const carried of form.carried) {
    const claim = read(carried, valueIn(sent, carried.name))
    const source = carried.fill.find(({ from }) => from === 'link')
    if (source?.from === 'link' && !isBlank(claim))
      link[source.parameter] = valueIn(link, source.parameter) ?? String(claim)
  }
  return fillAll(form.carried, read, { ...known, link })
}

/** Carried values as somebody says they are, for trying a form out: sound ones only, and a blank takes one away. */
export function takeCarried(form: Form, given: Readonly<Record<string, unknown>>): Answers {
  const taken: Answers = {}
  for (const carried of form.carried) {
    const raw = valueIn(given, carried.name)
    if (raw === undefined) continue
    const checked = carriedRules.check(raw, carried)
    if (checked.ok) taken[carried.name] = checked.answer
  }
  return taken
}

function fillAll<V extends Question | CarriedValue>(
  values: readonly V[],
  read: (value: V, raw: unknown) => Answer,
  known: Known,
): Filled {
  const filled: Filled = { values: {}, origins: {} }
  for (const value of values) {
    const { answer, origins } = fillOne(value, read, known)
    if (isBlank(answer)) continue
    filled.values[value.name] = answer
    Object.assign(filled.origins, origins)
  }
  return filled
}

/**
 * The first source that has a value gives it; those after it add only parts that it lacks. Each part filled by
 * itself has an origin of its own, and so has the value as a whole: that of the first source that gave anything.
 */
function fillOne<V extends Question | CarriedValue>(
  value: V,
  read: (value: V, raw: unknown) => Answer,
  known: Known,
): { answer: Answer; origins: Origins } {
  const parts: Record<string, unknown> = {}
  const origins: Origins = {}
  for (const { raw, origin, part } of candidates(value, known)) {
    if (!part) {
      const answer = Object.keys(parts).length === 0 ? read(value, raw) : null
      if (!isBlank(answer)) return { answer, origins: { [value.name]: origin } }
    } else if (!isBlank(partOf(read(value, { [part]: raw }), part)) && !Object.hasOwn(parts, part)) {
      parts[part] = raw
      origins[value.name] ??= origin
      origins[joinPath(value.name, part)] = origin
    }
  }
  return { answer: Object.keys(parts).length > 0 ? read(value, parts) : null, origins }
}

interface Candidate {
  raw: unknown
  origin: Origin
  /** The part it fills; all of the value where left out. */
  part?: string | undefined
}

/** The raw values to try, in order; the default comes last. */
function* candidates(value: Question | CarriedValue, known: Known): Generator<Candidate> {
  for (const source of value.fill) yield { ...lookUp(source, known), part: source.part }
  if ('default' in value && value.default !== null) yield { raw: value.default, origin: 'default' }
}

function lookUp(source: FillSource, known: Known): Candidate {
  switch (source.from) {
    case 'link':
      return { raw: valueIn(known.link, source.parameter), origin: 'link' }
    case 'record':
      return { raw: known.record && valueIn(known.record, source.field), origin: 'record' }
    case 'form_before':
      return lookBefore(known.formBefore, source.value)
    case 'page_before':
      return { raw: known.pageBefore, origin: 'browser' }
    case 'constant':
      return { raw: source.value, origin: 'constant' }
  }
}

/** What was sent before. What anybody could have written then is no more certain now. */
function lookBefore(before: SentBefore | null | undefined, path: Path): Candidate {
  if (!before) return { raw: null, origin: 'form_before' }
  const [name] = splitPath(path)
  const origin = valueIn(before.origins, path) ?? valueIn(before.origins, name)
  return { raw: valueAt(before.values, path), origin: isClaim(origin) && origin ? origin : 'form_before' }
}
