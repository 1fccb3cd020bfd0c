import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cutText, findUnfit, isTooDeep, isSoundText, makeSound } from './text'

const units = fc.string({ unit: fc.integer({ min: 0, max: 0xffff }).map((unit) => String.fromCharCode(unit)) })

describe('text', () => {
  it('is sound when it is Unicode without NUL', () => {
    expect(['', 'Öfen', '🔥', 'a\u200db'].map(isSoundText)).toEqual([true, true, true, true])
    expect(['\ud83d', 'a\udd25b', 'a\0'].map(isSoundText)).toEqual([false, false, false])
  })
  it('is made sound whatever it was, and left alone when it is', () => {
    fc.assert(fc.property(units, (text) => isSoundText(makeSound(text))))
    fc.assert(fc.property(fc.string({ unit: 'binary' }), (text) => text.includes('\0') || makeSound(text) === text))
  })
  it('is cut between characters as people see them, never inside', () => {
    expect(cutText(`${'a'.repeat(119)}🔥`, 120)).toBe('a'.repeat(119))
    expect(cutText('ab👩‍👩‍👧', 5)).toBe('ab')
    expect(cutText('e\u0301e\u0301', 3)).toBe('e\u0301')
    const segments = new Intl.Segmenter('und', { granularity: 'grapheme' })
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), fc.nat(40), (text, most) => {
        const cut = cutText(text, most)
        const starts = [...segments.segment(text)].map(({ index }) => index)
        return cut.length <= most && text.startsWith(cut) && (cut === text || starts.includes(cut.length))
      }),
    )
  })
  it('says where JSON holds something else, also far down and in names', () => {
    expect(findUnfit({ a: [{ b: 'x' }, 3, null] })).toBeNull()
    expect(findUnfit({ a: [{ b: '\ud800' }] })).toBe('a.0.b is not Unicode')
    expect(findUnfit({ ['\0']: 1 })).toBe('a name in the body is not Unicode')
    expect(findUnfit('\0')).toBe('the text is not Unicode')
  })
  it('is not looked for in JSON without a bottom', () => {
    let deep: unknown = 'x'
    for (let level = 0; level < 60; level++) deep = [deep]
    expect(isTooDeep(deep)).toBe(false)
    for (let level = 0; level < 20_000; level++) deep = { deep }
    expect(isTooDeep(deep)).toBe(true)
    expect(findUnfit(deep)).toBe('it is nested too deeply')
  })
})
