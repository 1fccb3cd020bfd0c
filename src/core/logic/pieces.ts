import type { Answer, Scalar } from '../answers/answer'
import { addDays } from '../answers/day'
import type { Domain } from '../answers/kind'
import { checkNumber } from '../answers/number'
import { foldCase } from './fold_case'
import { type Expectation, meets, operandsOf } from './expectation'

/**
 * Splits all answers of a value into finitely many pieces that some tests cannot tell apart, each shown by one of
 * its answers. Whatever those tests say of any answer at all, they say of one of these, and of no other kinds of
 * answers: so a condition that holds for none of them never holds.
 */

/** A test of a value, or of one of its parts. */
export interface PartTest extends Expectation {
  part: string | null
}

/** Most pieces of one value that are looked at; a value with more is not split at all. */
const MOST_PIECES = 4000

/** Stands for any text that no test names. */
export const ELSE = '…'

/** An answer of each piece; `null` among them where the value may be blank. `null` where there are too many. */
export function piecesOf(domain: Domain, tests: readonly PartTest[], canBeBlank: boolean): Answer[] | null {
  const found = domain.is === 'record' ? splitRecord(domain, tests) : splitPlain(domain, tests)
  if (found === null || found.length > MOST_PIECES) return null
  const pieces = canBeBlank ? [null, ...found] : found
  return domain.is === 'record' ? pieces : oneOfEach(pieces, tests)
}

/** One answer of those that no test tells apart. */
function oneOfEach(answers: readonly Answer[], tests: readonly Expectation[]): Answer[] {
  const seen = new Map<string, Answer>()
  for (const answer of answers) {
    const sign = tests.map((test) => (meets(answer, test) ? '1' : '0')).join('')
    if (!seen.has(sign)) seen.set(sign, answer)
  }
  return [...seen.values()]
}

/** Answers, none of them blank, of which one is in each piece. */
function splitPlain(domain: Exclude<Domain, { is: 'record' }>, tests: readonly Expectation[]): Answer[] | null {
  const operands = tests.flatMap(({ to }) => operandsOf(to))
  switch (domain.is) {
    case 'one of':
      return domain.open ? withText(domain.values, tests) : [...domain.values]
    case 'some of':
      return splitList(domain, operands)
    case 'number':
      return splitNumber(domain, operands)
    case 'day':
      return splitOrdered(domain, operands, FIRST_DAY, LAST_DAY, (day, by) => addDays(day, by))
    case 'time':
      return splitOrdered(domain, operands, '00:00', '23:59', addMinutes)
    case 'yes or no':
      return [true, false]
    case 'text':
      return withText([], tests)
    case 'files':
      return [[ELSE]]
  }
}

function withText(values: readonly string[], tests: readonly Expectation[]): Answer[] | null {
  const texts = splitText(tests)
  return texts && [...values, ...texts]
}

/** Most texts looked for within a value: each set of them is a piece. */
const MOST_CONTAINED = 10

/**
 * Texts: each that is named; and for each set of texts looked for, one that has just these in it, and is none of
 * those named: they are put one after another with a sign between that none of them has.
 */
function splitText(tests: readonly Expectation[]): string[] | null {
  const named = tests
    .filter(({ is }) => is !== 'contains')
    .flatMap(({ to }) => operandsOf(to))
    .filter((operand): operand is string => typeof operand === 'string' && operand.trim() !== '')
  const contained = [
    ...new Set(
      tests
        .filter(({ is }) => is === 'contains')
        .flatMap(({ to }) => operandsOf(to).map((one) => foldCase(String(one)))),
    ),
  ]
  if (contained.length > MOST_CONTAINED) return null
  const between =
    [ELSE, '¦', '¬', '∎'].find((sign) => ![...contained, ...named].some((text) => text.includes(sign))) ?? '\u{10FFFD}'
  const sets = Array.from({ length: 2 ** contained.length }, (_, bits) =>
    contained.filter((_text, at) => (bits >> at) & 1),
  )
  return [...named, ...sets.map((set) => (set.length === 0 ? between : `${between}${set.join(between)}${between}`))]
}

/**
 * Lists: values that the same tests name are alike. Of each such class none, some or all are chosen, so far as as
 * many may be; a value that is chosen by itself only makes a list of its own.
 */
function splitList(domain: Extract<Domain, { is: 'some of' }>, operands: readonly Scalar[]): Answer[] | null {
  const alone = domain.alone ?? []
  const together = domain.values.filter((value) => !alone.includes(value))
  const written = domain.open
    ? [...operands.filter((one) => !domain.values.includes(String(one))).map(String), ELSE]
    : []
  const isNamed = (value: string) => operands.some((operand) => foldCase(String(operand)) === foldCase(value))
  const named = together.filter(isNamed)
  const others = together.filter((value) => !isNamed(value))
  if (named.length > MOST_NAMED) return null
  const most = domain.most ?? Infinity
  const least = Math.max(1, domain.least ?? 1)
  const lists = alone.map((value) => [value])
  for (const extra of [null, ...written])
    for (let bits = 0; bits < 2 ** named.length; bits++) {
      const chosen = named.filter((_, at) => (bits >> at) & 1)
      // Those that no test names fill up to the fewest that must be chosen.
      const filling = others.slice(0, Math.max(0, least - chosen.length - (extra === null ? 0 : 1)))
      const list = [...chosen, ...filling, ...(extra === null ? [] : [extra])]
      if (list.length >= least && list.length <= most) lists.push(list)
    }
  return lists
}

/** Most options that tests of one list name: each set of them is a piece. */
const MOST_NAMED = 11

/** Numbers: each that is named, and one between each two, before the first and after the last, where there is one. */
function splitNumber({ least, most, step }: Extract<Domain, { is: 'number' }>, operands: readonly Scalar[]): number[] {
  const fits = (number: number) =>
    Number.isFinite(number) && checkNumber(number, { minimum: least, maximum: most, step }).ok
  const marks = [...operands.filter((one): one is number => typeof one === 'number'), least, most]
    .filter((one): one is number => one !== null)
    .toSorted((a, b) => a - b)
  const inner = marks.flatMap((mark, at) => {
    const next = marks[at + 1]
    if (next === undefined || next === mark) return []
    return step === null ? [(mark + next) / 2] : [stopAfter(mark, step)].filter((stop) => stop < next)
  })
  const first = marks[0] ?? 0
  const last = marks.at(-1) ?? 0
  const outer = step === null ? [first - 1, last + 1] : [-stopAfter(-first, step), stopAfter(last, step)]
  return [...marks, 0, ...inner, ...outer].filter(fits)
}

/** The least multiple of a step above a number. */
function stopAfter(number: number, step: number): number {
  const stop = clean((Math.floor(number / step) + 1) * step)
  return stop > number ? stop : clean(stop + step)
}

/** Without what adding decimals leaves behind. */
const clean = (number: number): number => Number(number.toPrecision(14))

const FIRST_DAY = '0001-01-01'
const LAST_DAY = '9999-12-31'

/** Days or times: each that is named, with the one before and after it, and both ends. */
function splitOrdered(
  domain: { least: string | null; most: string | null },
  operands: readonly Scalar[],
  first: string,
  last: string,
  move: (text: string, by: 1 | -1) => string,
): string[] {
  const [least, most] = [domain.least ?? first, domain.most ?? last]
  const named = operands.filter((one): one is string => typeof one === 'string' && one.length === first.length)
  const around = named.flatMap((one) => [
    one,
    ...(one > first ? [move(one, -1)] : []),
    ...(one < last ? [move(one, 1)] : []),
  ])
  return [...new Set([least, most, ...around])].filter((one) => one >= least && one <= most)
}

function addMinutes(time: string, by: number): string {
  const minutes = Number(time.slice(0, 2)) * 60 + Number(time.slice(3)) + by
  return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
}

/**
 * Records: each part that is tested as it is split, or left blank, and one that is not tested beside them. Places of
 * a ranking differ from each other; parts that ascend come in their order.
 */
function splitRecord(domain: Extract<Domain, { is: 'record' }>, tests: readonly PartTest[]): Answer[] | null {
  const tested = domain.parts.filter(({ name }) => tests.some(({ part }) => part === name))
  const rest = domain.parts.find((part) => !tested.includes(part))
  const apart = !domain.ranks && !domain.ascends
  let records: Record<string, Answer>[] = [Object.create(null) as Record<string, Answer>]
  for (const part of rest ? [...tested, rest] : tested) {
    const own = tests.filter((test) => test.part === part.name)
    const split = part.domain.is === 'record' ? null : splitPlain(part.domain, own)
    if (split === null) return null
    // Where one part limits another, all are tried: which are left for the others depends on it.
    const kept = apart ? oneOfEach([null, ...split], [...own, { is: 'answered' }]) : [null, ...split]
    records = records.flatMap((record) =>
      kept.map((answer) =>
        Object.assign(Object.create(null) as Record<string, Answer>, record, { [part.name]: answer }),
      ),
    )
    if (records.length > MOST_PIECES) return null
  }
  return records.filter((record) => {
    const given = domain.parts.flatMap(({ name }) =>
      record[name] === null || record[name] === undefined ? [] : [record[name]],
    )
    if (given.length === 0) return false
    if (domain.ranks) return new Set(given).size === given.length
    return !domain.ascends || given.every((one, at) => at === 0 || (given[at - 1] as string) <= (one as string))
  })
}
