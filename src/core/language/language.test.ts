import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chooseLanguage } from './choose'
import { LANGUAGE_TAGS, LANGUAGES, languageOf, speak, shareLetters } from './languages'
import { Speech, type Text, type TextKey } from './texts'

const english = languageOf('en')
const formsOf = (text: Text): string[] => (typeof text === 'string' ? [text] : Object.values(text))
const placesIn = (text: string): string[] => [...new Set(text.match(/\{\w+\}/g))].sort()

describe.each(LANGUAGES.map((language) => [language.tag, language] as const))('the texts in %s', (tag, language) => {
  it('are those that English has, each written', () => {
    expect(Object.keys(language.texts).sort()).toEqual(Object.keys(english.texts).sort())
    for (const text of Object.values(language.texts)) for (const form of formsOf(text)) expect(form.trim()).not.toBe('')
  })
  it('tell what English tells; only a number that the form of a plural says itself may be left out', () => {
    for (const [key, text] of Object.entries(language.texts)) {
      const wanted = new Set(formsOf(english.texts[key as TextKey]).flatMap(placesIn))
      const all = new Set(formsOf(text).flatMap(placesIn))
      expect([key, [...all].sort()]).toEqual([key, [...wanted].sort()])
      if (typeof text === 'string') expect([key, placesIn(text)]).toEqual([key, [...wanted].sort()])
    }
  })
  it('have the plurals of the language, as CLDR names them (through Intl.PluralRules)', () => {
    const forms = new Intl.PluralRules(tag).resolvedOptions().pluralCategories
    for (const [key, text] of Object.entries(language.texts)) {
      if (typeof text === 'string' || Object.keys(text).length === 1) continue
      // What is told here is counted; where a form is for fractions or millions only, the common one will do.
      const needed = new Set([...Array(200).keys()].map((n) => new Intl.PluralRules(tag).select(n)))
      for (const form of forms.filter((one) => needed.has(one)))
        expect([key, Object.keys(text)]).toEqual([key, expect.arrayContaining([form])])
    }
  })
  it('are of a language that is known, written in its direction, and called by its own name', () => {
    expect(Intl.getCanonicalLocales(tag)).toEqual([tag])
    expect(language.usual.split('-')[0]).toBe(tag)
    const own = new Intl.DisplayNames(tag, { type: 'language' }).of(tag) ?? ''
    expect(language.name.toLocaleLowerCase(tag)).toBe(own.toLocaleLowerCase(tag))
    // Strong letters tell the direction (Unicode, bidirectional algorithm, P2).
    const letters = Object.values(language.texts).flatMap(formsOf).join('')
    const arabic = letters.match(/\p{Script=Arabic}/gu)?.length ?? 0
    const latin = letters.match(/\p{Script=Latin}/gu)?.length ?? 0
    expect(language.direction).toBe(arabic > latin ? 'rtl' : 'ltr')
  })
})

describe('a text', () => {
  it('is in the form of its number', () => {
    const wrong = (tag: string, count: number) => speak(tag).tell('wrong_answers', { count })
    expect(wrong('en', 1)).toBe('One answer needs another look:')
    expect(wrong('en', 3)).toBe('3 answers need another look:')
    expect(wrong('pl', 3)).toBe('3 odpowiedzi wymagają poprawki:')
    expect(wrong('pl', 5)).toBe('5 odpowiedzi wymaga poprawki:')
    expect(wrong('ar', 2)).toBe('إجابتان تحتاجان إلى مراجعة:')
  })
  it('tells texts by their keys, and keeps what is told as it is', () => {
    expect(speak('de').tell('part_missing', { part: { text: 'postcode' } })).toBe('Füllen Sie auch „Postleitzahl“ aus.')
    expect(speak('en').tell('part_missing', { part: '{part} $&' })).toBe('Fill in “{part} $&” too.')
  })
  it('says its key where the speech does not have it', () => {
    expect(new Speech({ locale: 'en', texts: {} }).tell('missing')).toBe('missing')
  })
  it('tells numbers as people write them (CLDR, through Intl.NumberFormat)', () => {
    const one = (locale: string, number: number) => new Speech({ locale, texts: {} }).number(number)
    expect(one('en-GB', 1240)).toBe('1240')
    expect(one('en-GB', 12_000)).toBe('12,000')
    expect(one('de-DE', 12_000.5)).toBe('12.000,5')
    expect(one('de-CH', 12_000)).toMatch(/^12[’']000$/)
    expect(one('pl-PL', 0.25)).toBe('0,25')
  })
})

describe('two languages', () => {
  it('share their letters or do not', () => {
    expect(shareLetters('de', 'pl')).toBe(true)
    expect(shareLetters('ar', 'ar-EG')).toBe(true)
    expect(shareLetters('ar', 'en')).toBe(false)
    expect(shareLetters('sr', 'sr-Latn')).toBe(false)
  })
})

describe('the language of a visitor', () => {
  it('is the first they want that there is, with the region they say', () => {
    expect(chooseLanguage(['en', 'de'], ['de-AT', 'en'])).toEqual({ tag: 'de', locale: 'de-AT' })
    expect(chooseLanguage(['en', 'de'], ['sv', 'de'])).toEqual({ tag: 'de', locale: 'de-DE' })
    expect(chooseLanguage(['en', 'de'], ['de', 'de-CH', 'en'])).toEqual({ tag: 'de', locale: 'de-CH' })
    expect(chooseLanguage(['de', 'en'], ['sv', 'fi'])).toEqual({ tag: 'de', locale: 'de-DE' })
    expect(chooseLanguage(['de', 'en'], [])).toEqual({ tag: 'de', locale: 'de-DE' })
    expect(chooseLanguage(['en', 'pt'], ['PT-br'])).toEqual({ tag: 'pt', locale: 'pt-BR' })
  })
  it('is one that is offered, whatever is wanted', () => {
    fc.assert(
      fc.property(
        fc.subarray([...LANGUAGE_TAGS], { minLength: 1 }),
        fc.array(fc.oneof(fc.string(), fc.constantFrom('de-AT', 'ar', 'zh-Hant-TW', 'x', '-', 'en_US'))),
        (offered, wanted) => {
          const { tag, locale } = chooseLanguage(offered, wanted)
          expect(offered).toContain(tag)
          expect(new Intl.Locale(locale).language).toBe(tag)
        },
      ),
    )
  })
})
