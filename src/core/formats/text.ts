/** Text as it may be stored, sent on and shown: Unicode without gaps. */

/** Whether text is well-formed Unicode (no half of a surrogate pair) and has no NUL, which no database column takes. */
export const isSoundText = (text: string): boolean => text.isWellFormed() && !text.includes('\0')

/** The same text made sound: halves of characters become U+FFFD, NUL goes. */
export const makeSound = (text: string): string => text.toWellFormed().replaceAll('\0', '')

/** Characters that XML 1.0 (2.2) has no way to write. */
const NOT_IN_XML =
  // oxlint-disable-next-line no-control-regex
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g

/** The same text without what a document in XML cannot hold. */
export const asXmlText = (text: string): string => text.replace(NOT_IN_XML, '')

const graphemes = new Intl.Segmenter('und', { granularity: 'grapheme' })

/** At most `most` UTF-16 units of text, cut between characters as people see them (Unicode UAX #29), never inside one. */
export const cutText = (text: string, most: number): string =>
  text.length <= most ? text : text.slice(0, graphemes.segment(text).containing(most)?.index ?? most)

/** No JSON that anybody means to send is nested deeper than this; below it, reading by recursion is safe. */
const DEEPEST = 64

/** Whether JSON is nested too deeply to be read. Looks without recursion: whoever sends it chooses its depth. */
export function isTooDeep(json: unknown): boolean {
  const waiting: [depth: number, value: unknown][] = [[0, json]]
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const [depth, value] = next
    if (typeof value !== 'object' || value === null) continue
    if (depth >= DEEPEST) return true
    for (const inner of Object.values(value)) waiting.push([depth + 1, inner])
  }
  return false
}

/** What makes some JSON unfit to be read or stored, in words; `null` for nothing. */
export function findUnfit(json: unknown): string | null {
  if (isTooDeep(json)) return 'it is nested too deeply'
  const waiting: [path: string, value: unknown][] = [['', json]]
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const [path, value] = next
    if (typeof value === 'string' && !isSoundText(value)) return `${path || 'the text'} is not Unicode`
    if (typeof value !== 'object' || value === null) continue
    for (const [key, inner] of Object.entries(value)) {
      if (!isSoundText(key)) return `a name in ${path || 'the body'} is not Unicode`
      waiting.push([path ? `${path}.${key}` : key, inner])
    }
  }
  return null
}
