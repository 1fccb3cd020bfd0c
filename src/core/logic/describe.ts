import type { Domain } from '../answers/kind'
import { type Condition, foldCondition, isTest } from './condition'
import { type Expectation, operandsOf, type Operator } from './expectation'
import type { Vocabulary } from './vocabulary'

/** An operator in words, as it stands between a value and its operands. */
const OPERATOR_WORDS: Record<Operator, string> = {
  equals: 'is',
  differs: 'is not',
  one_of: 'is one of',
  none_of: 'is none of',
  includes: 'includes any of',
  includes_all: 'includes all of',
  excludes: 'includes none of',
  at_least: 'is at least',
  at_most: 'is at most',
  contains: 'contains',
  answered: 'is answered',
  blank: 'is blank',
}

/** Operators whose words are others for values of a sort. */
const WORDS_OF_SORT: Partial<Record<Domain['is'], Partial<Record<Operator, string>>>> = {
  day: { at_least: 'is on or after', at_most: 'is on or before' },
  time: { at_least: 'is at or after', at_most: 'is at or before' },
}

/** The same for values of one sort: a day is not “at least” another. */
export const operatorWords = (operator: Operator, domain: Domain | null): string =>
  (domain && WORDS_OF_SORT[domain.is]?.[operator]) ?? OPERATOR_WORDS[operator]

/** “Which supply do you have? is Three-phase”. */
export const describeExpectation = (words: Vocabulary, path: string, expectation: Expectation): string =>
  `${words.labelAt(path)} ${describeCell(words, path, expectation)}`

/** The same without the value: “is Three-phase”. */
export function describeCell(words: Vocabulary, path: string, { is, to }: Expectation): string {
  const operands = operandsOf(to).map((operand) => words.showAt(path, operand))
  const joined = operands.join(is === 'includes_all' ? ' and ' : ' or ')
  const said = operands.length === 1 ? SINGLY[is] : undefined
  return [said ?? operatorWords(is, words.domainAt(path)), joined].filter(Boolean).join(' ')
}

/** How it reads with one operand. */
const SINGLY: Partial<Record<Operator, string>> = {
  one_of: 'is',
  none_of: 'is not',
  includes: 'includes',
  includes_all: 'includes',
  excludes: 'does not include',
}

/** A whole condition in words; “always” for none. */
export function describeCondition(words: Vocabulary, condition: Condition | null): string {
  if (!condition) return 'always'
  const join = (parts: Worded[], word: string): Worded => {
    if (parts.length === 0) return { text: 'always', joined: false }
    const [only] = parts
    if (only && parts.length === 1) return only
    return { text: parts.map(({ text, joined }) => (joined ? `(${text})` : text)).join(` ${word} `), joined: true }
  }
  return foldCondition<Worded>(condition, {
    test: (test) => ({ text: describeExpectation(words, test.value, test), joined: false }),
    all: (parts) => join(parts, 'and'),
    any: (parts) => join(parts, 'or'),
    none: (parts) =>
      parts.length === 0 ? join(parts, '') : { text: `not (${join(parts, 'or').text})`, joined: false },
  }).text
}

/** The same in little room, what tells the most first: “is Three-phase · Which supply do you have?”. */
export const tellCondition = (words: Vocabulary, condition: Condition): string =>
  isTest(condition)
    ? `${describeCell(words, condition.value, condition)} · ${words.labelAt(condition.value)}`
    : describeCondition(words, condition)

interface Worded {
  text: string
  /** Whether it reads wrongly beside another without brackets. */
  joined: boolean
}
