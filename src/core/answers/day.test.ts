import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boundPattern } from './bounds'
import { isDay, showDay } from './day'

const twoDigits = (n: number) => String(n).padStart(2, '0')
const shaped = fc
  .tuple(fc.integer({ min: 0, max: 9999 }), fc.integer({ min: 0, max: 13 }), fc.integer({ min: 0, max: 32 }))
  .map(([year, month, day]) => `${String(year).padStart(4, '0')}-${twoDigits(month)}-${twoDigits(day)}`)

describe('a day', () => {
  it('exists exactly when the language’s own calendar has it', () => {
    fc.assert(
      fc.property(shaped, (text) => {
        // An invalid date, or one that the calendar moves to another day, is none. Year 0 is none in HTML.
        const date = new Date(`${text}T00:00:00Z`)
        const exists = !Number.isNaN(date.getTime()) && date.toISOString().startsWith(text) && !text.startsWith('0000')
        expect([text, isDay(text)]).toEqual([text, exists])
      }),
      { numRuns: 2000 },
    )
    expect(['1900-02-29', '2000-02-29', '2024-02-29', '2026-2-3', 20260203].map(isDay)).toEqual([
      false,
      true,
      true,
      false,
      false,
    ])
  })
  it('is written out in words', () => {
    expect(showDay('2026-09-04')).toBe('4 September 2026')
  })
  it('is within a bound exactly when the bound’s pattern matches', () => {
    fc.assert(
      fc.property(shaped, shaped, (day, bound) => {
        expect(new RegExp(boundPattern(bound, 'least')).test(day)).toBe(day >= bound)
        expect(new RegExp(boundPattern(bound, 'most')).test(day)).toBe(day <= bound)
      }),
      { numRuns: 1000 },
    )
  })
})
