import { ENGLISH } from '../language/languages'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { shuffle } from './choices'
import { gatherFields } from './fields'
import { spreadFields } from './spread_fields'
import { rules as several } from '../kinds/several_choices'
import { rules as single } from '../kinds/single_choice'

const right = (answer: unknown) => ({ ok: true, answer })
const wrong = (code: string, more = {}) => ({ ok: false, problem: { code, ...more } })

const option = (value: string, more = {}) => ({
  value,
  label: value.toUpperCase(),
  caption: '',
  picture: null,
  off: false,
  alone: false,
  ...more,
})
const wares = [option('glass'), option('raku'), option('lead', { off: true }), option('none', { alone: true })]
const open = { options: wares, other: 'Another ware', least: null, most: null }
const closed = { ...open, other: '' }
const sent = (...fields: [string, string][]) => gatherFields(fields).ware

describe('anything else', () => {
  it('is what was written, where it was chosen', () => {
    const written = sent(['ware', '_other'], ['ware.other', ' Blue ash '])
    expect(single.check(written, open)).toEqual(right('Blue ash'))
    expect(several.check(written, open)).toEqual(right(['Blue ash']))
    expect(several.check(sent(['ware', 'raku'], ['ware', '_other'], ['ware.other', 'Ash']), open)).toEqual(
      right(['raku', 'Ash']),
    )
  })
  it('is not what was left in the box when something else was chosen', () => {
    expect(single.check(sent(['ware', 'raku'], ['ware.other', 'Ash']), open)).toEqual(right('raku'))
    expect(several.check(sent(['ware.other', 'Ash'], ['ware', 'raku']), open)).toEqual(right(['raku']))
    expect(several.check(sent(['ware.other', 'Ash']), open)).toEqual(right(null))
  })
  it('must be written, in reasonable length', () => {
    for (const rules of [single, several]) {
      expect(rules.check('_other', open as never)).toEqual(wrong('write_other'))
      expect(rules.check({ '': '_other', other: '_other' }, open as never)).toEqual(wrong('write_other'))
      expect(rules.check({ '': '_other', other: 'x'.repeat(201) }, open as never)).toEqual(
        wrong('too_long', { most: 200 }),
      )
      expect(rules.check('Ash', closed as never)).toEqual(wrong('not_an_option'))
    }
  })
  it('is read again as it was stored, and one thing only', () => {
    expect(single.check('Blue ash', open)).toEqual(right('Blue ash'))
    expect(several.check(['raku', 'Ash'], open)).toEqual(right(['raku', 'Ash']))
    expect(several.check(['Ash', 'Soda'], open)).toEqual(wrong('not_an_option'))
    expect(several.show(['raku', 'Ash'], open, ENGLISH)).toBe('RAKU, Ash')
  })
})

describe('options', () => {
  it('that are switched off are taken no more, and still have their words', () => {
    expect(single.check('lead', closed)).toEqual(wrong('not_an_option'))
    expect(single.show('lead', closed, ENGLISH)).toBe('LEAD')
  })
  it('that stand alone are chosen alone, however few may be chosen', () => {
    expect(several.check(['none'], { ...closed, least: 2 })).toEqual(right(['none']))
    expect(several.check(['none', 'raku'], closed)).toEqual(wrong('chosen_alone', { option: 'NONE' }))
  })
  it('are the same ones in any order, and the same order for the same visit', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer()), fc.string(), (items, seed) => {
        expect(shuffle(items, seed).sort()).toEqual([...items].sort())
        expect(shuffle(items, seed)).toEqual(shuffle(items, seed))
      }),
    )
  })
  it('come in every order about as often', () => {
    const seen = new Map<string, number>()
    for (let n = 0; n < 6000; n++) {
      const order = shuffle(['a', 'b', 'c'], `visit ${n}`).join('')
      seen.set(order, (seen.get(order) ?? 0) + 1)
    }
    // Each of six orders 1000 times, give or take five standard deviations.
    expect(seen.size).toBe(6)
    for (const times of seen.values()) expect(Math.abs(times - 1000)).toBeLessThan(145)
  })
})

describe('fields under a name that has parts as well', () => {
  it('are the part without a name, whichever comes first, and are said again alike', () => {
    const gathered = { ware: { '': ['raku', '_other'], other: 'Ash' } }
    const fields = spreadFields('ware', gathered.ware)
    expect(gatherFields(fields)).toEqual(gathered)
    expect(gatherFields([...fields].reverse())).toEqual({ ware: { '': ['_other', 'raku'], other: 'Ash' } })
  })
})
