import { Ajv2020 } from 'ajv/dist/2020'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { choiceOf, formOf } from '../testing/forms'
import { walkForm } from './walk'
import { answersSchema } from './answers_schema'

const validator = (form: Parameters<typeof answersSchema>[0]) =>
  new Ajv2020({ strict: false }).compile(answersSchema(form))

describe('the exported schema', () => {
  it('tells letters apart just as conditions do, whatever their case', () => {
    const letters = ['ß', 'ẞ', 'ss', 'k', 'K', '\u212a', 'İ', 'i', 'ı', 'Σ', 'ς', 'σ']
    for (const to of letters) {
      const form = formOf([
        { kind: 'short_text', name: 'a', label: 'A' },
        { ...choiceOf('b', 'x'), required: true, shownWhen: { value: 'a', is: 'equals', to } },
      ])
      const validate = validator(form)
      for (const a of letters) {
        const { errors } = walkForm(form, { a })
        expect([to, a, validate({ a })]).toEqual([to, a, errors.length === 0])
      }
    }
  })
  it('takes the multiples of a fraction that the check takes', () => {
    const form = formOf([{ kind: 'number', name: 'n', label: 'N', minimum: -1, maximum: 2, step: 0.1 }])
    const validate = validator(form)
    fc.assert(
      fc.property(fc.integer({ min: -150, max: 250 }), (hundredths) => {
        const n = Number((hundredths / 100).toFixed(2))
        return validate({ n }) === (walkForm(form, { n }).errors.length === 0)
      }),
    )
    expect([validate({ n: 0.3 }), validate({ n: 0.35 })]).toEqual([true, false])
  })
  it('says what it leaves out where there are too many to name', () => {
    const { properties } = answersSchema(formOf([{ kind: 'number', name: 'n', label: 'N', step: 0.1 }])) as {
      properties: { n: object }
    }
    expect(properties.n).toMatchObject({ $comment: expect.stringContaining('0.1') as string })
    expect(properties.n).not.toHaveProperty('multipleOf')
  })
})
