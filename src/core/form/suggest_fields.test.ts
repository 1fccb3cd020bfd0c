import { describe, expect, it } from 'vitest'
import { BUILT_IN_FIELDS, type RecordField } from '../fields/field'
import { formOf } from '../testing/forms'
import { fieldFor, suggestFields, suggestForParts } from './suggest_fields'
import { domainAt } from './values'

const field = (record: RecordField['record'], name: string, label: string, type: RecordField['type'] = 'text') => ({
  record,
  name,
  label,
  type,
  options: [],
  retired: false,
})
const fields: RecordField[] = [
  ...BUILT_IN_FIELDS,
  field('contact', 'phone', 'Phone', 'phone'),
  field('contact', 'peak', 'Peak temperature', 'number'),
  field('contact', 'begun', 'Firing since', 'date'),
  field('contact', 'street', 'Street'),
  field('company', 'city', 'City'),
  { ...field('contact', 'ware', 'Ware', 'choice'), options: [{ value: 'a', label: 'A' }] },
  { ...field('contact', 'old', 'Old peak', 'number'), retired: true },
]
const options = ['a', 'b'].map((value) => ({ value, label: value }))
const form = formOf([
  { kind: 'email', name: 'email', label: 'Where can we write?' },
  { kind: 'short_text', name: 'note', label: 'Email us a note' },
  { kind: 'slider', name: 'heat', label: 'What is your peak temperature?' },
  { kind: 'person_name', name: 'who', label: 'Your name' },
  { kind: 'address', name: 'place', label: 'Where shall we deliver?' },
  { kind: 'several_choices', name: 'wares', label: 'Wares', options },
  { kind: 'single_choice', name: 'ware', label: 'Ware', options },
  { kind: 'date', name: 'began', label: 'Firing since when?', lands: [{ field: 'begun' }] },
] as never)
const best = (name: string, part?: string) => suggestFields(form, name, part, fields)
const keyOf = ({ field: { record, name } }: { field: RecordField }) => `${record}.${name}`

describe('fields that a value may land in', () => {
  it('are first those likely meant, by what they are called', () => {
    expect(
      best('heat')
        .slice(0, 1)
        .map((one) => [keyOf(one), one.fits, one.likely]),
    ).toEqual([['contact.peak', 'as it is', true]])
    expect(best('who', 'first').map(keyOf)[0]).toBe('contact.first_name')
    expect(best('began').find((one) => one.likely)).toMatchObject({ field: { name: 'begun' }, takenBy: null })
    expect(best('note').find(({ field: { name } }) => name === 'begun')?.takenBy).toBe('Firing since when?')
    expect(best('heat').some(({ field: { retired } }) => retired)).toBe(false)
  })
  it('are a contact’s Email only for what asks for an address', () => {
    expect(best('email')[0]).toMatchObject({ field: { name: 'email' }, likely: true })
    const notes = best('note')
    expect(notes.find(({ field: one }) => one.record === 'contact' && one.name === 'email')).toMatchObject({
      fits: 'not',
      likely: false,
    })
    expect(notes[0]?.field.name).not.toBe('email')
  })
  it('come with what would make them fit, and what does not fit comes last', () => {
    expect(best('wares').find(({ field: { name } }) => name === 'peak')).toMatchObject({
      fits: 'translated',
      translate: 'count',
    })
    const order = best('heat').map(({ fits }) => fits)
    expect(order).toEqual(order.toSorted((a, b) => Number(a === 'not') - Number(b === 'not')))
    // A choice whose options the field has not would be a fault.
    expect(best('ware').find(({ field: { name } }) => name === 'ware')?.fits).toBe('not')
  })
  it('are one for each part, where every part has one', () => {
    expect(suggestForParts(form, 'who', fields)).toEqual([
      expect.objectContaining({ record: 'contact', field: 'first_name', part: 'first' }),
      expect.objectContaining({ record: 'contact', field: 'last_name', part: 'last' }),
    ])
    expect(suggestForParts(form, 'place', fields)).toBeNull()
    expect(suggestForParts(form, 'heat', fields)).toBeNull()
  })
  it('are made to fit, where none is there', () => {
    expect(fieldFor(domainAt(form, 'heat'))).toEqual({ type: 'number', options: [] })
    expect(fieldFor(domainAt(form, 'ware'))).toEqual({
      type: 'choice',
      options: [
        { value: 'a', label: 'a' },
        { value: 'b', label: 'b' },
      ],
    })
    expect(fieldFor(domainAt(form, 'place'))).toEqual({ type: 'text', options: [] })
  })
})
