import type { Speech } from './texts'

const UNITS = ['byte', 'kilobyte', 'megabyte', 'gigabyte'] as const

/** How large something is, in the unit that suits it, with two digits at most where it is below ten of one. */
export function tellBytes({ locale }: Pick<Speech, 'locale'>, bytes: number): string {
  const power = Math.min(Math.floor(Math.log10(Math.max(bytes, 1)) / 3), UNITS.length - 1)
  const size = bytes / 1000 ** power
  // What rounds up to a thousand is one of the next.
  const [shown, at] = Math.round(size) >= 1000 && power < 3 ? [1, power + 1] : [size, power]
  const digits = shown < 10 && at > 0 ? 1 : 0
  return new Intl.NumberFormat(locale, { style: 'unit', unit: UNITS[at], maximumFractionDigits: digits }).format(shown)
}
