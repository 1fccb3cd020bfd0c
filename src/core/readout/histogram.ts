/** One stretch of a histogram: from `from` up to, but not including, `to`. */
export interface Stretch {
  from: number
  to: number
  n: number
}

/** Most stretches that are still read at a glance. */
const MOST = 10

/**
 * How numbers spread: how many lie in each of at most ten equal stretches, of a width that people count in (1, 2 or
 * 5 times a power of ten), from the one with the least number to the one with the greatest. None for no numbers, and
 * none narrower than the `finest`, such as the steps that the numbers come in.
 */
export function histogram(numbers: readonly number[], finest = 0): Stretch[] {
  if (numbers.length === 0) return []
  const [least, most] = [Math.min(...numbers), Math.max(...numbers)]
  const fits = (width: number) => width >= finest && placeOf(most, width) - placeOf(least, width) < MOST
  const width = widths(most - least).find(fits) ?? Math.max(most - least, finest)
  const first = placeOf(least, width)
  const stretches = Array.from({ length: placeOf(most, width) - first + 1 }, (_, index) => ({
    from: exactly((first + index) * width),
    to: exactly((first + index + 1) * width),
    n: 0,
  }))
  for (const number of numbers) {
    const stretch = stretches[placeOf(number, width) - first]
    if (stretch) stretch.n++
  }
  return stretches
}

/** Widths worth trying for a span, the narrowest first. */
function widths(span: number): number[] {
  const power = Math.floor(Math.log10(span / MOST || 1))
  return [0, 1, 2].flatMap((more) => [1, 2, 5].map((times) => exactly(times * 10 ** (power + more))))
}

/** Which stretch of this width a number lies in, counted from zero; 0.3 is the fourth by 0.1, as people count. */
const placeOf = (number: number, width: number): number => Math.floor(exactly(number / width))

/** A number without the dust that binary fractions leave. */
const exactly = (number: number): number => Number(number.toPrecision(12))
