import { type Answer, type Answers, isBlank, isList, type Scalar, valueIn } from '../answers/answer'
import type { Domain } from '../answers/kind'
import { stopsOf } from '../answers/number'
import { mannerOf } from '../answers/registry'
import { showAnswer, showAt } from '../answers/show'
import type { Form, Question } from '../form/definition'
import { domainAt, questionsAsked } from '../form/values'
import { histogram } from './histogram'
import { type Range, wilson } from './wilson'

/** What people answered to one question, summed up as fits what can be answered. */
export interface Summary {
  name: string
  label: string
  /** People who were shown the question and sent the form: the base of every share. */
  asked: number
  answered: number
  of: Counts | Numbers | Texts
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

/** The latest answers as they were given. */
interface Texts {
  is: 'texts'
  latest: string[]
}

const LATEST = 5
/** Numbers of which there are no more than these are counted one by one, as those of a rating. */
const MOST_COUNTED = 11

/** Sums up sent answers, latest first, question by question. What tells who somebody is, is left out. */
export const summarise = (form: Form, sent: readonly Answers[]): Summary[] =>
  questionsAsked(form)
    .filter(({ question }) => !mannerOf(question).unsummed)
    .map(({ question }) => summariseOne(form, question, sent))

function summariseOne(form: Form, question: Question, sent: readonly Answers[]): Summary {
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
      return stops ? countEach(form, question, stops, given, asked) : spread(question, given, asked)
    }
    case 'day':
    case 'time':
      return spread(question, given, asked)
    case 'text':
    case 'record':
      return { is: 'texts', latest: given.slice(0, LATEST).map((answer) => showAnswer(question, answer)) }
  }
}

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

function spread(question: Question, given: Answer[], asked: number): Numbers {
  const sorted = given.filter((answer) => typeof answer === 'number' || typeof answer === 'string').sort(ascending)
  const at = (share: number): string => {
    const place = share * (sorted.length - 1)
    const [low = 0, high = 0] = [sorted[Math.floor(place)], sorted[Math.ceil(place)]]
    // Between two numbers lies a number; of two days, the earlier one is told.
    const between = typeof low === 'number' && typeof high === 'number' ? low + (high - low) * (place % 1) : low
    return showAnswer(question, typeof between === 'number' ? Math.round(between * 100) / 100 : between)
  }
  const words = { least: at(0), lower: at(0.25), median: at(0.5), upper: at(0.75), most: at(1) }
  const rows = histogram(sorted.filter((one) => typeof one === 'number')).map(({ from, to, n }) =>
    countOf(`${showAnswer(question, from)} to below ${showAnswer(question, to)}`, n, asked),
  )
  return { is: 'numbers', rows, words: sorted.length > 0 ? words : null }
}

const ascending = (a: string | number, b: string | number): number => (a < b ? -1 : a > b ? 1 : 0)
