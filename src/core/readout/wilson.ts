/** The 97.5th percentile of the standard normal distribution, for ranges of 95 %. */
export const Z = 1.959963984540054

export interface Range {
  low: number
  high: number
}

/**
 * The score interval of Wilson (1927) for a proportion of `hits` in `trials`, 95 %, between 0 and 1.
 * `null` when there were no trials: nothing is known. Throws a RangeError unless 0 ≤ hits ≤ trials.
 */
export function wilson(hits: number, trials: number): Range | null {
  if (!(hits >= 0 && hits <= trials)) throw new RangeError('hits must lie between 0 and trials')
  if (trials === 0) return null
  const rate = hits / trials
  const z2 = Z * Z
  const centre = rate + z2 / (2 * trials)
  const spread = Z * Math.sqrt((rate * (1 - rate)) / trials + z2 / (4 * trials * trials))
  const scale = 1 + z2 / trials
  return {
    low: hits === 0 ? 0 : Math.max(0, (centre - spread) / scale),
    high: hits === trials ? 1 : Math.min(1, (centre + spread) / scale),
  }
}
