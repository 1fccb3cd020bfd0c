import { z } from 'zod'
import { type KindRules, longEnough, readText } from '../answers/answer'
import { AS_TEXT, type KindManner } from '../answers/kind'
import { contradictingLengths, lengthSettings, type Lengths } from '../answers/lengths'

/** Settings of a long text question; 1 to 10 rows is common practice. */
export const settings = () => ({
  ...lengthSettings(20_000, 4000),
  rows: z.int().min(1).max(10).default(4).describe('Height in lines'),
  counter: z.boolean().default(false).describe('Whether it says how many characters there are'),
})

/** Text of several lines, kept as typed but for outer white space. */
export const rules: KindRules<Lengths> = {
  check: (raw, { minLength, maxLength }) => longEnough(readText(raw, maxLength), minLength),
  show: String,
}

export const manner: KindManner<Lengths> = {
  words: 'Long text',
  suggestedBy: {
    words: /\b(anything|tell us|describe|comments?|message|notes?|why|details|what happened|what would)\b/i,
    sureness: 1,
  },
  must: ({ minLength, maxLength }) => `long text, ${minLength > 0 ? `${minLength} ` : ''}to ${maxLength}`,
  ...AS_TEXT,
  schema: ({ minLength, maxLength }) => ({ type: 'string', minLength: Math.max(1, minLength), maxLength }),
  contradictions: contradictingLengths,
}
