import { type Answer, type Answers, isBlank, isList, joinPath, partOf, type Scalar, valueIn } from '../answers/answer'
import type { Domain, Part } from '../answers/kind'
import { stopsOf } from '../answers/number'
import { mannerOf } from '../kinds/registry'
import { showAnswer, showAt } from '../form/show'
import type { Form, Question } from '../form/definition'
import { domainAt, questionsAsked } from '../form/values'
import { histogram } from './histogram'
import { type Mean, meanOf } from './mean'
import { type Range, wilson } from './wilson'

/** What people answered to one question, summed up as fits what can be answered. */
export interface Summary {
  name: string
  label: string
  /** People who were shown the question and sent the form: the base of every share. */
  asked: number
  answered: number
  /** People who sent the form and were not asked, since it was known of them. */
  notNeeded: number
  of: Counts | Numbers | Places | Grid | Texts
}

/** How many gave each answer that can be chosen; where several can be, the shares add up to more than one. */
interface Counts {
  is: 'counts'
  rows: Count[]
}

export interface Count {
  words: string
  n: number
  share: (Range & { rate: number }) | null
}

/**
 * The least and the most that was given, and the quartiles between them (R-7, as spreadsheets have it); of numbers
 * also how many lie in each stretch.
 */
interface Numbers {
  is: 'numbers'
  rows: Count[]
  words: { least: string; lower: string; median: string; upper: string; most: string } | null
}

/** What was put in an order: how many gave each a place, and which on average, 1 the best. */
export interface Places {
  is: 'places'
  rows: { words: string; n: number; place: Mean | null }[]
}

/** What was chosen in each row of a matrix, of those who chose anything there. */
export interface Grid {
  is: 'grid'
  columns: string[]
  rows: { words: string; answered: number; cells: Count[] }[]
}

/** The latest answers as they were given. */
interface Texts {
  is: 'texts'
  latest: string[]
}

const LATEST = 5
/** Numbers of which there are no more than these are counted one by one, as those of a rating. */
const MOST_COUNTED = 11

/**
 * Sums up sent answers, latest first, question by question. What tells who somebody is, is left out. `known` counts those
 * who were not asked a question, by its name, since it was known of them: none of it is among the answers.
 */
export const summarise = (
  form: Form,
  sent: readonly Answers[],
  known: ReadonlyMap<string, number> = new Map(),
): Summary[] =>
  questionsAsked(form)
    .filter(({ question }) => !mannerOf(question).unsummed)
    .map(({ question }) => ({ ...summariseOne(form, question, sent), notNeeded: known.get(question.name) ?? 0 }))

/** The same without what anybody wrote in words of their own. */
export const withoutWords = (summary: Summary): Summary =>
  summary.of.is === 'texts' ? { ...summary, of: { is: 'texts', latest: [] } } : summary

function summariseOne(form: Form, question: Question, sent: readonly Answers[]): Omit<Summary, 'notNeeded'> {
  const { name, label } = question
  // A question that did not show has no answer at all; one that was left blank has a blank one.
  const shown = sent.filter((values) => Object.hasOwn(values, name)).map((values) => valueIn(values, name) ?? null)
  const given = shown.filter((answer) => !isBlank(answer))
  const domain = domainAt(form, name) ?? { is: 'text' }
  return { name, label, asked: shown.length, answered: given.length, of: sumUp(form, question, domain, given, shown) }
}

function sumUp(
  form: Form,
  question: Question,
  domain: Domain,
  given: Answer[],
  { length: asked }: Answer[],
): Summary['of'] {
  switch (domain.is) {
    case 'one of':
    case 'some of':
      return countEach(form, question, domain.values, given, asked)
    case 'yes or no':
      return countEach(form, question, [true, false], given, asked)
    case 'number': {
      const stops = stopsOf({ minimum: domain.least, maximum: domain.most, step: domain.step }, MOST_COUNTED)
      return stops ? countEach(form, question, stops, given, asked) : spread(question, given, asked, domain.step ?? 0)
    }
    case 'day':
    case 'time':
      return spread(question, given, asked)
    case 'record':
      return sumUpParts(form, question, domain, given)
    case 'files':
    case 'text':
      return latestOf(question, given)
  }
}

const latestOf = (question: Question, given: Answer[]): Texts => ({
  is: 'texts',
  latest: given.slice(0, LATEST).map((answer) => showAnswer(question, answer)),
})

type Ofs<Is extends Domain['is']> = Extract<Domain, { is: Is }>

/** Parts that are all chosen, as places or as rows; others are told as they were given. */
function sumUpParts(form: Form, question: Question, { parts, ranks }: Ofs<'record'>, given: Answer[]): Summary['of'] {
  const first = parts[0]?.domain
  if (first?.is !== 'one of' && first?.is !== 'some of') return latestOf(question, given)
  return ranks ? countPlaces(form, question, parts, first, given) : countRows(form, question, parts, first, given)
}

function countPlaces(
  form: Form,
  { name }: Question,
  parts: readonly Part[],
  { values }: Ofs<'one of' | 'some of'>,
  given: Answer[],
): Places {
  const wordsOf = (value: string) => showAt(form, joinPath(name, parts[0]?.name), value)
  const rows = values.map((value) => {
    const places = given.flatMap((answer) => {
      const place = parts.findIndex((part) => partOf(answer, part.name) === value)
      return place < 0 ? [] : [place + 1]
    })
    return { words: wordsOf(value), n: places.length, place: meanOf(places) }
  })
  return { is: 'places', rows: rows.sort((a, b) => (a.place?.mean ?? Infinity) - (b.place?.mean ?? Infinity)) }
}

function countRows(
  form: Form,
  question: Question,
  parts: readonly Part[],
  { values }: Ofs<'one of' | 'some of'>,
  given: Answer[],
): Grid {
  const words = (part: Part, value: string) => showAt(form, joinPath(question.name, part.name), value)
  const rows = parts.map((part) => {
    const chosen = given.map((answer) => partOf(answer, part.name)).filter((one) => !isBlank(one))
    const cells = values.map((value) => countOf(words(part, value), countHaving(chosen, value), chosen.length))
    return { words: part.label, answered: chosen.length, cells }
  })
  return { is: 'grid', columns: values.map((value) => (parts[0] ? words(parts[0], value) : value)), rows }
}

/** How many answers are this, or have it among others. */
const countHaving = (answers: readonly Answer[], value: Scalar): number =>
  answers.filter((answer) => (isList(answer) ? answer.includes(value) : answer === value)).length

/** What answers are counted as that are none of those that can be chosen now: written ones, and those of old options. */
const ELSE = 'Anything else'

function countEach(form: Form, { name }: Question, values: readonly Scalar[], given: Answer[], asked: number): Counts {
  const row = (words: string, counts: (one: Scalar) => boolean): Count => {
    const n = given.filter((answer) => (isList(answer) ? answer : [answer]).some((one) => counts(one as Scalar))).length
    return countOf(words, n, asked)
  }
  const other = row(ELSE, (one) => !values.includes(one))
  return {
    is: 'counts',
    rows: [
      ...values.map((value) => row(showAt(form, name, value), (one) => one === value)),
      ...(other.n > 0 ? [other] : []),
    ],
  }
}

const countOf = (words: string, n: number, asked: number): Count => {
  const range = wilson(n, asked)
  return { words, n, share: range && { rate: n / asked, ...range } }
}

function spread(question: Question, given: Answer[], asked: number, step = 0): Numbers {
  const sorted = given.filter((answer) => typeof answer === 'number' || typeof answer === 'string').sort(ascending)
  const at = (share: number): string => {
    const place = share * (sorted.length - 1)
    const [low = 0, high = 0] = [sorted[Math.floor(place)], sorted[Math.ceil(place)]]
    // Between two numbers lies a number; of two days, the earlier one is told.
    const between = typeof low === 'number' && typeof high === 'number' ? low + (high - low) * (place % 1) : low
    return showAnswer(question, typeof between === 'number' ? Math.round(between * 100) / 100 : between)
  }
  const words = { least: at(0), lower: at(0.25), median: at(0.5), upper: at(0.75), most: at(1) }
  const rows = histogram(
    sorted.filter((one) => typeof one === 'number'),
    step,
  ).map(({ from, to, n }) => {
    // A stretch of one step holds one number.
    const words = to - from === step ? '' : ` to below ${showAnswer(question, to)}`
    return countOf(`${showAnswer(question, from)}${words}`, n, asked)
  })
  return { is: 'numbers', rows, words: sorted.length > 0 ? words : null }
}

const ascending = (a: string | number, b: string | number): number => (a < b ? -1 : a > b ? 1 : 0)
