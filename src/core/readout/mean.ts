import { type Range, Z } from './wilson'

/** An average with its 95 % range; without one where fewer than five were counted, of which no range says much. */
export interface Mean {
  mean: number
  range: Range | null
}

const FEWEST = 5

/** The mean of some numbers with its range by Student (1908); `null` of none. */
export function meanOf(numbers: readonly number[]): Mean | null {
  const n = numbers.length
  if (n === 0) return null
  const mean = numbers.reduce((sum, one) => sum + one, 0) / n
  if (n < FEWEST) return { mean, range: null }
  const variance = numbers.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (n - 1)
  const spread = studentQuantile(n - 1) * Math.sqrt(variance / n)
  return { mean, range: { low: mean - spread, high: mean + spread } }
}

/**
 * The 97.5th percentile of Student's distribution, by the expansion of Abramowitz and Stegun (1964), 26.7.5;
 * within 0.01 from four degrees of freedom on.
 */
export function studentQuantile(degrees: number): number {
  const terms = [
    Z,
    (Z ** 3 + Z) / 4,
    (5 * Z ** 5 + 16 * Z ** 3 + 3 * Z) / 96,
    (3 * Z ** 7 + 19 * Z ** 5 + 17 * Z ** 3 - 15 * Z) / 384,
    (79 * Z ** 9 + 776 * Z ** 7 + 1482 * Z ** 5 - 1920 * Z ** 3 - 945 * Z) / 92_160,
  ]
  return terms.reduce((sum, term, power) => sum + term / degrees ** power, 0)
}
