import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readNumber, writeNumber } from './numbers'
import { Speech } from './texts'

const as = (locale: string) => new Speech({ locale, texts: {} })

/** Regions that write numbers in different ways (CLDR, through `Intl`). */
const LOCALES =
  'en-GB en-US en-IN de-DE de-AT de-CH fr-FR fr-CH es-ES es-MX pt-BR pt-PT pl-PL ar-AE ar-EG ar-MA fa-IR'.split(' ')

describe('a number that is typed', () => {
  it.each([
    ['1234.5', '1234.5', '1234.5'],
    ['1234,5', '1234.5', '1234.5'],
    ['1,500', '1500', '1.500'],
    ['1.500', '1.500', '1500'],
    ['0.500', '0.500', '0.500'],
    ['0,500', '0.500', '0.500'],
    ['1,234.56', '1234.56', '1234.56'],
    ['1.234,56', '1234.56', '1234.56'],
    ['1.234.567', '1234567', '1234567'],
    ['12 000', '12000', '12000'],
    ['12’000,50', '12000.50', '12000.50'],
    ['-3,25', '-3.25', '-3.25'],
    ['−7', '-7', '-7'],
    [' ٣٫٥ ', '3.5', '3.5'],
    ['۱۲٬۳۴۵', '12345', '12345'],
    [',5', '.5', '.5'],
    ['1,5e3', '1.5e3', '1.5e3'],
  ])('%j is %j in English and %j in German', (typed, english, german) =>
    expect([readNumber(typed, as('en-GB')), readNumber(typed, as('de-DE'))]).toEqual([english, german]),
  )
  it('stays as it is where it is none, or could be several', () => {
    for (const typed of ['four', '1,2,3', '1,23.456,7', '1.2,3.4', '12,34,5', '', 12, null, true])
      expect(readNumber(typed, as('en-GB'))).toBe(typed)
  })
  it('is read as people write it in every region, digits set apart or not', () => {
    const locale = fc.constantFrom(...LOCALES)
    const amount = fc.integer({ min: -999_999_999, max: 999_999_999 })
    fc.assert(
      fc.property(
        locale,
        amount,
        fc.integer({ min: 0, max: 4 }),
        fc.boolean(),
        (locale, whole, digits, useGrouping) => {
          const number = Number(`${whole}e-${digits}`)
          const written = new Intl.NumberFormat(locale, { useGrouping, maximumFractionDigits: digits }).format(number)
          expect(Number(readNumber(written, as(locale)))).toBe(number)
        },
      ),
      { numRuns: 2000 },
    )
  })
})

describe('a number in a box', () => {
  it('is written as people do there', () => {
    expect(LOCALES.map((locale) => writeNumber(12345.5, as(locale)))).toEqual([
      ...['12345.5', '12345.5', '12345.5', '12345,5', '12345,5', '12345.5', '12345,5', '12345,5'],
      ...['12345,5', '12345.5', '12345,5', '12345,5', '12345,5', '12345.5', '١٢٣٤٥٫٥', '12345,5', '۱۲۳۴۵٫۵'],
    ])
    for (const typed of ['four', '', null, undefined, '1,5']) expect(writeNumber(typed, as('de-DE'))).toBe(typed)
  })
  it('is read again as the same number', () => {
    const sound = fc.double({ min: -1e15, max: 1e15, noNaN: true }).map((number) => Number(number.toFixed(12)))
    fc.assert(
      fc.property(fc.constantFrom(...LOCALES), sound, (locale, number) => {
        expect(Number(readNumber(writeNumber(number, as(locale)), as(locale))) + 0).toBe(number + 0)
      }),
      { numRuns: 2000 },
    )
  })
})
