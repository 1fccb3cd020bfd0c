/** Text as it may be stored, sent on and shown: Unicode without gaps. */

/** Whether text is well-formed Unicode (no half of a surrogate pair) and has no NUL, which no database column takes. */
export const isSoundText = (text: string): boolean => text.isWellFormed() && !text.includes('\0')

/** The same text made sound: halves of characters become U+FFFD, NUL goes. */
export const makeSound = (text: string): string => text.toWellFormed().replaceAll('\0', '')

const graphemes = new Intl.Segmenter('und', { granularity: 'grapheme' })

/** At most `most` UTF-16 units of text, cut between characters as people see them (Unicode UAX #29), never inside one. */
export const cutText = (text: string, most: number): string =>
  text.length <= most ? text : text.slice(0, graphemes.segment(text).containing(most)?.index ?? most)

/**
 * The path of the first piece of unsound text in some JSON, keys included; `null` when all of it is sound.
 * Reads any depth without recursion, since whoever sends the JSON chooses its depth.
 */
export function findUnsound(json: unknown): string | null {
  const waiting: [path: string, value: unknown][] = [['', json]]
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const [path, value] = next
    if (typeof value === 'string' && !isSoundText(value)) return path || 'the text'
    if (typeof value !== 'object' || value === null) continue
    for (const [key, inner] of Object.entries(value)) {
      if (!isSoundText(key)) return `a name in ${path || 'the body'}`
      waiting.push([path ? `${path}.${key}` : key, inner])
    }
  }
  return null
}
