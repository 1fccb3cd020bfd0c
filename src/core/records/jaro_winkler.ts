/** Share of the way to 1 that each letter of a common beginning takes (Winkler 1990). */
const BEGINNING = 0.1
/** As many letters of a common beginning count. */
const LONGEST_BEGINNING = 4

/**
 * How alike two texts are, from 0 for nothing in common to 1 for the same: Jaro’s measure, made higher for a common
 * beginning, as in Winkler, “String Comparator Metrics and Enhanced Decision Rules in the Fellegi-Sunter Model of
 * Record Linkage” (1990). Letters are compared as they are: fold them before.
 */
export function jaroWinkler(one: string, other: string): number {
  const [a, b] = [[...one], [...other]]
  const jaro = jaroOf(a, b)
  let common = 0
  while (common < LONGEST_BEGINNING && common < a.length && a[common] === b[common]) common++
  return jaro + common * BEGINNING * (1 - jaro)
}

function jaroOf(a: readonly string[], b: readonly string[]): number {
  if (a.length === 0 && b.length === 0) return 1
  const window = Math.max(0, Math.floor(Math.max(a.length, b.length) / 2) - 1)
  const taken = new Set<number>()
  const found: string[] = []
  a.forEach((letter, i) => {
    const last = Math.min(b.length - 1, i + window)
    for (let j = Math.max(0, i - window); j <= last; j++) {
      if (b[j] !== letter || taken.has(j)) continue
      taken.add(j)
      found.push(letter)
      return
    }
  })
  const matches = found.length
  if (matches === 0) return 0
  const theirs = b.filter((_, j) => taken.has(j))
  const moved = found.filter((letter, n) => letter !== theirs[n]).length / 2
  return (matches / a.length + matches / b.length + (matches - moved) / matches) / 3
}
