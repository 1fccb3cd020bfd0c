import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { countStops, isMultiple } from './number'

describe('steps', () => {
  it('are counted exactly, where binary fractions would not', () => {
    expect(isMultiple(0.3, 0.1)).toBe(true)
    expect(isMultiple(1e21, 1e-7)).toBe(true)
    expect(isMultiple(0.35, 0.1)).toBe(false)
    expect([isMultiple(0, 0), isMultiple(3, 0)]).toEqual([true, false])
    fc.assert(
      fc.property(fc.integer({ min: -1e6, max: 1e6 }), fc.integer({ min: 1, max: 5 }), (n, places) =>
        isMultiple(Number((n / 10 ** places).toFixed(places)), Number(`1e-${places}`)),
      ),
    )
  })
})

describe('stops', () => {
  it('from 500 to 5000 by 500 are ten (common practice)', () => expect(countStops(500, 5000, 500)).toBe(10))
  it.each([
    [0, 100, 1, 101],
    [0, 1, 0.1, 11],
    [-2, 2, 0.5, 9],
    [1, 9, 5, 1],
    [1, 4, 5, 0],
    [5, 1, 1, 0],
  ])('from %d to %d by %d are %d', (minimum, maximum, step, stops) =>
    expect(countStops(minimum, maximum, step)).toBe(stops),
  )
  it('are as many as there are multiples, counted one by one', () => {
    const whole = fc.integer({ min: -60, max: 60 })
    fc.assert(
      fc.property(whole, whole, fc.integer({ min: 1, max: 25 }), fc.constantFrom(1, 10, 100), (a, b, by, parts) => {
        const [minimum, maximum, step] = [a / parts, b / parts, by / parts]
        let found = 0
        for (let n = a; n <= b; n++) if (n % by === 0) found++
        expect(countStops(minimum, maximum, step)).toBe(found)
      }),
    )
  })
})
