import { z } from 'zod'
import { type KindRules, readText } from '../answer'
import { AS_TEXT, type KindManner } from '../kind'

/** Settings of a long text question; 1 to 10 rows is common practice. */
export const settings = () => ({
  maxLength: z.int().min(1).max(20_000).default(4000).describe('Longest answer, in characters'),
  rows: z.int().min(1).max(10).default(4).describe('Height in lines'),
})

interface LongText {
  maxLength: number
}

/** Text of several lines, kept as typed but for outer white space. */
export const rules: KindRules<LongText> = {
  check: (raw, { maxLength }) => readText(raw, maxLength),
  show: String,
}

export const manner: KindManner<LongText> = {
  words: 'Long text',
  suggestedBy: { words: /\b(anything|tell us|describe|comments?|message|notes?|why|details)\b/i, sureness: 1 },
  must: ({ maxLength }) => `long text, to ${maxLength}`,
  ...AS_TEXT,
  schema: ({ maxLength }) => ({ type: 'string', minLength: 1, maxLength }),
}
