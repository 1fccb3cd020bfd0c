import { describe, expect, it } from 'vitest'
import { type Expectation, meets, operandsOf, sortsAs } from './expectation'

describe('an expectation of several operands', () => {
  // The first is as each operator asks of one operand, the second of two.
  it.each<[Expectation, unknown, unknown]>([
    [{ is: 'equals', to: ['red', 'blue'] }, 'blue', 'green'],
    [{ is: 'one_of', to: ['red', 'blue'] }, 'BLUE', null],
    [{ is: 'differs', to: ['red', 'blue'] }, 'green', 'red'],
    [{ is: 'none_of', to: ['red', 'blue'] }, null, 'Blue'],
    [{ is: 'includes', to: ['red', 'blue'] }, ['blue'], ['green']],
    [{ is: 'includes_all', to: ['red', 'blue'] }, ['blue', 'green', 'red'], ['blue']],
    [{ is: 'excludes', to: ['red', 'blue'] }, ['green'], ['green', 'red']],
    [{ is: 'at_least', to: [9, 4] }, 5, 3],
    [{ is: 'at_most', to: [2, 6] }, 5, 7],
    [{ is: 'contains', to: ['ill', 'oven'] }, 'a kiln; still', 'clay'],
  ])('%j holds for %j, not for %j', (expectation, met, unmet) => {
    expect([meets(met as never, expectation), meets(unmet as never, expectation)]).toEqual([true, false])
  })
  it('is what it lists; one stands for a list of one, and none for none', () => {
    expect([operandsOf(undefined), operandsOf('a'), operandsOf(['a', 'b'])]).toEqual([[], ['a'], ['a', 'b']])
  })
  it.each<[Expectation, unknown]>([
    [{ is: 'at_least', to: 4 }, '5'],
    [{ is: 'at_least', to: '4' }, 5],
    [{ is: 'at_least', to: '09:30' }, '2026-09-14'],
    [{ is: 'at_least', to: 'a' }, 'b'],
    [{ is: 'at_most', to: '2026-09-14' }, '09:30'],
    [{ is: 'at_most', to: 4 }, null],
    [{ is: 'includes', to: 'red' }, 'red'],
    [{ is: 'includes_all', to: ['red'] }, 'red'],
    [{ is: 'contains', to: '5' }, 5],
  ])('%j compares nothing with %j', (expectation, value) => {
    expect(meets(value as never, expectation)).toBe(false)
  })
  it('excludes what is no list, and everything but what it says', () => {
    expect(meets('red', { is: 'excludes', to: ['red'] })).toBe(true)
  })
})

describe('what a text sorts as', () => {
  it.each([
    ['2026-09-14', 'day'],
    ['x2026-09-14', null],
    ['2026-09-14T09:30', null],
    ['2026-9-14', null],
    ['09:30', 'time'],
    ['x09:30', null],
    ['09:30:00', null],
    ['9:30', null],
    ['09:3', null],
    ['ab:30', null],
    ['09:cd', null],
    ['', null],
    [930, null],
    [null, null],
  ])('%j: %s', (text, sort) => {
    expect(sortsAs(text)).toBe(sort)
  })
})
