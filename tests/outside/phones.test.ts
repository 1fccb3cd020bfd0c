import { ENGLISH } from '@/core/language/languages'
import google from 'google-libphonenumber'
import { type CountryCode, getCountries, getExampleNumber } from 'libphonenumber-js/min'
import examples from 'libphonenumber-js/mobile/examples'
import { describe, expect, it } from 'vitest'
import { rules } from '@/core/kinds/phone'

const util = google.PhoneNumberUtil.getInstance()
const { E164, INTERNATIONAL } = google.PhoneNumberFormat

/** The groups of a number, whatever stands between them: one library writes hyphens and points where the other writes spaces. */
const grouped = (words: string) => words.replaceAll(/[-./]/g, ' ')

/** What google-libphonenumber makes of a text; `null` where it says that there is no such number. */
function theirs(text: string, country: CountryCode): { stored: string; words: string } | null {
  try {
    const number = util.parse(text, country)
    return util.isValidNumber(number)
      ? { stored: util.format(number, E164), words: grouped(util.format(number, INTERNATIONAL)) }
      : null
  } catch {
    return null
  }
}

function ours(text: string, country: CountryCode): { stored: string; words: string } | null {
  const checked = rules.check({ number: text, country }, { country: null })
  return checked.ok && typeof checked.answer === 'string'
    ? { stored: checked.answer, words: grouped(rules.show(checked.answer, { country: null }, ENGLISH)) }
    : null
}

/** Phone numbers, by google-libphonenumber, on the example number of every country that libphonenumber-js ships. */
describe('phone numbers of every country', () => {
  it('are the same numbers, told in the same groups, however they are written', () => {
    const countries = getCountries()
    expect(countries.length).toBeGreaterThan(230)
    for (const country of countries) {
      const example = getExampleNumber(country, examples)
      if (!example) throw new Error(`No example of ${country}`)
      for (const text of [
        example.formatNational(),
        example.formatInternational(),
        example.nationalNumber,
        example.number.replaceAll(/(\d{3})/g, '$1-'),
      ]) {
        const read = ours(text, country)
        expect([country, text, read]).toEqual([country, text, theirs(text, country)])
        expect(read).not.toBeNull()
      }
    }
  })
  it('are none when they are much too short or too long', () => {
    for (const country of getCountries()) {
      const national = getExampleNumber(country, examples)?.nationalNumber ?? ''
      for (const text of [national.slice(0, 3), `${national}12345678`])
        expect([country, text, ours(text, country)]).toEqual([country, text, theirs(text, country)])
    }
  })
})
