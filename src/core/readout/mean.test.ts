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
  it('has the quantiles of the distribution itself, to what the expansion leaves out', () => {
    // The probability within ±t of an even number of degrees, exact: Abramowitz and Stegun (1964), 26.7.4.
    const within = (t: number, degrees: number) => {
      const angle = Math.atan(t / Math.sqrt(degrees))
      let term = 1
      let sum = 1
      for (let n = 1; n < degrees / 2; n++) {
        term *= ((2 * n - 1) / (2 * n)) * Math.cos(angle) ** 2
        sum += term
      }
      return Math.sin(angle) * sum
    }
    for (const degrees of [4, 10, 20, 50, 100, 200])
      expect(Math.abs(within(studentQuantile(degrees), degrees) - 0.95)).toBeLessThan(0.1 / degrees ** 5)
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
