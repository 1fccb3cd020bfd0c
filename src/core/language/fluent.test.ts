import fc from 'fast-check'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { FluentSpeech } from './fluent'
import { LANGUAGE_TAGS, speak } from './languages'
import { Speech } from './texts'

const anyNumber = fc.oneof(fc.integer(), fc.double({ noNaN: true, noDefaultInfinity: true }))

describe('fluent speech', () => {
  afterEach(() => void vi.unstubAllGlobals())

  it('says what any speech says, in every language, whatever it said before', () => {
    for (const locale of [...LANGUAGE_TAGS, 'ar-EG', 'de-CH', 'en-GB']) {
      const [fluent, plain] = [FluentSpeech, Speech].map((speech) => new speech({ locale, texts: {} })) as [
        Speech,
        Speech,
      ]
      fc.assert(
        fc.property(
          anyNumber,
          fc.integer({ min: 0, max: 20 }),
          fc.constantFrom('min2' as const, false as const),
          fc.array(fc.string()),
          (number, digits, grouping, items) => {
            expect(fluent.number(number, digits, grouping)).toBe(plain.number(number, digits, grouping))
            expect(fluent.number(number)).toBe(plain.number(number))
            expect(fluent.list(items)).toBe(plain.list(items))
          },
        ),
      )
    }
  })

  it('makes a format once for many numbers, and English is spoken by one for all', () => {
    let made = 0
    class Counted extends Intl.NumberFormat {
      constructor(locale?: string | string[], options?: Intl.NumberFormatOptions) {
        super(locale, options)
        made++
      }
    }
    vi.stubGlobal('Intl', Object.create(Intl, { NumberFormat: { value: Counted } }))
    const swiss = speak('de', 'de-CH')
    for (let n = 0; n < 50; n++) swiss.number(n * 1000.5)
    expect(made).toBe(1)
    const german = speak('de')
    expect(german.number(12_345.5)).toBe('12.345,5')
    expect(speak('de')).toBe(german)
    expect(speak('de', 'de-CH')).not.toBe(german)
  })
})
