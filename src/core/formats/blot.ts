/** What stands in a text where something was erased. */
export const ERASED = '(erased)'

/** What makes a letter before a word part of it: of an address also what may stand in one. */
const BEFORE = '(?<![\\p{L}\\p{N}])'
const BEFORE_ADDRESS = '(?<![\\p{L}\\p{N}._%+-])'
const AFTER = '(?![\\p{L}\\p{N}])'
const AFTER_ADDRESS = '(?![\\p{L}\\p{N}-]|\\.[\\p{L}\\p{N}])'

const escape = (word: string): string => word.replace(/[\\^$.*+?()[\]{}|/]/g, String.raw`\$&`)

function patternOf(words: readonly string[]): RegExp | null {
  const all = [...new Set(words.flatMap((word) => [word, encodeURIComponent(word)]))].filter(
    (word) => word.trim() !== '',
  )
  if (all.length === 0) return null
  // The longest first: a name within an address is part of that.
  const each = all
    .toSorted((one, other) => other.length - one.length)
    .map((word) => {
      const isAddress = /@|%40/.test(word)
      return `${isAddress ? BEFORE_ADDRESS : BEFORE}${escape(word)}${isAddress ? AFTER_ADDRESS : AFTER}`
    })
  return new RegExp(each.join('|'), 'giu')
}

/**
 * The same plain data with these words blotted out of every text in it, whatever their case, also as they stand in an
 * address of the web; never out of the middle of another word or mail address.
 */
export function blot<T>(data: T, words: readonly string[]): T {
  const pattern = patternOf(words)
  return pattern === null ? data : (blotAll(data, pattern) as T)
}

function blotAll(data: unknown, pattern: RegExp): unknown {
  if (typeof data === 'string') return data.replace(pattern, ERASED)
  if (Array.isArray(data)) return data.map((one) => blotAll(one, pattern))
  if (data instanceof Date || data === null || typeof data !== 'object') return data
  return Object.fromEntries(Object.entries(data).map(([key, one]) => [key, blotAll(one, pattern)]))
}
