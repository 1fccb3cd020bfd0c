import bidiFactory from 'bidi-js'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { keepApart } from './direction'

/** The Unicode Bidirectional Algorithm as `bidi-js` has it, which passes the conformance tests of UAX #9. */
const bidi = bidiFactory()

const [BEFORE, AFTER] = ['Name: ', ' 3 times (twice), and more']

/** The levels of what stands around a text, by UAX #9: 0 is from left to right. */
const levelsAround = (text: string): number[] => {
  const { levels } = bidi.getEmbeddingLevels(BEFORE + text + AFTER, 'ltr')
  return [...levels.slice(0, BEFORE.length), ...levels.slice(BEFORE.length + text.length)]
}

/** Text of letters both ways, digits, brackets, ends of paragraphs, and every mark that turns text around. */
const anyText = fc.string({
  unit: fc.constantFrom(
    ...'aZ é9(،.) אבگل٣\n\r\u001c\u0085\u2029\u061c\u200e\u200f\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069',
  ),
  maxLength: 12,
})

describe('text from outside among other text', () => {
  it('turns nothing around that stands beside it', () => {
    fc.assert(
      fc.property(anyText, (text) => {
        expect(levelsAround(keepApart(text)).filter((level) => level !== 0)).toEqual([])
      }),
      { numRuns: 2000 },
    )
  })
  it('would, as it is', () => {
    for (const text of ['\u202eexe', 'شمال', '\u2067'])
      expect([text, levelsAround(text).some((level) => level !== 0)]).toEqual([text, true])
  })
  it('stays as it is where it runs from left to right', () => {
    for (const text of ['una@people.example', 'Kiln 9 (large)\nand a shelf', '🔥', ''])
      expect(keepApart(text)).toBe(text)
  })
  it('keeps its lines, each by itself', () => {
    expect(keepApart('Region: شمال\nStudio: Alder\nNote: a\u202eb')).toBe(
      '\u2068Region: شمال\u2069\nStudio: Alder\nNote: ab',
    )
  })
})
