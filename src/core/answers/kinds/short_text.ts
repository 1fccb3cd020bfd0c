import { z } from 'zod'
import { type KindRules, readLine } from '../answer'
import { AS_TEXT, type KindManner } from '../kind'

/** Settings of a short text question. */
export const settings = () => ({
  maxLength: z.int().min(1).max(1000).default(200).describe('Longest answer, in characters'),
})

interface ShortText {
  maxLength: number
}

/** One line of text; line breaks become spaces. */
export const rules: KindRules<ShortText> = {
  check: (raw, { maxLength }) => readLine(raw, maxLength),
  show: String,
}

export const manner: KindManner<ShortText> = {
  words: 'Short text',
  must: ({ maxLength }) => `text, to ${maxLength}`,
  ...AS_TEXT,
  schema: ({ maxLength }) => ({ type: 'string', minLength: 1, maxLength }),
}
