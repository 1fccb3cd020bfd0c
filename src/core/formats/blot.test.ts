import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blot, ERASED } from './blot'

describe('blotting out', () => {
  it('takes words out of every text, whatever their case, and as an address of the web has them', () => {
    const data = {
      a: 'Ask MIRA Lund',
      b: ['x', { c: 'to=mira%40elm.example&x=1', d: 3, e: null }],
      f: 'Mira Lund’s kiln',
    }
    expect(blot(data, ['Mira Lund', 'mira@elm.example'])).toEqual({
      a: `Ask ${ERASED}`,
      b: ['x', { c: `to=${ERASED}&x=1`, d: 3, e: null }],
      f: `${ERASED}’s kiln`,
    })
  })
  it('leaves what only has them in it', () => {
    const kept = ['Almira Lundgren', 'anna.mira@elm.example', 'mira@elm.example.org', 'xmira@elm.example', 'Mira-Lund']
    expect(blot(kept, ['Mira', 'mira@elm.example', 'Lund'].slice(1))).toEqual([...kept.slice(0, 4), `Mira-${ERASED}`])
    expect(blot(kept.slice(0, 4), ['mira@elm.example'])).toEqual(kept.slice(0, 4))
  })
  it('knows no word of which a pattern is made', () => {
    expect(blot('a.c abc (x) [y]', ['a.c', '(x)', '[y', ''])).toBe(`${ERASED} abc ${ERASED} ${ERASED}]`)
  })
  it('leaves none of the words as a word, and everything else as it was', () => {
    const word = fc.stringMatching(/^[a-zäß]{2,6}$/)
    fc.assert(
      fc.property(fc.array(word, { maxLength: 3 }), fc.array(word, { maxLength: 8 }), (words, text) => {
        const blotted = blot(text.join(' '), words)
        const left = text.map((one) => (words.includes(one) ? ERASED : one)).join(' ')
        expect(blotted).toBe(left)
      }),
    )
  })
})
