import { describe, expect, it } from 'vitest'
import { isBlank } from '../answers/answer'
import { BUILT_IN_FIELDS } from '../fields/field'
import { beginFill, fillSchema, SOURCE_NAMES, sourceOf } from './registry'

const fields = BUILT_IN_FIELDS.filter(({ record }) => record === 'contact')
const nothing = { link: {}, record: null, formBefore: null, pageBefore: null }

describe.each(SOURCE_NAMES)('the source %s', (name) => {
  const begun = beginFill(name, 'first_name', fields)
  it('begins with settings that a definition takes', () => {
    expect(fillSchema.parse(begun)).toEqual(begun)
  })
  it('knows nothing of a stranger, unless it is the form itself that says it', () => {
    const { raw, origin } = sourceOf(begun).look(begun, nothing)
    expect(isBlank((raw ?? null) as never)).toBe(true)
    expect(origin).toBe(sourceOf(begun).origin)
  })
  it('says what it is, in a menu and in the ledger', () => {
    expect(sourceOf(begun).words).not.toBe('')
    expect(sourceOf(begun).describe(begun, BUILT_IN_FIELDS)).not.toBe('')
  })
})

it('a record is read at the field of the value’s name, or else at the first there is', () => {
  expect(beginFill('record', 'last_name', fields)).toEqual({ from: 'record', field: 'last_name' })
  expect(beginFill('record', 'budget', fields)).toEqual({ from: 'record', field: 'email' })
  expect(beginFill('record', 'budget', [])).toEqual({ from: 'record', field: 'email' })
})
