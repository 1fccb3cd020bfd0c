import { z } from 'zod'
import { isBlank, type KindRules, readText } from '../answer'

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
  schema: ({ maxLength }) => ({ type: 'string', minLength: 1, maxLength }),
  satisfies: (answer) => !isBlank(answer),
}
