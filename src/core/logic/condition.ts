import { type Answer, type Answers, isBlank, valueIn } from '../answers/answer'

/**
 * Tests on values. Text compares without regard to case; numbers compare as numbers.
 * A blank value fails every test except `blank`, `differs` and `none_of`.
 */
export const OPERATORS = [
  'equals',
  'differs',
  'one_of',
  'none_of',
  'at_least',
  'at_most',
  'contains',
  'answered',
  'blank',
] as const

export type Operator = (typeof OPERATORS)[number]

/** What a value must be, without saying which value: also a cell of a routing table. */
export interface Expectation {
  is: Operator
  /** One operand, or several for `one_of` and `none_of`; absent for `answered` and `blank`. */
  to?: Exclude<Answer, null> | Exclude<Answer, null>[]
}

export interface Test extends Expectation {
  value: string
}

export interface Condition {
  join: 'all' | 'any' | 'none'
  tests: Test[]
}

/** Whether a condition holds. No condition, or one without tests, always holds. */
export function holds(condition: Condition | null, values: Answers): boolean {
  if (!condition || condition.tests.length === 0) return true
  const passes = (test: Test) => meets(valueIn(values, test.value) ?? null, test)
  switch (condition.join) {
    case 'all':
      return condition.tests.every(passes)
    case 'any':
      return condition.tests.some(passes)
    case 'none':
      return !condition.tests.some(passes)
  }
}

/** Whether one value is as expected. */
export function meets(value: Answer, { is, to }: Expectation): boolean {
  const operands = operandsOf(to)
  switch (is) {
    case 'answered':
      return !isBlank(value)
    case 'blank':
      return isBlank(value)
    case 'equals':
    case 'one_of':
      return operands.some((operand) => same(value, operand))
    case 'differs':
    case 'none_of':
      return !operands.some((operand) => same(value, operand))
    case 'at_least':
      return operands.some((operand) => typeof value === 'number' && value >= Number(operand))
    case 'at_most':
      return operands.some((operand) => typeof value === 'number' && value <= Number(operand))
    case 'contains':
      return operands.some((operand) => typeof value === 'string' && fold(value).includes(fold(String(operand))))
  }
}

/** The operands of a test, always as a list. */
export const operandsOf = (to: Expectation['to']): Exclude<Answer, null>[] =>
  to === undefined ? [] : Array.isArray(to) ? to : [to]

function same(value: Answer, operand: Exclude<Answer, null>): boolean {
  if (isBlank(value)) return false
  return typeof value === 'string' && typeof operand === 'string' ? fold(value) === fold(operand) : value === operand
}

/** Case folded character by character, so that the exported schema can say the same with a pattern. */
export const fold = (text: string): string => [...text].map((character) => foldCharacter(character)).join('')

function foldCharacter(character: string): string {
  const lower = character.toLowerCase()
  return [...lower].length === 1 ? lower : character
}

/** The names of the values a condition looks at, each once. */
export const valuesTested = (condition: Condition | null): string[] => [
  ...new Set(condition?.tests.map((test) => test.value) ?? []),
]
