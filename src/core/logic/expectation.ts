import { type Answer, isBlank, isList, type Scalar } from '../answers/answer'
import { foldCase } from './fold_case'

/**
 * Tests on values. Text compares without regard to case; numbers compare as numbers, days and times as such.
 * A blank value fails every test except `blank`, and those that say what it must not be.
 */
export const OPERATORS = [
  'equals',
  'differs',
  'one_of',
  'none_of',
  'includes',
  'includes_all',
  'excludes',
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
  /** One operand, or several where the operator takes several; absent for `answered` and `blank`. */
  to?: Scalar | Scalar[]
}

/** Operators that take several operands. */
export const TAKES_SEVERAL: ReadonlySet<Operator> = new Set([
  'one_of',
  'none_of',
  'includes',
  'includes_all',
  'excludes',
])

/** Operators that take none. */
export const TAKES_NONE: ReadonlySet<Operator> = new Set(['answered', 'blank'])

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
    case 'includes':
      return operands.some((operand) => isIn(value, operand))
    case 'includes_all':
      return isList(value) && operands.every((operand) => isIn(value, operand))
    case 'excludes':
      return !operands.some((operand) => isIn(value, operand))
    case 'at_least':
      return operands.some((operand) => comparable(value, operand) && value >= operand)
    case 'at_most':
      return operands.some((operand) => comparable(value, operand) && value <= operand)
    case 'contains':
      return operands.some(
        (operand) => typeof value === 'string' && foldCase(value).includes(foldCase(String(operand))),
      )
  }
}

/** The operands of a test, always as a list. */
export const operandsOf = (to: Expectation['to']): Scalar[] => (to === undefined ? [] : Array.isArray(to) ? to : [to])

function same(value: Answer, operand: Scalar): boolean {
  if (isBlank(value)) return false
  return typeof value === 'string' && typeof operand === 'string'
    ? foldCase(value) === foldCase(operand)
    : value === operand
}

const isIn = (value: Answer, operand: Scalar): boolean => isList(value) && value.some((one) => same(one, operand))

/** Two numbers, two days, or two times; nothing else is more or less. */
function comparable(value: Answer, operand: Scalar): value is string | number {
  if (typeof value === 'number') return typeof operand === 'number'
  const sort = sortsAs(value)
  return sort !== null && sort === sortsAs(operand)
}

/** What a text sorts as, where it sorts as what it says does: by its shape, a day or a time. */
export function sortsAs(text: Answer): 'day' | 'time' | null {
  if (typeof text !== 'string') return null
  if (/^[0-9]{4}-[0-9]{2}-[0-9]{2}$/.test(text)) return 'day'
  return /^[0-9]{2}:[0-9]{2}$/.test(text) ? 'time' : null
}
