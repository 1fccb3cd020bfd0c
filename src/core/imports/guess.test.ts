import { describe, expect, it } from 'vitest'
import { BUILT_IN_FIELDS, type RecordField } from '../fields/field'
import { guessSeparator } from './guess_separator'
import { guessTargets } from './guess_targets'

const own: RecordField = {
  record: 'contact',
  name: 'mobile',
  label: 'Phone',
  type: 'phone',
  options: [],
  retired: false,
}
const fields = [...BUILT_IN_FIELDS, own, { ...own, name: 'old', label: 'Fax', retired: true }]
const guess = (...heads: [head: string, ...samples: string[]][]) =>
  guessTargets(
    heads.map(([head, ...samples]) => ({ head, samples })),
    fields,
  ).map((target) => (target.to === 'field' ? `${target.record}.${target.field}` : target.to))

describe('where columns go', () => {
  it('is told by their heads, in several languages', () => {
    expect(guess(['Vorname'], ['Nachname'], ['E-Mail-Adresse'], ['Telefon'], ['Firma'])).toEqual([
      'contact.first_name',
      'contact.last_name',
      'contact.email',
      'contact.mobile',
      'company.name',
    ])
    expect(guess(['PRENOM'], ['Nom'], ['Courriel'])).toEqual([
      'contact.first_name',
      'contact.last_name',
      'contact.email',
    ])
  })
  it('is told by what is in them where the head says nothing', () => {
    expect(guess(['K1', 'x'], ['K2', 'ida@kiln.example'])).toEqual(['nothing', 'contact.email'])
  })
  it('is each field once, and no retired one', () => {
    expect(guess(['Email'], ['E-mail', 'ida@kiln.example'], ['Fax'], ['Shoe size'])).toEqual([
      'contact.email',
      'nothing',
      'nothing',
      'nothing',
    ])
  })
})

describe('what parts cells', () => {
  it.each([
    ['a,b\n1,2', ','],
    ['a;b\n"1,5";2\n3;4', ';'],
    ['a\tb\n1\t2,5', '\t'],
    ['a|b|c\n1|2|3', '|'],
    ['email\nida@kiln.example', ','],
    ['name;note\nIda;"one, two, three; four"\nBo;no', ';'],
  ] as const)('is found in %j', (text, separator) => {
    expect(guessSeparator(text)).toBe(separator)
  })
})
