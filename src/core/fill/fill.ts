import { showAnswer } from '../form/show'
import { type Answer, type Answers, isBlank, joinPath, partOf, valueIn } from '../answers/answer'
import { carriedRules } from '../answers/carried'
import { mannerOf, rulesOf } from '../kinds/registry'
import type { CarriedValue, Form, Question } from '../form/definition'
import { questionsAsked } from '../form/values'
import { foldCase } from '../logic/fold_case'
import type { Origins } from '../origins/origin'
import { sourceOf } from '../origins/registry'
import type { Found, Known } from '../origins/source'

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
    const [parameter] = carried.fill.flatMap((fill) => sourceOf(fill).parameter?.(fill) ?? [])
    if (parameter !== undefined && !isBlank(claim)) link[parameter] = valueIn(link, parameter) ?? String(claim)
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

interface Candidate extends Found {
  /** The part it fills; all of the value where left out. */
  part?: string | undefined
}

/** The raw values to try, in order; the default comes last. */
function* candidates(value: Question | CarriedValue, known: Known): Generator<Candidate> {
  for (const source of value.fill) yield { ...sourceOf(source).look(source, known), part: source.part }
  if ('default' in value && value.default !== null) yield { raw: value.default, origin: 'default' }
}
