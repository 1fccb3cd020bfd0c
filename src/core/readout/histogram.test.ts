import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { histogram } from './histogram'

describe('a histogram', () => {
  it('counts in stretches that people count in', () => {
    expect(histogram([])).toEqual([])
    expect(histogram([7, 7])).toEqual([{ from: 7, to: 8, n: 2 }])
    expect(histogram([1000, 1240, 1260, 1320]).map(({ from, to, n }) => [from, to, n])).toEqual([
      [1000, 1050, 1],
      [1050, 1100, 0],
      [1100, 1150, 0],
      [1150, 1200, 0],
      [1200, 1250, 1],
      [1250, 1300, 1],
      [1300, 1350, 1],
    ])
    expect(histogram([0, 0.3, 0.9]).map(({ from, n }) => [from, n])).toEqual([
      [0, 1],
      [0.1, 0],
      [0.2, 0],
      [0.3, 1],
      [0.4, 0],
      [0.5, 0],
      [0.6, 0],
      [0.7, 0],
      [0.8, 0],
      [0.9, 1],
    ])
  })
  it('is no finer than the numbers come', () => {
    expect(histogram([2, 3, 3, 6], 1)).toEqual([
      { from: 2, to: 3, n: 1 },
      { from: 3, to: 4, n: 2 },
      { from: 4, to: 5, n: 0 },
      { from: 5, to: 6, n: 0 },
      { from: 6, to: 7, n: 1 },
    ])
    expect(histogram([40, 60], 20).map(({ from, to }) => [from, to])).toEqual([
      [40, 60],
      [60, 80],
    ])
  })
  it('holds every number once, in at most ten stretches that join', () => {
    const numbers = fc.array(fc.integer({ min: -1e6, max: 1e6 }), { minLength: 1, maxLength: 60 })
    fc.assert(
      fc.property(numbers, fc.constantFrom(1, 10, 1000), (wholes, parts) => {
        const all = wholes.map((one) => one / parts)
        const stretches = histogram(all)
        expect(stretches.length).toBeLessThanOrEqual(10)
        expect(stretches.map(({ n }) => n)).toEqual(
          stretches.map(({ from, to }) => all.filter((one) => one >= from && one < to).length),
        )
        expect(stretches.reduce((sum, { n }) => sum + n, 0)).toBe(all.length)
        for (const [index, { to }] of stretches.entries()) expect(stretches[index + 1]?.from ?? to).toBe(to)
      }),
    )
  })
})
