import { z } from 'zod'
import * as consent from '../answers/kinds/consent'
import * as email from '../answers/kinds/email'
import * as longText from '../answers/kinds/long_text'
import * as number from '../answers/kinds/number'
import * as shortText from '../answers/kinds/short_text'
import * as singleChoice from '../answers/kinds/single_choice'
import { nameSchema, wordingSchema } from './name'
import { answerSchema, conditionSchema, fillSchema, landingSchema } from './parts'

/** What every question has, whatever its kind. */
const common = {
  name: nameSchema.describe('Identifier in reports, messages and mappings'),
  label: wordingSchema.describe('What visitors see'),
  help: z.string().trim().max(500).default(''),
  required: z.boolean().default(false),
  off: z.boolean().default(false).describe('Kept in the draft, absent for visitors'),
  shownWhen: conditionSchema.nullable().default(null),
  errorText: z.string().trim().max(300).default('').describe('Own wording when the answer is wrong'),
  default: answerSchema.nullable().default(null),
  fill: z.array(fillSchema).max(10).default([]),
  lands: z.array(landingSchema).max(5).default([]),
}

export const questionSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('short_text'), ...common, ...shortText.settings() }),
    z.strictObject({ kind: z.literal('long_text'), ...common, ...longText.settings() }),
    z.strictObject({ kind: z.literal('email'), ...common, ...email.settings() }),
    z.strictObject({ kind: z.literal('number'), ...common, ...number.settings() }),
    z.strictObject({ kind: z.literal('single_choice'), ...common, ...singleChoice.settings() }),
    z.strictObject({ kind: z.literal('consent'), ...common, ...consent.settings() }),
  ])
  .superRefine((question, context) => {
    const wrong = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message })
    if (question.kind === 'number') {
      const { minimum, maximum, step } = question
      if (minimum !== null && maximum !== null && minimum > maximum)
        wrong(['maximum'], 'The maximum is below the minimum')
      if (step !== null && minimum !== null && !number.isMultiple(minimum, step))
        wrong(['minimum'], `Start on a step: a multiple of ${step}`)
    }
    if (question.kind === 'single_choice')
      question.options.forEach(({ value }, index, all) => {
        if (all.findIndex((other) => other.value === value) < index)
          wrong(['options', index, 'value'], `Two options are stored as “${value}”`)
      })
  })
