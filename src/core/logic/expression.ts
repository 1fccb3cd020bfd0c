import type jsep from 'jsep'
import type { CoreExpression } from 'jsep'
import {
  type Answer,
  type Answers,
  isBlank,
  isList,
  joinPath,
  type Path,
  type Scalar,
  valueAt,
} from '../answers/answer'
import { isDay } from '../answers/day'
import { meets } from './expectation'
import { wrongArguments, wrongForm, wrongFunction, wrongValue } from './expression_faults'
import { parseExpression } from './parse_expression'

/**
 * Expressions that compute a value from others: arithmetic, comparisons, a choice by condition (`a > 3 ? x : y`),
 * values by their name or `name.part`, and the functions below. `jsep` reads them; what they mean stands here, and
 * nothing else can be reached.
 *
 * Blank in, blank out: whatever lacks an operand is blank. Only `or` gives something instead. A comparison with a
 * blank does not hold, as in conditions, and what cannot be computed (a division by nothing, text times two) is blank.
 */

export interface Expression {
  /** Paths of the values it looks at, each once. */
  paths: Path[]
  compute(values: Answers): Answer
}

/** A call’s arguments, as they were computed. */
type Called = readonly Answer[]

const numeric = (act: (...numbers: number[]) => number) => (given: Called) =>
  given.every((one) => typeof one === 'number') ? act(...given) : null

/** What can be called, with the fewest and the most arguments it takes. */
const FUNCTIONS: Readonly<Record<string, readonly [least: number, most: number, call: (given: Called) => Answer]>> = {
  round: [1, 2, numeric((number, places = 0) => roundTo(number, places))],
  floor: [1, 1, numeric(Math.floor)],
  ceil: [1, 1, numeric(Math.ceil)],
  abs: [1, 1, numeric(Math.abs)],
  min: [1, 20, numeric(Math.min)],
  max: [1, 20, numeric(Math.max)],
  /** Days from one to another; fewer than none where the second is the earlier. */
  days: [2, 2, ([from = null, to = null]) => (isDay(from) && isDay(to) ? daysBetween(from, to) : null)],
  /** How many are chosen. */
  count: [1, 1, ([list]) => (isBlank(list) ? null : isList(list) ? list.length : 1)],
  /** Whether something is among what is chosen. */
  has: [2, 2, ([list = null, one]) => isScalar(one) && meets(list, { is: 'includes', to: one })],
  /** The first that is not blank. */
  or: [1, 20, (given) => given.find((one) => !isBlank(one)) ?? null],
}

export const FUNCTION_NAMES = Object.keys(FUNCTIONS)

const isScalar = (answer: Answer | undefined): answer is Scalar =>
  answer !== null && answer !== undefined && typeof answer !== 'object'

/** Days from one day to another: both are whole days, which no clock change makes longer or shorter. */
function daysBetween(from: string, to: string): number {
  const at = (day: string) => {
    const date = new Date(0)
    const [year = 0, month = 1, dayOfMonth = 1] = day.split('-').map(Number)
    return date.setUTCFullYear(year, month - 1, dayOfMonth)
  }
  return Math.round((at(to) - at(from)) / 86_400_000)
}

/** Rounded to so many digits after the point, halves away from zero, as amounts are. */
export function roundTo(number: number, places: number): number {
  const digits = Math.min(12, Math.max(0, Math.trunc(places)))
  const shifted = Number(`${Math.abs(number)}e${digits}`)
  return Number.isFinite(shifted) ? Math.sign(number) * Number(`${Math.round(shifted)}e-${digits}`) : number
}

/** Reads an expression, or says what is wrong with it. */
export function readExpression(text: string): Expression | { wrong: string } {
  const paths = new Set<Path>()
  try {
    const compute = build(parseExpression(text) as Ours, paths)
    return { paths: [...paths], compute: (values) => sound(compute(values)) }
  } catch (error) {
    return { wrong: (error as Error).message }
  }
}

const sound = (answer: Answer): Answer => (typeof answer === 'number' && !Number.isFinite(answer) ? null : answer)

type Compute = (values: Answers) => Answer

/** What an expression is made of. More can be read than that; it is none of ours, whatever it is. */
type Ours = Exclude<CoreExpression, { type: 'ArrayExpression' | 'Compound' | 'SequenceExpression' | 'ThisExpression' }>

function build(node: Ours, paths: Set<Path>): Compute {
  const inner = (one: jsep.Expression) => build(one as Ours, paths)
  switch (node.type) {
    case 'Literal': {
      const { value } = node
      if (typeof value !== 'number' && typeof value !== 'string' && typeof value !== 'boolean') break
      return () => value
    }
    case 'Identifier':
    case 'MemberExpression': {
      const path = pathOf(node)
      paths.add(path)
      return (values) => valueAt(values, path)
    }
    case 'UnaryExpression': {
      const argument = inner(node.argument)
      if (node.operator === '!') return (values) => argument(values) !== true
      if (node.operator === '-') return (values) => numeric((number) => -number)([argument(values)])
      break
    }
    case 'BinaryExpression': {
      const operate = OPERATORS[node.operator]
      if (!operate) break
      const [left, right] = [inner(node.left), inner(node.right)]
      return (values) => operate(left(values), right(values))
    }
    case 'ConditionalExpression': {
      const [test, then, otherwise] = [inner(node.test), inner(node.consequent), inner(node.alternate)]
      return (values) => (test(values) === true ? then : otherwise)(values)
    }
    case 'CallExpression': {
      const [least, most, call] = functionOf(node.callee as CoreExpression)
      const given = node.arguments.map(inner)
      if (given.length < least || given.length > most)
        throw wrongArguments((node.callee as jsep.Identifier).name, least, most)
      return (values) => call(given.map((one) => one(values)))
    }
  }
  throw wrongForm()
}

const OPERATORS: Readonly<Record<string, (left: Answer, right: Answer) => Answer>> = {
  '+': (left, right) => numeric((a, b) => a + b)([left, right]),
  '-': (left, right) => numeric((a, b) => a - b)([left, right]),
  '*': (left, right) => numeric((a, b) => a * b)([left, right]),
  '/': (left, right) => numeric((a, b) => a / b)([left, right]),
  '%': (left, right) => numeric((a, b) => a % b)([left, right]),
  '==': (left, right) => isScalar(right) && meets(left, { is: 'equals', to: right }),
  '!=': (left, right) => !(isScalar(right) && meets(left, { is: 'equals', to: right })),
  '>=': (left, right) => isScalar(right) && meets(left, { is: 'at_least', to: right }),
  '<=': (left, right) => isScalar(right) && meets(left, { is: 'at_most', to: right }),
  '>': (left, right) =>
    isScalar(left) && isScalar(right) && bothCompare(left, right) && !meets(left, { is: 'at_most', to: right }),
  '<': (left, right) =>
    isScalar(left) && isScalar(right) && bothCompare(left, right) && !meets(left, { is: 'at_least', to: right }),
  '&&': (left, right) => left === true && right === true,
  '||': (left, right) => left === true || right === true,
}

/** Whether one can be more or less than the other. */
const bothCompare = (left: Scalar, right: Scalar): boolean =>
  meets(left, { is: 'at_least', to: right }) || meets(left, { is: 'at_most', to: right })

/** The path that `name` or `name.part` is. */
function pathOf(node: CoreExpression): Path {
  if (node.type === 'Identifier') return node.name
  if (node.type === 'MemberExpression' && !node.computed && node.object.type === 'Identifier')
    return joinPath((node.object as jsep.Identifier).name, (node.property as jsep.Identifier).name)
  throw wrongValue()
}

function functionOf(callee: CoreExpression) {
  const found =
    callee.type === 'Identifier' && Object.hasOwn(FUNCTIONS, callee.name) ? FUNCTIONS[callee.name] : undefined
  if (!found) throw wrongFunction(FUNCTION_NAMES)
  return found
}

/** The same expression with a value called something else; text in quotes stays as it is. */
export const renameInExpression = (text: string, from: string, to: string): string =>
  text.replace(/'(?:\\.|[^'\\])*'|"(?:\\.|[^"\\])*"|(?<![\w.])[A-Za-z_]\w*(?!\w*\s*\()/g, (token) =>
    token === from ? to : token,
  )
