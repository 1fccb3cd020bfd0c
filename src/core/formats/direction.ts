/**
 * Which way text runs is told by its letters, and by marks that nobody sees (Unicode Standard Annex #9). Text from
 * outside among other text must not turn around what stands beside it.
 */

/** Marks that turn what follows them around until they are closed: embeddings, overrides, isolates (UAX #9, table 3). */
const TURNS = /[\u202a-\u202e\u2066-\u2069]/g

/** All that are not seen, those included that only count as a letter of one direction. */
export const DIRECTION_MARKS = /[\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069]/g

/** What runs from right to left: those marks, and the blocks whose characters do (Unicode, DerivedBidiClass). */
const FROM_RIGHT = /[\u0590-\u08ff\u200e\u200f\ufb1d-\ufdff\ufe70-\ufeff\u{10800}-\u{10fff}\u{1e800}-\u{1efff}]/u

/** The text between isolates (U+2068, U+2069), and without marks of its own that would end them. */
export const isolated = (text: string): string => `\u2068${text.replace(TURNS, '')}\u2069`

/** What ends a paragraph, and with it every isolate (UAX #9, class B). */
// oxlint-disable-next-line no-control-regex
const ENDS = /([\n\r\u001c-\u001e\u0085\u2029])/

/**
 * Text from outside as it can stand among other text where only characters help: each line that has anything from
 * right to left between isolates, every other as it is, but for marks that turn text around.
 */
export const keepApart = (text: string): string =>
  text
    .split(ENDS)
    .map((line) => (FROM_RIGHT.test(line) ? isolated(line) : line.replace(TURNS, '')))
    .join('')
