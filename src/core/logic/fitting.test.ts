import { describe, expect, it } from 'vitest'
import type { Domain } from '../answers/kind'
import { firstTest, testsFor } from './fitting'

const domain = (of: object) => of as Domain
const ORDER = ['at_least', 'at_most', 'equals', 'differs', 'answered', 'blank']

describe('the tests that fit a value', () => {
  it.each<[object, string[], object]>([
    [
      { is: 'one of', values: ['red', 'blue'] },
      ['equals', 'differs', 'one_of', 'none_of', 'answered', 'blank'],
      { is: 'equals', to: 'red' },
    ],
    [
      { is: 'one of', values: [] },
      ['equals', 'differs', 'one_of', 'none_of', 'answered', 'blank'],
      { is: 'equals', to: '' },
    ],
    [
      { is: 'some of', values: ['red', 'blue'] },
      ['includes', 'includes_all', 'excludes', 'answered', 'blank'],
      { is: 'includes', to: ['red'] },
    ],
    [{ is: 'number', least: 3, most: 9 }, ORDER, { is: 'at_least', to: 3 }],
    [{ is: 'number', least: 0 }, ORDER, { is: 'at_least', to: 0 }],
    [{ is: 'number' }, ORDER, { is: 'at_least', to: 1 }],
    [{ is: 'day', least: '2026-09-14', most: '2026-10-01' }, ORDER, { is: 'at_least', to: '2026-09-14' }],
    [{ is: 'day', most: '2026-10-01' }, ORDER, { is: 'at_least', to: '2026-10-01' }],
    [{ is: 'day' }, ORDER, { is: 'at_least', to: '2030-01-01' }],
    [{ is: 'time', least: '09:30', most: '17:00' }, ORDER, { is: 'at_least', to: '09:30' }],
    [{ is: 'time', most: '17:00' }, ORDER, { is: 'at_least', to: '17:00' }],
    [{ is: 'time' }, ORDER, { is: 'at_least', to: '12:00' }],
    [{ is: 'yes or no', canBeBlank: true }, ['equals', 'answered', 'blank'], { is: 'equals', to: true }],
    [{ is: 'yes or no', canBeBlank: false }, ['equals'], { is: 'equals', to: true }],
    [{ is: 'text' }, ['equals', 'differs', 'contains', 'answered', 'blank'], { is: 'answered' }],
    [{ is: 'files' }, ['answered', 'blank'], { is: 'answered' }],
    [{ is: 'record', parts: [] }, ['answered', 'blank'], { is: 'answered' }],
  ])('of %j: %j, first %j', (of, fit, first) => {
    expect(testsFor(domain(of))).toEqual(fit)
    expect(firstTest(domain(of))).toEqual(first)
    expect(fit).toContain(firstTest(domain(of)).is)
  })
})
