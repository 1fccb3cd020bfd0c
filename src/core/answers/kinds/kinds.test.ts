import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rules as consent } from './consent'
import { rules as email } from './email'
import { isMultiple, rules as number } from './number'
import { rules as longText } from './long_text'
import { rules as shortText } from './short_text'
import { rules as choice } from './single_choice'

const open = { minimum: null, maximum: null, step: null, unit: '' }
const wrong = (code: string, more = {}) => ({ ok: false, problem: { code, ...more } })
const right = (answer: unknown) => ({ ok: true, answer })

describe('short text', () => {
  it('trims, and makes one line of several', () => {
    expect(shortText.check('  a \n b ', { maxLength: 20 })).toEqual(right('a b'))
  })
  it('takes blank in every spelling as blank', () => {
    for (const blank of ['', '   ', '\n', null, undefined])
      expect(shortText.check(blank, { maxLength: 20 })).toEqual(right(null))
  })
  it('counts characters as people do', () => {
    expect(shortText.check('🏺🏺', { maxLength: 2 })).toEqual(right('🏺🏺'))
    expect(shortText.check('abc', { maxLength: 2 })).toEqual(wrong('too_long', { most: 2 }))
  })
  it('never passes on what a database cannot store', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        const checked = longText.check(`x\0${text}`, { maxLength: 10_000 })
        expect(checked.ok && !String(checked.answer).includes('\0')).toBe(true)
      }),
    )
  })
  it('refuses what is not text', () => {
    expect(shortText.check({ a: 1 }, { maxLength: 9 })).toEqual(wrong('not_text'))
    expect(shortText.check(['a'], { maxLength: 9 })).toEqual(wrong('not_text'))
  })
})

describe('email', () => {
  it('is stored in lower case', () => {
    expect(email.check(' Ilka@Tarnfield.Example ', {})).toEqual(right('ilka@tarnfield.example'))
  })
  it.each(['ilka', 'ilka@', '@tarnfield.example', 'il ka@t.example', 'ilka@t..example', 'ilka@-t.example'])(
    'refuses %s',
    (text) => expect(email.check(text, {})).toEqual(wrong('not_email')),
  )
  it('refuses an address longer than mail can carry (RFC 5321, 4.5.3.1.3)', () => {
    const domain = `${'a'.repeat(60)}.${'b'.repeat(60)}.${'c'.repeat(60)}.example`
    expect(email.check(`${'x'.repeat(254 - domain.length - 1)}@${domain}`, {}).ok).toBe(true)
    expect(email.check(`${'x'.repeat(254 - domain.length)}@${domain}`, {})).toEqual(wrong('not_email'))
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
  it('steps exactly, where binary fractions would not', () => {
    expect(isMultiple(0.3, 0.1)).toBe(true)
    expect(isMultiple(1e21, 1e-7)).toBe(true)
    expect(isMultiple(0.35, 0.1)).toBe(false)
    expect([isMultiple(0, 0), isMultiple(3, 0)]).toEqual([true, false])
    fc.assert(
      fc.property(fc.integer({ min: -1e6, max: 1e6 }), fc.integer({ min: 1, max: 5 }), (n, places) =>
        isMultiple(Number((n / 10 ** places).toFixed(places)), Number(`1e-${places}`)),
      ),
    )
  })
})

describe('single choice and consent', () => {
  const options = { options: [{ value: 'stoneware', label: 'Stoneware' }] }
  it('takes a stored value, not a label', () => {
    expect(choice.check('stoneware', options)).toEqual(right('stoneware'))
    expect(choice.check('Stoneware', options)).toEqual(wrong('not_an_option'))
    expect(choice.check('', options)).toEqual(right(null))
  })
  it('is ticked or not, and only a tick meets “required”', () => {
    const agreed = { wording: 'Agreed' }
    expect(consent.check('yes', agreed)).toEqual(right(true))
    expect(consent.check(undefined, agreed)).toEqual(right(false))
    expect(consent.check('perhaps', agreed)).toEqual(wrong('not_an_option'))
    expect([true, false, null].map((answer) => consent.satisfies?.(answer))).toEqual([true, false, false])
  })
})
