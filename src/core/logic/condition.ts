import { type Answers, type Path, valueAt } from '../answers/answer'
import { type Expectation, meets } from './expectation'

/** Something that must hold of the values: a test of one of them, or others joined by all, any or none. */
export type Condition = Test | Group

export interface Test extends Expectation {
  value: Path
}

export type Group = { all: Condition[] } | { any: Condition[] } | { none: Condition[] }

export type Join = 'all' | 'any' | 'none'

/** What a fold makes of each sort of node, from what it made of those inside. */
export interface FoldCases<T> {
  test(test: Test): T
  all(parts: T[]): T
  any(parts: T[]): T
  none(parts: T[]): T
}

/** The one visitor of conditions: whatever is to be known of one is a fold over it. */
export function foldCondition<T>(condition: Condition, cases: FoldCases<T>): T {
  if (isTest(condition)) return cases.test(condition)
  const [join, parts] = openGroup(condition)
  return cases[join](parts.map((part) => foldCondition(part, cases)))
}

export const isTest = (condition: Condition): condition is Test => 'value' in condition

/** How a group is joined, and what is in it. */
export function openGroup(group: Group): [Join, Condition[]] {
  if ('all' in group) return ['all', group.all]
  return 'any' in group ? ['any', group.any] : ['none', group.none]
}

export function makeGroup(join: Join, parts: Condition[]): Group {
  switch (join) {
    case 'all':
      return { all: parts }
    case 'any':
      return { any: parts }
    case 'none':
      return { none: parts }
  }
}

/** Whether a condition holds. No condition, or a group of nothing, always holds. */
export function holds(condition: Condition | null, values: Answers): boolean {
  if (!condition) return true
  return foldCondition<boolean>(condition, {
    test: (test) => meets(valueAt(values, test.value), test),
    all: (parts) => parts.every(Boolean),
    any: (parts) => parts.length === 0 || parts.some(Boolean),
    none: (parts) => !parts.some(Boolean),
  })
}

/** The same condition with every test changed. */
export const mapTests = (condition: Condition, change: (test: Test) => Test): Condition =>
  foldCondition<Condition>(condition, {
    test: change,
    all: (all) => ({ all }),
    any: (any) => ({ any }),
    none: (none) => ({ none }),
  })

/** Every test of a condition, in order. */
export function testsOf(condition: Condition | null): Test[] {
  const flat = (parts: Test[][]) => parts.flat()
  return condition ? foldCondition<Test[]>(condition, { test: (test) => [test], all: flat, any: flat, none: flat }) : []
}

/** The paths a condition looks at, each once. */
export const pathsTested = (condition: Condition | null): Path[] => [
  ...new Set(testsOf(condition).map(({ value }) => value)),
]
