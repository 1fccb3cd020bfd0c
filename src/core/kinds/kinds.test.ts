import { ENGLISH } from '../language/languages'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Answer } from '../answers/answer'
import { isAnybodysMail } from '../answers/mail_domains'
import { rules as consent } from './consent'
import { rules as date } from './date'
import { ANY_EMAIL, rules as email } from './email'
import { rules as number } from './number'
import { rules as longText } from './long_text'
import { rules as personName } from './person_name'
import { rules as several } from './several_choices'
import { manner as shortTextManner, rules as shortText } from './short_text'
import { rules as choice } from './single_choice'
import { rules as yesNo } from './yes_no'

const open = { minimum: null, maximum: null, step: null, unit: '' }
const wrong = (code: string, more = {}) => ({ ok: false, problem: { code, ...more } })
const right = (answer: unknown) => ({ ok: true, answer })

const textOf = (maxLength: number, more = {}) => ({ minLength: 0, maxLength, like: '', checked: false, ...more })

describe('short text', () => {
  it('has at least its fewest characters, unless it is blank', () => {
    expect(shortText.check('🏺', textOf(9, { minLength: 2 }))).toEqual(wrong('too_short', { least: 2 }))
    expect(shortText.check(' ', textOf(9, { minLength: 2 }))).toEqual(right(null))
    expect(longText.check('ab', textOf(9, { minLength: 2 }))).toEqual(right('ab'))
  })
  it('is like its example: letters for letters, digits for digits, and the rest as it is', () => {
    const serial = textOf(20, { like: 'TK-2041 (a.b)' })
    for (const text of ['TK-2041 (a.b)', 'åz-9999 (x.é)']) expect(shortText.check(text, serial)).toEqual(right(text))
    for (const text of ['TK2041 (a.b)', 'TK-204 (a.b)', 'TK-2041 (a,b)', '12-2041 (a.b)', 'xTK-2041 (a.b)'])
      expect(shortText.check(text, serial)).toMatchObject(wrong('not_like', { example: 'TK-2041 (a.b)' }))
  })
  it('is copied without a slip where it ends in its check character, however it is written', () => {
    const serial = textOf(20, { checked: true })
    for (const text of ['TK-20418', 'tk 2041 8', 'TK20418']) expect(shortText.check(text, serial)).toEqual(right(text))
    const slip = wrong('check_character')
    for (const text of ['TK-20419', 'TK-20148', 'TK-2041', '8', '?'])
      expect(shortText.check(text, serial)).toEqual(slip)
    expect(shortText.check('', serial)).toEqual(right(null))
    const faults = (like: string) => shortTextManner.faults?.(textOf(20, { checked: true, like }))
    expect([faults('TK-20418'), faults('TK-20419')]).toEqual([
      [],
      ['is to be like “TK-20419”, whose own check character is wrong.'],
    ])
  })
  it('trims, and makes one line of several', () => {
    expect(shortText.check('  a \n b ', textOf(20))).toEqual(right('a b'))
  })
  it('takes blank in every spelling as blank', () => {
    for (const blank of ['', '   ', '\n', null, undefined])
      expect(shortText.check(blank, textOf(20))).toEqual(right(null))
  })
  it('counts characters as people do', () => {
    expect(shortText.check('🏺🏺', textOf(2))).toEqual(right('🏺🏺'))
    expect(shortText.check('abc', textOf(2))).toEqual(wrong('too_long', { most: 2 }))
  })
  it('never passes on what a database cannot store', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        const checked = longText.check(`x\0${text}`, textOf(10_000))
        expect(checked.ok && !String(checked.answer).includes('\0')).toBe(true)
      }),
    )
  })
  it('refuses what is not text', () => {
    expect(shortText.check({ a: 1 }, textOf(9))).toEqual(wrong('not_text'))
    expect(shortText.check(['a'], textOf(9))).toEqual(wrong('not_text'))
  })
})

describe('email', () => {
  it('may be a business address only, where the lists are known', () => {
    const business = { ...ANY_EMAIL, business: true }
    const facts = { isAnybodysMail }
    for (const domain of ['gmail.com', 'mailinator.com', 'yopmail.com'])
      expect(email.check(`ilka@${domain}`, business, facts)).toEqual(wrong('address_at_work', { domain }))
    expect(email.check('ilka@tarnfield.example', business, facts)).toEqual(right('ilka@tarnfield.example'))
    expect(email.check('ilka@gmail.com', ANY_EMAIL, facts).ok).toBe(true)
    expect(email.check('ilka@gmail.com', business).ok).toBe(true)
  })
  it('is refused at domains that are named, and taken at those named so, with all below them', () => {
    const settings = { business: true, refused: ['rival.example'], taken: ['gmail.com', 'good.rival.example'] }
    const taken = (address: string) => email.check(address, settings, { isAnybodysMail }).ok
    expect(['a@rival.example', 'a@mail.rival.example', 'a@unrival.example'].map(taken)).toEqual([false, false, true])
    expect(['a@gmail.com', 'a@x.good.rival.example'].map(taken)).toEqual([true, true])
  })
  it('is stored in lower case', () => {
    expect(email.check(' Ilka@Tarnfield.Example ', ANY_EMAIL)).toEqual(right('ilka@tarnfield.example'))
  })
  it.each(['ilka', 'ilka@', '@tarnfield.example', 'il ka@t.example', 'ilka@t..example', 'ilka@-t.example'])(
    'refuses %s',
    (text) => expect(email.check(text, ANY_EMAIL)).toEqual(wrong('not_email', { example: 'name@studio.example' })),
  )
  it('refuses an address longer than mail can carry (RFC 5321, 4.5.3.1.3)', () => {
    const domain = `${'a'.repeat(60)}.${'b'.repeat(60)}.${'c'.repeat(60)}.example`
    expect(email.check(`${'x'.repeat(254 - domain.length - 1)}@${domain}`, ANY_EMAIL).ok).toBe(true)
    expect(email.check(`${'x'.repeat(254 - domain.length)}@${domain}`, ANY_EMAIL)).toEqual(
      wrong('not_email', { example: 'name@studio.example' }),
    )
  })
})

describe('number', () => {
  it('reads what number inputs send', () => {
    for (const [text, value] of [
      ['1240', 1240],
      ['-0.5', -0.5],
      ['1e3', 1000],
      ['.5', 0.5],
      [7, 7],
    ] as const)
      expect(number.check(text, open)).toEqual(right(value))
  })
  it.each(['12,5', '1.', '0x10', 'NaN', 'Infinity', '1e999', '--1', '1 2'])('refuses %s', (text) =>
    expect(number.check(text, open)).toEqual(wrong('not_number')),
  )
  it('holds to its range and steps', () => {
    const peak = { ...open, minimum: 1000, maximum: 1320, step: 20 }
    expect(number.check('1240', peak)).toEqual(right(1240))
    expect(number.check('980', peak)).toEqual(wrong('too_small', { least: 1000 }))
    expect(number.check('1340', peak)).toEqual(wrong('too_large', { most: 1320 }))
    expect(number.check('1250', peak)).toEqual(wrong('off_step', { step: 20 }))
  })
})

const plain = (value: string) => ({ value, label: value.toUpperCase(), caption: '', off: false })

describe('several choices', () => {
  const wares = ['glass', 'stoneware', 'porcelain'].map((value) => ({ ...plain(value), alone: false }))
  const any = { options: wares, other: '', least: null, most: null }
  it('are stored in the order of the options, each once', () => {
    expect(several.check(['porcelain', 'glass', 'glass'], any)).toEqual(right(['glass', 'porcelain']))
    expect(several.check('glass', any)).toEqual(right(['glass']))
    expect(several.show(['glass', 'porcelain'], any, ENGLISH)).toBe('GLASS, PORCELAIN')
  })
  it('are none where nothing is ticked, and wrong where something else is', () => {
    for (const blank of [null, undefined, '', [], ['']]) expect(several.check(blank, any)).toEqual(right(null))
    for (const wrongOne of ['clay', ['glass', 'clay'], { glass: true }, [['glass']]])
      expect(several.check(wrongOne, any)).toEqual(wrong('not_an_option'))
  })
  it('are as many as they may be', () => {
    const two = { ...any, least: 2, most: 2 }
    expect(several.check(['glass'], two)).toEqual(wrong('too_few', { least: 2 }))
    expect(several.check(['glass', 'stoneware', 'porcelain'], two)).toEqual(wrong('too_many', { most: 2 }))
    expect(several.check([], two)).toEqual(right(null))
  })
})

describe('yes or no', () => {
  const words = { yes: 'We fire at night', no: 'Never', yesShownAs: '', noShownAs: '' }
  it('is answered by a no, and not by nothing', () => {
    expect(yesNo.check('no', words)).toEqual(right(false))
    expect(yesNo.check('', words)).toEqual(right(null))
    expect(yesNo.check('perhaps', words)).toEqual(wrong('not_an_option'))
    expect([true, false].map((answer) => yesNo.show(answer, words, ENGLISH))).toEqual(['We fire at night', 'Never'])
  })
})

describe('date', () => {
  const open = { earliest: null, latest: null, past: true, ahead: null, weekdays: false }
  it('is a day that exists, within its limits', () => {
    expect(date.check(' 2028-02-29 ', open)).toEqual(right('2028-02-29'))
    for (const none of ['2026-02-29', '14.9.2026', 'soon', ['2026-09-14'], { a: 1 }])
      expect(date.check(none, open)).toEqual(wrong('not_day', { example: '2026-09-14' }))
    const autumn = { ...open, earliest: '2026-09-01', latest: '2026-11-30' }
    expect(date.check('2026-08-31', autumn)).toEqual(wrong('too_early', { earliest: '1 September 2026' }))
    expect(date.check('2026-12-01', autumn)).toEqual(wrong('too_late', { latest: '30 November 2026' }))
    expect(date.check('2026-11-30', autumn)).toEqual(right('2026-11-30'))
  })
})

describe('a name in two parts', () => {
  const labels = { boxes: 'two' as const, first: 'First name', last: 'Last name' }
  it('is a record of what was given, tidied part by part', () => {
    expect(personName.check({ first: ' Ilka ', last: 'Brandt\nSo' }, labels)).toEqual(
      right({ first: 'Ilka', last: 'Brandt So' }),
    )
    expect(personName.check({ first: 'Ilka', last: ' ', middle: 'x' }, labels)).toEqual(right({ first: 'Ilka' }))
    expect(personName.check({ first: '', last: '' }, labels)).toEqual(right(null))
    expect(personName.show({ last: 'Brandt', first: 'Ilka' }, labels, ENGLISH)).toBe('Ilka Brandt')
  })
  it('may be asked in one box', () => {
    const one = { ...labels, boxes: 'one' as const }
    expect(personName.check({ full: ' Oda  van Brandt ', first: 'x' }, one)).toEqual(right({ full: 'Oda  van Brandt' }))
    expect(personName.show({ full: 'Oda van Brandt' }, one, ENGLISH)).toBe('Oda van Brandt')
    expect(personName.satisfies?.({ full: 'Oda' }, one)).toBe(true)
  })
  it('refuses what is no record of text', () => {
    for (const none of ['Ilka', ['Ilka'], { first: { a: 1 } }]) expect(personName.check(none, labels).ok).toBe(false)
    expect(personName.check({ first: 'x'.repeat(101) }, labels)).toEqual(wrong('too_long', { most: 100 }))
  })
  it('is wanted whole where it is required, and says which part is missing', () => {
    const meets = (answer: Answer) => personName.satisfies?.(answer, labels)
    expect([meets({ first: 'Ilka' }), meets({ first: 'Ilka', last: 'Brandt' })]).toEqual([false, true])
    expect(personName.missing?.({ first: 'Ilka' }, labels)).toEqual({ code: 'part_missing', part: 'Last name' })
    const worded = { ...labels, lastShownAs: 'Name of your family' }
    expect(personName.missing?.({ first: 'Ilka' }, worded)).toEqual({
      code: 'part_missing',
      part: 'Name of your family',
    })
    expect(personName.missing?.(null, labels)).toEqual({ code: 'missing' })
  })
})

describe('single choice and consent', () => {
  const options = { options: [plain('stoneware')], other: '' }
  it('takes a stored value, not a label', () => {
    expect(choice.check('stoneware', options)).toEqual(right('stoneware'))
    expect(choice.check('STONEWARE', options)).toEqual(wrong('not_an_option'))
    expect(choice.check('', options)).toEqual(right(null))
  })
  it('is ticked or not, and only a tick meets “required”', () => {
    const agreed = { wording: 'Agreed' }
    expect(consent.check('yes', agreed)).toEqual(right(true))
    expect(consent.check(undefined, agreed)).toEqual(right(false))
    expect(consent.check('perhaps', agreed)).toEqual(wrong('not_an_option'))
    expect([true, false, null].map((answer) => consent.satisfies?.(answer, agreed))).toEqual([true, false, false])
  })
})
