/** What parts the cells of a line, in the order they are taken where nothing speaks for any. */
export const SEPARATORS = [',', ';', '\t', '|'] as const

export type Separator = (typeof SEPARATORS)[number]

/** Lines that are looked at. */
const LINES = 20

/** What most likely parts the cells of a text: what stands equally often in each of its first lines, outside quotes. */
export function guessSeparator(text: string): Separator {
  const lines = text
    .replace(/"(?:[^"]|"")*"/g, '')
    .split(/\r\n|\r|\n/)
    .filter((line) => line.trim() !== '')
    .slice(0, LINES)
  const weigh = (separator: Separator): number => {
    const counts = lines.map((line) => line.split(separator).length - 1)
    const first = counts[0] ?? 0
    return first === 0 ? 0 : first * counts.filter((count) => count === first).length
  }
  return SEPARATORS.reduce((best, one) => (weigh(one) > weigh(best) ? one : best))
}
