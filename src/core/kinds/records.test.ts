import { ENGLISH } from '../language/languages'
import { describe, expect, it } from 'vitest'
import { rules as address } from './address'
import { rules as range } from './date_range'
import { rules as matrix } from './matrix'
import { rules as phone } from './phone'
import { placesOf, rules as ranking } from './ranking'

const wrong = (code: string, more = {}) => ({ ok: false, problem: { code, ...more } })
const right = (answer: unknown) => ({ ok: true, answer })
const anyDay = { earliest: null, latest: null, past: true, ahead: null, weekdays: false }
const options = ['glass', 'raku', 'salt'].map((value) => ({ value, label: value.toUpperCase() }))

describe('a range of dates', () => {
  const span = { ...anyDay, earliest: '2027-01-01', first: 'From', last: 'To' }
  it('is said to be the wrong way round where it is, and not turned', () => {
    const days = { from: '2027-03-05', to: '2027-03-07' }
    expect(range.check(days, span)).toEqual(right(days))
    expect(range.check({ from: days.from, to: days.from }, span)).toEqual(right({ from: days.from, to: days.from }))
    const turned = { from: days.to, to: days.from }
    expect(range.check(turned, span)).toEqual(wrong('wrong_way_round'))
    expect(range.show(days, span, ENGLISH)).toBe('5 March 2027 to 7 March 2027')
  })
  it('may leave an end open, but not where it is required', () => {
    expect(range.check({ from: '2027-03-05', to: '' }, span)).toEqual(right({ from: '2027-03-05' }))
    expect(range.show({ to: '2027-03-05' }, span, ENGLISH)).toBe('until 5 March 2027')
    expect(range.satisfies?.({ from: '2027-03-05' }, span)).toBe(false)
    expect(range.missing?.({ from: '2027-03-05' }, span)).toEqual({ code: 'part_missing', part: 'To' })
  })
  it('holds each day to its limits', () => {
    expect(range.check({ from: '2026-12-31', to: '2027-01-02' }, span)).toEqual(
      wrong('too_early', { earliest: '1 January 2027' }),
    )
  })
})

describe('a ranking', () => {
  const all = { options, places: null }
  it('gives every place that there is a name', () => {
    expect(placesOf({ options, places: 2 }).map(({ label }) => label)).toEqual(['1st place', '2nd place'])
    const many = Array.from({ length: 12 }, (_, index) => ({ value: `v${index}`, label: '' }))
    expect(placesOf({ options: many, places: null }).map(({ label }) => label.split(' ')[0])).toEqual(
      '1st 2nd 3rd 4th 5th 6th 7th 8th 9th 10th 11th 12th'.split(' '),
    )
  })
  it('gives no option two places', () => {
    expect(ranking.check({ place_1: 'raku', place_2: 'raku' }, all)).toEqual(wrong('one_place', { option: 'RAKU' }))
    expect(ranking.check({ place_1: 'clay' }, all)).toEqual(wrong('not_an_option'))
    expect(ranking.check({ place_1: 'raku', place_3: 'salt', place_4: 'glass' }, all)).toEqual(
      right({ place_1: 'raku', place_3: 'salt' }),
    )
  })
  it('is told in its order', () => {
    expect(ranking.show({ place_2: 'glass', place_1: 'raku' }, all, ENGLISH)).toBe('1. RAKU, 2. GLASS')
  })
})

describe('a matrix', () => {
  const rows = [
    { value: 'driver', label: 'The driver' },
    { value: 'crate', label: 'The crate' },
  ]
  it('has one choice in a row', () => {
    const one = { rows, options, several: false }
    expect(matrix.check({ driver: 'raku', crate: '' }, one)).toEqual(right({ driver: 'raku' }))
    expect(matrix.check({ driver: ['raku', 'salt'] }, one)).toEqual(wrong('not_an_option'))
    expect(matrix.show({ driver: 'raku' }, one, ENGLISH)).toBe('The driver: RAKU')
    expect(matrix.missing?.({ driver: 'raku' }, one)).toEqual({ code: 'part_missing', part: 'The crate' })
  })
  it('or several, in the order of the options', () => {
    const some = { rows, options, several: true }
    expect(matrix.check({ driver: ['salt', 'glass'], crate: 'raku' }, some)).toEqual(
      right({ driver: ['glass', 'salt'], crate: ['raku'] }),
    )
    expect(matrix.show({ driver: ['glass', 'salt'] }, some, ENGLISH)).toBe('The driver: GLASS, SALT')
  })
})

describe('a phone number', () => {
  const here = { country: 'SE' }
  it('is stored as E.164, of the country chosen, or else of the question’s', () => {
    for (const raw of [
      '070-174 06 05',
      '+46 (0)70 1740605',
      { number: '0701740605' },
      { number: '+46701740605', country: 'US' },
    ])
      expect(phone.check(raw, here)).toEqual(right('+46701740605'))
    expect(phone.check({ number: '070-174 06 05', country: 'SE' }, { country: null })).toEqual(right('+46701740605'))
    expect(phone.show('+46701740605', here, ENGLISH)).toBe('+46 70 174 06 05')
  })
  it('is none without a number, and wrong where there can be none', () => {
    for (const raw of ['', { country: 'SE' }, { number: ' ', country: 'SE' }])
      expect(phone.check(raw, here)).toEqual(right(null))
    for (const raw of ['12', 'call me', { number: '070-174 06 05', country: 'QQ' }, '0'.repeat(90)])
      expect(phone.check(raw, here)).toMatchObject(wrong('not_phone'))
    expect(phone.check('070-174 06 05', { country: null })).toMatchObject(wrong('not_phone'))
  })
})

describe('a postal address', () => {
  const anywhere = { countries: [], country: null, postcode: true }
  const berlin = { street: 'Brennerweg 4', postcode: '10115', city: 'Berlin', country: 'DE' }
  it('is told on its lines', () => {
    expect(address.check({ ...berlin, region: ' ' }, anywhere)).toEqual(right(berlin))
    expect(address.show(berlin, anywhere, ENGLISH)).toBe('Brennerweg 4\n10115 Berlin\nGermany')
  })
  it('is none with only a country', () => {
    expect(address.check({ country: 'DE', street: '' }, anywhere)).toEqual(right(null))
  })
  it('needs, where it is required, what its country’s addresses have', () => {
    const { city: _, ...without } = berlin
    expect(address.missing?.(without, anywhere)).toEqual({ code: 'part_missing', part: { text: 'city' } })
    expect(address.satisfies?.({ street: 'Kiln Road 1', city: 'Sha Tin', country: 'HK' }, anywhere)).toBe(true)
    const { postcode: __, ...coded } = berlin
    expect(address.satisfies?.(coded, anywhere)).toBe(false)
    expect(address.satisfies?.(coded, { ...anywhere, postcode: false })).toBe(true)
    const { country: ___, ...nowhere } = berlin
    expect(address.missing?.(nowhere, anywhere)).toEqual({ code: 'part_missing', part: { text: 'country' } })
  })
  it('is in one of the countries that are offered', () => {
    expect(address.check(berlin, { ...anywhere, countries: ['SE'] })).toEqual(wrong('not_an_option'))
  })
})
