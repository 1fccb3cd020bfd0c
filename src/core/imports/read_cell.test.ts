import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { FieldType, RecordField } from '../fields/field'
import { rulesOfField } from '../fields/field'
import { planFor } from './import_plan'
import { readCell, readDay, readNumber, readYesNo } from './read_cell'

const PLAN = { ...planFor([]), country: 'SE' }
const field = (type: FieldType, name = 'f'): RecordField => ({
  record: 'contact',
  name,
  label: name,
  type,
  options: [
    { value: 'hand_built', label: 'Hand built' },
    { value: 'tiles', label: 'Tiles' },
  ],
  retired: false,
})
const read = (type: FieldType, text: string, name?: string) => readCell(field(type, name), text, PLAN)
const value = (one: ReturnType<typeof read>) => (one.ok ? one.value : `(${one.why})`)

describe('a cell', () => {
  it.each([
    ['1234.5', 1234.5],
    ['1234,5', 1234.5],
    ['1 234,50', 1234.5],
    ['1,234.50', 1234.5],
    ['1.234,50', 1234.5],
    ['1’234.50', 1234.5],
    ['1.234.567', 1_234_567],
    ['1,234', 1234],
    ['0,234', 0.234],
    ['€ 12', 12],
    ['-7', -7],
    ['(7)', -7],
    ['12 pots', null],
    ['1.2,3.4', null],
    ['', null],
  ])('says the number %s', (text, number) => {
    expect(readNumber(text)).toBe(number)
  })
  it.each([
    ['2026-11-29', '2026-11-29'],
    ['2026-11-29T10:00:00Z', '2026-11-29'],
    ['29.11.2026', '2026-11-29'],
    ['3/4/2026', '2026-04-03'],
    ['3/4/49', '2049-04-03'],
    ['3/4/50', '1950-04-03'],
    ['31.2.2026', null],
    ['yesterday', null],
  ])('says the day %s', (text, day) => {
    expect(readDay(text, 'day first')).toBe(day)
  })
  it('says the day as Americans write it, unless it has points', () => {
    expect([readDay('3/4/2026', 'month first'), readDay('3.4.2026', 'month first')]).toEqual([
      '2026-03-04',
      '2026-04-03',
    ])
  })
  it('says yes or no in many languages', () => {
    expect(['Ja', 'YES', 'sí', 'نعم', '1'].map(readYesNo)).toEqual([true, true, true, true, true])
    expect(['Nein', 'no', '', '0'].map(readYesNo)).toEqual([false, false, false, false])
    expect(readYesNo('perhaps')).toBeNull()
  })
  it('is stored as its field stores it, or told why not', () => {
    expect(value(read('choice', 'TILES'))).toBe('tiles')
    expect(value(read('choice', 'Bowls'))).toBe('(is none of the choices)')
    expect(value(read('several_choices', 'Tiles; hand built'))).toEqual(['tiles', 'hand_built'])
    expect(value(read('phone', '070-174 06 05'))).toBe('+46701740605')
    expect(value(read('phone', 'ask me'))).toBe('(is no phone number)')
    expect(value(read('link', 'www.kiln.example/a'))).toBe('https://www.kiln.example/a')
    expect(value(read('text', ' mailto:Ida@Kiln.example ', 'email'))).toBe('ida@kiln.example')
    expect(value(read('text', 'ida at kiln', 'email'))).toBe('(is no email address)')
  })
  it('that is taken fits its field, whatever it says', () => {
    const types = fc.constantFrom<FieldType>(
      'text',
      'number',
      'money',
      'yes_no',
      'date',
      'choice',
      'several_choices',
      'phone',
      'link',
      'person',
    )
    const said = fc.oneof(
      fc.string(),
      fc.stringMatching(/^[0-9.,/ -]{1,12}$/),
      fc.constantFrom('Tiles', 'ja', '+46701740605', 'a@b.example'),
    )
    fc.assert(
      fc.property(types, said, (type, text) => {
        if (text.trim() === '') return
        const one = read(type, text)
        if (one.ok) expect(rulesOfField(type).takes(one.value, field(type).options)).toBe(true)
      }),
    )
  })
})
