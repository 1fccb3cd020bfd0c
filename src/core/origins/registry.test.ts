import { describe, expect, it } from 'vitest'
import { isBlank } from '../answers/answer'
import { BUILT_IN_FIELDS } from '../fields/field'
import { beginFill, fillSchema, SOURCE_NAMES, sourceOf } from './registry'
import { NOTHING_KNOWN } from './source'

const offered = { fields: BUILT_IN_FIELDS, lists: [{ name: 'firing_notes', title: 'Firing notes' }] }
const soFar = { name: 'it', values: {}, origins: {} }

describe.each(SOURCE_NAMES)('the source %s', (name) => {
  const begun = beginFill(name, 'first_name', offered)
  const source = sourceOf(begun)
  it('begins with settings that a definition takes', () => {
    expect(fillSchema.parse(begun)).toEqual(begun)
  })
  it('knows nothing of a stranger, unless it is the form itself that says it; and says where it knows later', () => {
    const found = source.look(begun, NOTHING_KNOWN, soFar)
    if (found === 'later') return expect(source.knownOnce?.(begun)).not.toBe(null)
    expect(source.knownOnce?.(begun) ?? null).toBe(null)
    expect(isBlank((found.raw ?? null) as never)).toBe(true)
    expect(found.origin).toBe(source.origin)
  })
  it('says what it is, in a menu and in the ledger', () => {
    expect(source.words).not.toBe('')
    expect(source.describe(begun, offered)).not.toBe('')
  })
})

it('a record is read at the field of the value’s name, or else at the first there is', () => {
  const of = (field: string) => ({ from: 'record', record: 'contact', field })
  expect(beginFill('record', 'last_name', offered)).toEqual(of('last_name'))
  expect(beginFill('record', 'budget', offered)).toEqual(of('email'))
  expect(beginFill('record', 'budget', { ...offered, fields: [] })).toEqual(of('email'))
  expect(beginFill('list', 'budget', offered)).toEqual({ from: 'list', list: 'firing_notes' })
})
