import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Answer } from '../answers/answer'
import { anyAnswer, anyCondition } from '../testing/forms'
import { type Condition, foldCondition, holds, makeGroup, mapTests, pathsTested } from './condition'
import { type Expectation, meets } from './expectation'

describe('a test', () => {
  it.each<[Answer, Expectation, boolean]>([
    ['North', { is: 'equals', to: 'north' }, true],
    [null, { is: 'equals', to: '' }, false],
    [null, { is: 'differs', to: 'north' }, true],
    ['east', { is: 'one_of', to: ['north', 'East'] }, true],
    [null, { is: 'none_of', to: ['north'] }, true],
    [1240, { is: 'at_least', to: 1240 }, true],
    ['1240', { is: 'at_least', to: 1 }, false],
    [null, { is: 'at_most', to: 5 }, false],
    ['A big KILN', { is: 'contains', to: 'kiln' }, true],
    [false, { is: 'answered' }, true],
    ['', { is: 'blank' }, true],
    [0, { is: 'blank' }, false],
    [true, { is: 'equals', to: true }, true],
    [['red', 'blue'], { is: 'includes', to: ['Blue', 'green'] }, true],
    [['red', 'blue'], { is: 'includes_all', to: ['blue', 'green'] }, false],
    [['red', 'blue'], { is: 'includes_all', to: ['blue', 'red'] }, true],
    [['red', 'blue'], { is: 'excludes', to: ['green'] }, true],
    [null, { is: 'excludes', to: ['green'] }, true],
    [null, { is: 'includes_all', to: [] }, false],
    ['red', { is: 'includes', to: 'red' }, false],
    ['2026-09-14', { is: 'at_least', to: '2026-09-14' }, true],
    ['2026-09-13', { is: 'at_least', to: '2026-09-14' }, false],
    ['2026-10-01', { is: 'at_most', to: '2026-09-14' }, false],
    ['kiln', { is: 'at_least', to: 'a' }, false],
    [[], { is: 'answered' }, false],
    [{ first: null, last: '' }, { is: 'blank' }, true],
    [{ first: 'Ilka' }, { is: 'answered' }, true],
  ])('%s %j is %s', (value, expectation, truth) => expect(meets(value, expectation)).toBe(truth))
})

describe('a condition', () => {
  const tests = [
    { value: 'a', is: 'equals' as const, to: 1 },
    { value: 'b.c', is: 'equals' as const, to: 1 },
  ]
  it('joins its tests by all, any or none', () => {
    const truths = (join: 'all' | 'any' | 'none') =>
      [
        { a: 1, b: { c: 1 } },
        { a: 1, b: { c: 2 } },
        { a: 2, b: null },
      ].map((values) => holds(makeGroup(join, tests), values))
    expect(truths('all')).toEqual([true, false, false])
    expect(truths('any')).toEqual([true, true, false])
    expect(truths('none')).toEqual([false, false, true])
  })
  it('nests: groups within groups', () => {
    const nested: Condition = { all: [tests[0] ?? { any: [] }, { none: [{ any: tests.slice(1) }] }] }
    expect([1, 2].map((c) => holds(nested, { a: 1, b: { c } }))).toEqual([false, true])
  })
  it('that is none, or a group of nothing, always holds', () => {
    expect(holds(null, {})).toBe(true)
    for (const join of ['all', 'any', 'none'] as const) expect(holds(makeGroup(join, []), {})).toBe(true)
  })
  it('says what it looks at, and is changed test by test', () => {
    const both = makeGroup('any', tests)
    expect(pathsTested({ none: [both, both] })).toEqual(['a', 'b.c'])
    const renamed = mapTests({ none: [both] }, (test) => ({ ...test, value: `x_${test.value}` }))
    expect(pathsTested(renamed)).toEqual(['x_a', 'x_b.c'])
  })
  it('means the same after De Morgan', () => {
    const negate = (condition: Condition): Condition =>
      foldCondition<Condition>(condition, {
        test: (test) => ({ none: [test] }),
        all: (any) => ({ any }),
        any: (all) => ({ all }),
        none: (any) => ({ none: [{ all: any }] }),
      })
    fc.assert(
      fc.property(
        anyCondition(['q', 'r']),
        fc.dictionary(fc.constantFrom('q', 'r'), anyAnswer),
        (condition, values) => {
          // `none` is left out: its negation is `any` of what is in it, not of the negations.
          fc.pre(!JSON.stringify(condition).includes('"none"'))
          expect(holds(negate(condition), values)).toBe(!holds(condition, values))
        },
      ),
    )
  })
})
