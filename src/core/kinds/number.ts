import { z } from 'zod'
import type { KindManner } from '../answers/kind'
import { AS_NUMBER, type Limits, NUMBER_RULES, type Unit, boxUnitSettings } from '../answers/number'

/** Settings of a number question. */
export const settings = () => ({
  minimum: z.number().nullable().default(null).describe('Smallest answer'),
  maximum: z.number().nullable().default(null).describe('Largest answer'),
  step: z.number().positive().nullable().default(null).describe('Answers are multiples of this'),
  ...boxUnitSettings(),
})

type NumberSettings = Limits & Unit

/** A number that is written. */
export const rules = NUMBER_RULES

export const manner: KindManner<NumberSettings> = {
  words: 'Number',
  texts: ['not_number', 'too_small', 'too_large', 'off_step'],
  suggestedBy: {
    words: /\b(how many|how much|how hot|how old|number of|quantity|amount|guests|years?)\b/i,
    sureness: 3,
  },
  ...AS_NUMBER,
}
