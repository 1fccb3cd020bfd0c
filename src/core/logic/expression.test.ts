import { describe, expect, it } from 'vitest'
import type { Answers } from '../answers/answer'
import { readExpression, renameInExpression, roundTo } from './expression'

const values: Answers = {
  people: 6,
  budget: 2500,
  supply: 'three_phase',
  wares: ['glass', 'raku'],
  stay: { from: '2027-03-05', to: '2027-03-09' },
  blank: null,
  agreed: true,
}

const compute = (text: string) => {
  const read = readExpression(text)
  return 'wrong' in read ? read : read.compute(values)
}

describe('an expression', () => {
  it.each([
    ['1 + 2 * 3', 7],
    ['-(people - 8) / 4', 0.5],
    ['people % 4', 2],
    ['budget / people', 2500 / 6],
    ["supply == 'Three_Phase' ? 10 : 5", 10],
    ['people >= 6 && people < 7 ? 1 : 0', 1],
    ['people > 6 || !agreed ? 1 : 0', 0],
    ['days(stay.from, stay.to)', 4],
    ['days(stay.to, stay.from)', -4],
    ['count(wares) + (has(wares, "raku") ? 10 : 0)', 12],
    ['round(budget / 7, 1)', 357.1],
    ['max(people, 2, 9) - min(people, 2) + abs(-1) + floor(1.9) + ceil(1.1)', 11],
    ["stay.from > '2027-01-01' ? 1 : 2", 1],
  ])('computes %s', (text, result) => expect(compute(text)).toBe(result))
  it.each([
    'blank * 2',
    'people / 0',
    'supply * 2',
    'wares + 1',
    'unknown + 1',
    'days(stay.from, blank)',
    '0 / 0',
    'stay.x',
  ])('is blank where it cannot be computed: %s', (text) => expect(compute(text)).toBeNull())
  it('takes something else for a blank only where it says so', () => {
    expect(compute('or(blank, people) * 2')).toBe(12)
    expect(compute('blank > 3 ? 1 : 2')).toBe(2)
    expect(compute('blank == 0 ? 1 : 2')).toBe(2)
  })
  it.each([
    '1 +',
    'constructor()',
    'people.constructor.name',
    'people["x"]',
    'this',
    'a = 1',
    '[1]',
    'round()',
    'days(1)',
    'toString(people)',
    '/x/',
    'f => 1',
    '1; 2',
    'new Date()',
    '`x`',
    'people << 2',
  ])('reaches nothing else: %s', (text) => {
    const read = compute(text)
    expect(read === null || (typeof read === 'object' && 'wrong' in read)).toBe(true)
  })
  it('knows nothing that every object has', () => {
    expect(compute('constructor')).toBeNull()
    expect(compute('stay.constructor')).toBeNull()
    expect(compute('__proto__')).toBeNull()
  })
  it('names the values it looks at, and follows them when they are called something else', () => {
    const read = readExpression("people * or(stay.from, 1) + round(people) + (supply == 'people' ? 1 : 0)")
    expect('paths' in read && read.paths).toEqual(['people', 'stay.from', 'supply'])
    expect(renameInExpression("people * people2 + round(people) + stay.people + 'people'", 'people', 'folk')).toBe(
      "folk * people2 + round(folk) + stay.people + 'people'",
    )
    expect(renameInExpression('days(days, stay.to)', 'days', 'nights')).toBe('days(nights, stay.to)')
  })
})

describe('rounding', () => {
  it.each([
    [1.005, 2, 1.01],
    [-2.5, 0, -3],
    [2.5, 0, 3],
    [1e21, 2, 1e21],
    [0.1 + 0.2, 6, 0.3],
  ])('of %d to %d digits', (number, places, rounded) => expect(roundTo(number, places)).toBe(rounded))
})
