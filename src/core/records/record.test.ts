import { describe, expect, it } from 'vitest'
import { titleOf } from './record'

describe('what people call a record', () => {
  it.each([
    ['contact', { first_name: 'Ilka', last_name: 'Brandt', name: 'no', title: 'no' }, 'Ilka Brandt'],
    ['contact', { last_name: 'Brandt' }, 'Brandt'],
    ['contact', { first_name: '', last_name: 7 }, 'the key'],
    ['contact', { name: 'Alder', title: 'Kiln' }, 'the key'],
    ['company', { name: 'Alder Studio', title: 'no', first_name: 'no' }, 'Alder Studio'],
    ['company', { title: 'Kiln' }, 'the key'],
    ['deal', { title: 'Kiln for Alder', name: 'no' }, 'Kiln for Alder'],
    ['request', { title: 'Quote' }, 'Quote'],
    ['request', { name: 'Quote' }, 'the key'],
  ] as const)('of the type %s, with %j, is “%s”', (type, values, title) => {
    expect(titleOf({ type, key: 'the key', values })).toBe(title)
  })
})
