import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyAnswer } from '../testing/forms'
import { type Answer, isBlank, joinPath, partOf, readText, readTruth, sameAnswer, splitPath, valueAt } from './answer'

describe('an answer', () => {
  it('is blank where nothing was given in any part of it', () => {
    for (const blank of [null, undefined, '', [], {}, { first: null, last: '' }] as (Answer | undefined)[])
      expect(isBlank(blank)).toBe(true)
    for (const given of [0, false, 'a', ['a'], { first: null, last: 'B' }]) expect(isBlank(given)).toBe(false)
  })
  it('is the same as another part by part, in the order of a list', () => {
    expect(sameAnswer({ first: 'A', last: null }, { first: 'A' })).toBe(true)
    expect(sameAnswer(['a', 'b'], ['b', 'a'])).toBe(false)
    expect(sameAnswer(['a'], 'a')).toBe(false)
    expect(sameAnswer({ a: 1 }, [1])).toBe(false)
    expect(sameAnswer([], null)).toBe(true)
  })
  it('is the same as itself and as nothing with another wording', () => {
    fc.assert(
      fc.property(anyAnswer, anyAnswer, (a, b) => {
        expect(sameAnswer(a, JSON.parse(JSON.stringify(a)) as typeof a)).toBe(true)
        expect(sameAnswer(a, b)).toBe(sameAnswer(b, a))
        if (isBlank(a) !== isBlank(b)) expect(sameAnswer(a, b)).toBe(false)
      }),
    )
  })
  it('is reached whole or by a part, and nothing else of an object is', () => {
    const values = { person: { first: 'Ilka' }, wares: ['glass'], peak: 1240 }
    expect(valueAt(values, 'person.first')).toBe('Ilka')
    expect(valueAt(values, 'person.constructor')).toBe(null)
    expect(valueAt(values, 'wares.length')).toBe(null)
    expect(valueAt(values, 'constructor')).toBe(null)
    expect(valueAt(values, 'peak')).toBe(1240)
    expect(partOf(values.person, null)).toBe(values.person)
    expect(splitPath(joinPath('person', 'last'))).toEqual(['person', 'last'])
    expect(splitPath(joinPath('person', null))).toEqual(['person', null])
  })
})

describe('reading', () => {
  it('knows yes from no, nothing from nonsense', () => {
    expect(['yes', ' on ', true, '1'].map(readTruth)).toEqual([true, true, true, true])
    expect(['no', 'false', false].map(readTruth)).toEqual([false, false, false])
    expect(['', null, undefined, [], {}].map(readTruth)).toEqual([null, null, null, null, null])
    expect(['perhaps', 2, { a: 1 }, ['yes']].map(readTruth)).toEqual([undefined, undefined, undefined, undefined])
  })
  it('takes digits for text, and no lists or records', () => {
    expect(readText(12, 5)).toEqual({ ok: true, answer: '12' })
    expect(readText(['a'], 5)).toEqual({ ok: false, problem: { code: 'not_text' } })
  })
})
