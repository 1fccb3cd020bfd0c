import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyAnswer } from '../testing/forms'
import { gatherFields } from './fields'
import { spreadFields } from './spread_fields'

describe('the fields of an HTML form', () => {
  it('say a list by repeating its name, and a record by its parts', () => {
    const fields = [
      ['wares', 'glass'],
      ['person.first', 'Ilka'],
      ['wares', 'stoneware'],
      ['person.last', 'Brandt'],
      ['email', 'ilka@x.example'],
    ] as const
    expect(gatherFields(fields)).toEqual({
      wares: ['glass', 'stoneware'],
      person: { first: 'Ilka', last: 'Brandt' },
      email: 'ilka@x.example',
    })
  })
  it('keep what comes beside the parts of a name as a part without one, and leave files alone', () => {
    expect(
      gatherFields([
        ['person', 'x'],
        ['person.first', 'Ilka'],
      ]),
    ).toEqual({ person: { '': 'x', first: 'Ilka' } })
    expect(gatherFields([['photo', new Blob(['x'])]])).toEqual({})
  })
  it('may be called what every object has', () => {
    const odd = gatherFields([
      ['constructor', 'a'],
      ['__proto__', 'b'],
      ['toString.valueOf', 'c'],
    ])
    expect(Object.entries(odd)).toEqual([
      ['constructor', 'a'],
      ['__proto__', 'b'],
      ['toString', { valueOf: 'c' }],
    ])
    expect(Object.getPrototypeOf(odd)).toBe(Object.prototype)
  })
  it('say every answer, so that it is read back in text', () => {
    const inText = (value: unknown): unknown => {
      if (Array.isArray(value)) return value.length === 1 ? inText(value[0]) : value.map(inText)
      if (typeof value !== 'object' || value === null) return String(value)
      return Object.fromEntries(
        Object.entries(value).flatMap(([part, inner]) => (inner === null ? [] : [[part, inText(inner)]])),
      )
    }
    fc.assert(
      fc.property(anyAnswer, (answer) => {
        const blank = answer === null || (Array.isArray(answer) && answer.length === 0)
        expect(gatherFields(spreadFields('q', answer))).toEqual(blank ? {} : { q: inText(answer) })
      }),
    )
  })
})
