import { describe, expect, it } from 'vitest'
import type { Answer } from '../answers/answer'
import { type Expectation, holds, meets } from './condition'

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
  ])('%s %j is %s', (value, expectation, truth) => expect(meets(value, expectation)).toBe(truth))
})

describe('a condition', () => {
  const tests = [
    { value: 'a', is: 'equals' as const, to: 1 },
    { value: 'b', is: 'equals' as const, to: 1 },
  ]
  it('joins its tests by all, any or none', () => {
    const truths = (join: 'all' | 'any' | 'none') =>
      [
        { a: 1, b: 1 },
        { a: 1, b: 2 },
        { a: 2, b: 2 },
      ].map((values) => holds({ join, tests }, values))
    expect(truths('all')).toEqual([true, false, false])
    expect(truths('any')).toEqual([true, true, false])
    expect(truths('none')).toEqual([false, false, true])
  })
  it('without tests always holds', () => {
    expect(holds(null, {})).toBe(true)
    expect(holds({ join: 'any', tests: [] }, {})).toBe(true)
  })
})
