import { type Range, wilson } from './wilson'

/** How many of how many. */
export interface Share {
  hits: number
  trials: number
}

/** By how much one proportion is larger than another, and between what it lies with 95 %; between −1 and 1. */
export interface Difference extends Range {
  difference: number
}

/**
 * The difference of two independent proportions, the first less the second, with the hybrid score interval of
 * Newcombe (1998), method 10, 95 %. `null` where either has no trials. Throws a RangeError unless 0 ≤ hits ≤ trials.
 */
export function differenceOf(one: Share, other: Share): Difference | null {
  const [a, b] = [wilson(one.hits, one.trials), wilson(other.hits, other.trials)]
  if (!a || !b) return null
  const [p, q] = [one.hits / one.trials, other.hits / other.trials]
  const difference = p - q
  return {
    difference,
    low: Math.max(-1, difference - Math.hypot(p - a.low, b.high - q)),
    high: Math.min(1, difference + Math.hypot(a.high - p, q - b.low)),
  }
}

/** Whether a difference could be chance: its range holds none at all. */
export const couldBeChance = ({ low, high }: Range): boolean => low <= 0 && high >= 0
