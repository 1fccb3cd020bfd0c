import { type Answer, type Answers, isBlank, valueIn } from '../answers/answer'
import { carriedRules } from '../answers/carried'
import { mannerOf, rulesOf } from '../answers/registry'
import type { CarriedValue, FillSource, Form, Question } from '../form/definition'
import { questionsAsked } from '../form/values'
import type { Origin, Origins } from './origin'

/** What is known of a visitor before they type. */
export interface Known {
  /** The link's parameters: claims. */
  link: Readonly<Record<string, string>>
  /** Stored fields of the holder of a personal link; `null` for everyone else, whoever they say they are. */
  record: Answers | null
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
      return checked.ok ? checked.answer : null
    },
    known,
  )
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
    for (const [raw, origin] of candidates(value, known)) {
      const answer = read(value, raw)
      if (isBlank(answer)) continue
      filled.values[value.name] = answer
      filled.origins[value.name] = origin
      break
    }
  }
  return filled
}

/** The raw values to try, in order; the default comes last. */
function* candidates(value: Question | CarriedValue, known: Known): Generator<[unknown, Origin]> {
  for (const source of value.fill) yield lookUp(source, known)
  if ('default' in value && value.default !== null) yield [value.default, 'default']
}

function lookUp(source: FillSource, known: Known): [unknown, Origin] {
  switch (source.from) {
    case 'link':
      return [valueIn(known.link, source.parameter), 'link']
    case 'record':
      return [known.record && valueIn(known.record, source.field), 'record']
    case 'page_before':
      return [known.pageBefore, 'browser']
    case 'constant':
      return [source.value, 'constant']
  }
}
