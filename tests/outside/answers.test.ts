import Ajv2020 from 'ajv/dist/2020'
import { mod37_2 } from 'cdigit'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isBlank } from '@/core/answers/answer'
import { answersSchema } from '@/core/form/answers_schema'
import { checkCharacter } from '@/core/formats/check_character'
import { formSchema } from '@/core/form/definition'
import { walkForm } from '@/core/form/walk'
import { formJsonSchema } from '@/core/form/json_schema'
import { anyAnswers, anyForm } from '@/core/testing/forms'
import { finder } from '../../scripts/demo_data/forms/finder'

/** Stands for the demo's pictures. */
const PICTURE = { id: '00000000-0000-4000-8000-000000000000', alt: '', width: 960, height: 640 }
const NO_PICTURES = { wares: {}, glazes: {}, plate: PICTURE }

/** The exported JSON Schema, judged by Ajv, an independent validator of draft 2020-12. */
describe('answers, by Ajv on the exported schema', () => {
  const ajv = new Ajv2020({ strict: false, allErrors: false, code: { optimize: false } })

  it('are refused by us exactly when Ajv refuses them', () => {
    let refused = 0
    let accepted = 0
    fc.assert(
      fc.property(anyForm, anyAnswers, fc.constantFrom(null, 'kiln', 'red'), (form, raw, source) => {
        const { shown, errors, answers } = walkForm(form, raw, { source })
        // What Ajv gets: what was sent for the questions that show, tidied as text is before it is judged.
        const sent: Record<string, unknown> = isBlank(source) ? {} : { source }
        for (const name of shown) {
          const value = errors.some((error) => error.name === name) ? tidied(raw[name]) : answers[name]
          if (!isBlank(value as never)) sent[name] = value
        }
        const sound = ajv.compile(answersSchema(form))(sent)
        if (sound) accepted++
        else refused++
        // Which of two days is the earlier a schema cannot say.
        expect(sound).toBe(errors.every(({ message }) => message === 'wrong_way_round'))
      }),
      { numRuns: 600 },
    )
    // A property that only ever met one side would hold nothing.
    expect(accepted).toBeGreaterThan(50)
    expect(refused).toBeGreaterThan(50)
  })

  it('of the demo’s finder have a schema that Ajv can read', () => {
    const validate = ajv.compile(answersSchema(finder('first', NO_PICTURES)))
    expect(validate({ ware: 'glass' })).toBe(false)
  })
})

describe('form definitions, by Ajv on the published schema', () => {
  it('agree with ours on sound and unsound documents', () => {
    const validate = new Ajv2020({ strict: false }).compile(formJsonSchema())
    const sound = JSON.parse(JSON.stringify(finder('first', NO_PICTURES))) as object
    for (const document of [
      sound,
      { ...sound, extra: 1 },
      { ...sound, steps: [] },
      { title: 'x' },
      { ...sound, title: 3 },
    ])
      expect(validate(document)).toBe(formSchema.safeParse(document).success)
  })
})

/** ISO/IEC 7064 MOD 37-2, judged by the package cdigit. */
describe('check characters, by cdigit', () => {
  it('agree on any code', () => {
    const characters = [...'0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ']
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...characters), { minLength: 1, maxLength: 40 }), (code) => {
        expect(checkCharacter(code.join(''))).toBe(mod37_2.compute(code.join('')))
      }),
    )
  })
})

const tidied = (value: unknown): unknown => (typeof value === 'string' ? value.trim() : value)
