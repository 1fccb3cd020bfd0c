import { z } from 'zod'
import { isBlank, type KindRules, readText, accept } from '../answer'

/** Settings of a short text question. */
export const settings = () => ({
  maxLength: z.int().min(1).max(1000).default(200).describe('Longest answer, in characters'),
})

interface ShortText {
  maxLength: number
}

/** One line of text; line breaks become spaces. */
export const rules: KindRules<ShortText> = {
  check(raw, { maxLength }) {
    const read = readText(raw, maxLength)
    return read.ok && typeof read.answer === 'string' ? accept(read.answer.replace(/\s*\n\s*/g, ' ')) : read
  },
  show: String,
  schema: ({ maxLength }) => ({ type: 'string', minLength: 1, maxLength }),
  satisfies: (answer) => !isBlank(answer),
}
