import { describe, expect, it } from 'vitest'
import type { Answer } from '../answers/answer'
import { type FieldType, hasOptions, isBuiltIn, type RecordField, rulesOfField, showStored } from './field'

const options = ['glass', 'clay'].map((value) => ({ value, label: value.toUpperCase() }))
const fieldOf = (type: FieldType): RecordField => ({
  record: 'contact',
  name: 'it',
  label: 'It',
  type,
  options,
  retired: false,
})

describe('what a field takes', () => {
  it.each<[FieldType, Answer[], Answer[]]>([
    ['text', ['', 'x'], [1, true, null, ['x']]],
    ['number', [0, -1.5], ['1', true, null]],
    ['money', [12.5], ['12.5']],
    ['yes_no', [true, false], ['true', 1, null]],
    ['date', ['2026-09-14'], ['2026-02-30', '14.9.2026', 20260914]],
    ['choice', ['glass'], ['GLASS', 'ash', ['glass'], null]],
    ['several_choices', [[], ['glass'], ['glass', 'clay']], ['glass', ['glass', 'ash'], null]],
    [
      'phone',
      ['+46 70 174 06 05', '(030) 123-45.67', '1234', '1'.repeat(30)],
      ['123', '1'.repeat(31), 'call +46 70 174', '+46 70 174 x', '+4670a174', '++46701740', 4670174, null],
    ],
    [
      'link',
      ['https://kiln.example/a?b=1', 'http://k'],
      [
        'kiln.example',
        'see https://kiln.example',
        'https://kiln.example and more',
        'https://',
        'ftp://kiln.example',
        7,
      ],
    ],
    [
      'person',
      ['ines@tarnfield.example', 'i@t'],
      ['ines', 'Ines ines@tarnfield.example', 'ines@tarnfield.example now', '@t', 'i@', 'i @t', 'i@ t', 7],
    ],
  ])('of the type %s', (type, taken, refused) => {
    const takes = (value: Answer) => rulesOfField(type).takes(value, options)
    expect(taken.filter((value) => !takes(value))).toEqual([])
    expect(refused.filter(takes)).toEqual([])
  })
})

describe('what is stored, in words', () => {
  it.each<[FieldType, Answer | undefined, string]>([
    ['choice', 'glass', 'GLASS'],
    ['choice', 'ash', 'ash'],
    ['choice', null, ''],
    ['choice', undefined, ''],
    ['several_choices', ['clay', 'glass'], 'CLAY, GLASS'],
    ['several_choices', [], ''],
    ['several_choices', { part: 'x' }, ''],
    ['date', '2026-09-14', '14 September 2026'],
    ['date', 'soon', 'soon'],
    ['text', '2026-09-14', '2026-09-14'],
    ['text', 'glass', 'glass'],
    ['yes_no', true, showStored(undefined, true)],
    ['number', 4, '4'],
  ])('of the type %s: %j is “%s”', (type, value, words) => {
    expect(showStored(fieldOf(type), value)).toBe(words)
  })
  it('is as it stands where the field is gone', () => {
    expect(showStored(undefined, '2026-09-14')).toBe('2026-09-14')
    expect(showStored(undefined, 'glass')).toBe('glass')
  })
})

describe('a field', () => {
  it('has options where one can choose', () => {
    expect((['choice', 'several_choices', 'text', 'date'] as const).map(hasOptions)).toEqual([true, true, false, false])
  })
  it('is built in by its record and its name', () => {
    expect(isBuiltIn({ record: 'contact', name: 'email' })).toBe(true)
    expect(isBuiltIn({ record: 'deal', name: 'email' })).toBe(false)
    expect(isBuiltIn({ record: 'contact', name: 'stage' })).toBe(false)
  })
})
