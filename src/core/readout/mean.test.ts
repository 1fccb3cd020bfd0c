import { describe, expect, it } from 'vitest'
import { meanOf, studentQuantile } from './mean'

describe('a mean with its range', () => {
  it('has the quantiles that are published (Fisher and Yates, table III)', () => {
    for (const [degrees, published] of [
      [4, 2.776],
      [5, 2.571],
      [9, 2.262],
      [30, 2.042],
      [120, 1.98],
    ] as const)
      expect(Math.abs(studentQuantile(degrees) - published)).toBeLessThan(0.01)
  })
  it('lies in the middle of it, and has none of a few', () => {
    expect(meanOf([])).toBeNull()
    expect(meanOf([1, 2])).toEqual({ mean: 1.5, range: null })
    const { mean, range } = meanOf([1, 2, 3, 4, 5]) ?? {}
    expect(mean).toBe(3)
    // 2.776 × √(2.5 / 5)
    expect(range?.low).toBeCloseTo(3 - 1.963, 2)
    expect(range?.high).toBeCloseTo(3 + 1.963, 2)
    expect(meanOf([2, 2, 2, 2, 2])).toEqual({ mean: 2, range: { low: 2, high: 2 } })
  })
})
