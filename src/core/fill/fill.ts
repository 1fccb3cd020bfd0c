import { showAnswer } from '../form/show'
import { type Answer, type Answers, isBlank, joinPath, partOf, valueIn } from '../answers/answer'
import { carriedRules } from '../answers/carried'
import { mannerOf, rulesOf } from '../kinds/registry'
import type { CarriedValue, Form, Question } from '../form/definition'
import { questionsAsked } from '../form/values'
import { foldCase } from '../logic/fold_case'
import type { Origins } from '../origins/origin'
import { fillsOf } from './stored_fills'
import type { LinkParameters } from '../answers/link_parameters'
import { showPlainly } from '../answers/show_plainly'
import { type Fill, sourceOf } from '../origins/registry'
import { type Found, type Known, type LandingFacts, NOTHING_KNOWN, type PageFact } from '../origins/source'

export interface Filled {
  values: Answers
  origins: Origins
}

/** Fills all of a form: what it carries first, then what it asks, which may be computed from that. */
export function fillForm(
  form: Form,
  known: Known,
  sent: Readonly<Record<string, unknown>> = {},
): { carried: Filled; questions: Filled } {
  const carried = fillCarried(form, known, sent)
  return { carried, questions: fillQuestions(form, known, carried) }
}

/** Fills every asked question that has a source or a default; a consent is never given for somebody. */
export const fillQuestions = (form: Form, known: Known, carried?: Filled): Filled =>
  fillAll(fillable(form), readQuestion, known, carried)

const fillable = (form: Form): Question[] =>
  questionsAsked(form)
    .map(({ question }) => ({ ...question, fill: fillsOf(question) }))
    .filter((question) => mannerOf(question).fillable)

/** What is found as a question takes it; of several, what takes only one takes the first. */
function readQuestion(question: Question, raw: unknown): Answer {
  const checked = rulesOf(question).check(raw, question)
  if (checked.ok) return checked.answer
  return Array.isArray(raw) ? readQuestion(question, raw[0]) : answerInWords(question, raw)
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
  const link: Record<string, LinkParameters[string]> = { ...known.link }
  for (const carried of form.carried) {
    const claim = readSaid(carried, valueIn(sent, carried.name))
    const [parameter] = carried.fill.flatMap((fill) => sourceOf(fill).parameter?.(fill) ?? [])
    if (parameter !== undefined && !isBlank(claim)) link[parameter] = valueIn(link, parameter) ?? String(claim)
  }
  return fillAll(form.carried, readCarried, { ...known, link })
}

/** What somebody says that a carried value is; blank where that is no text. */
function readSaid(carried: CarriedValue, raw: unknown): Answer {
  const checked = carriedRules.check(raw, carried)
  return checked.ok ? checked.answer : null
}

/** What is found, as the text that is carried of it. */
const readCarried = (carried: CarriedValue, raw: unknown): Answer =>
  readSaid(carried, typeof raw === 'object' || typeof raw === 'boolean' ? showPlainly(raw as Answer) : raw)

/** Whether a form has values that only landing settles. */
export const waitsForLanding = (form: Form): boolean => form.carried.some(({ fill }) => fill.some(isKnownLanded))

/** Fills the carried values that only landing settles, where nothing else has. */
export function fillLanded(form: Form, values: Answers, landing: LandingFacts): Filled {
  const open = form.carried.filter(({ name, fill }) => isBlank(valueIn(values, name)) && fill.some(isKnownLanded))
  return fillAll(
    open.map((carried) => ({ ...carried, fill: carried.fill.filter(isKnownLanded) })),
    readCarried,
    { ...NOTHING_KNOWN, landing },
  )
}

const isKnownLanded = (fill: Fill): boolean => sourceOf(fill).knownOnce?.(fill) === 'landed'

/**
 * The values that wait for what only the page's script can tell, and for what of it: those that none of the sources
 * before it has filled.
 */
export function filledOnPage(form: Form, known: Known): Record<string, PageFact> {
  const waiting: Record<string, PageFact> = {}
  const look = <V extends Question | CarriedValue>(values: readonly V[], read: (value: V, raw: unknown) => Answer) => {
    for (const value of values) {
      const at = value.fill.findIndex((fill) => sourceOf(fill).onPage?.(fill))
      const fill = value.fill[at]
      const fact = fill && !fill.part && sourceOf(fill).onPage?.(fill)
      if (!fact || known.browser[fact] !== null) continue
      const before = { ...value, fill: value.fill.slice(0, at), default: null }
      if (isBlank(fillOne(before, read, known, NOTHING_FILLED).answer)) waiting[value.name] = fact
    }
  }
  look(form.carried, readCarried)
  look(fillable(form), readQuestion)
  return waiting
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

const NOTHING_FILLED: Filled = { values: {}, origins: {} }

/** `before` is what is filled already, which the values may be computed from. */
function fillAll<V extends Question | CarriedValue>(
  values: readonly V[],
  read: (value: V, raw: unknown) => Answer,
  known: Known,
  before: Filled = NOTHING_FILLED,
): Filled {
  const filled: Filled = { values: {}, origins: {} }
  const soFar: Filled = { values: { ...before.values }, origins: { ...before.origins } }
  for (const value of values) {
    const { answer, origins } = fillOne(value, read, known, soFar)
    if (isBlank(answer)) continue
    for (const all of [filled, soFar]) {
      all.values[value.name] = answer
      Object.assign(all.origins, origins)
    }
  }
  return filled
}

/**
 * The first source that has a value gives it; those after it add only parts that it lacks. Each part filled by
 * itself has an origin of its own, and so has the value as a whole: that of the first source that gave anything.
 * One that will have a value, and has not yet, is waited for: no source after it is asked.
 */
function fillOne<V extends Question | CarriedValue>(
  value: V,
  read: (value: V, raw: unknown) => Answer,
  known: Known,
  soFar: Filled,
): { answer: Answer; origins: Origins } {
  const parts: Record<string, unknown> = {}
  const origins: Origins = {}
  for (const candidate of candidates(value, known, soFar)) {
    if (candidate === 'later') break
    const { raw, origin, part } = candidate
    if (!part) {
      const answer = Object.keys(parts).length === 0 ? read(value, raw) : null
      if (!isBlank(answer)) return { answer, origins: { [value.name]: origin } }
    } else if (!Object.hasOwn(parts, part) && !isBlank(partOf(read(value, { ...parts, [part]: raw }), part))) {
      // Beside what is filled already: what a postcode may be follows from its country.
      parts[part] = raw
      origins[value.name] ??= origin
      origins[joinPath(value.name, part)] = origin
    }
  }
  return { answer: Object.keys(parts).length > 0 ? read(value, parts) : null, origins }
}

interface Candidate extends Found {
  /** The part it fills; all of the value where left out. */
  part?: string | undefined
}

/** The raw values to try, in order; the default comes last. */
function* candidates(
  value: Question | CarriedValue,
  known: Known,
  { values, origins }: Filled,
): Generator<Candidate | 'later'> {
  const soFar = { name: value.name, values, origins }
  for (const source of value.fill) {
    const found = sourceOf(source).look(source, known, soFar)
    yield found === 'later' ? found : { ...found, part: source.part }
  }
  if ('default' in value && value.default !== null) yield { raw: value.default, origin: 'default' }
}
