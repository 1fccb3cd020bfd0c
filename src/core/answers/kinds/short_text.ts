import { z } from 'zod'
import { type KindRules, longEnough, readLine, refuse } from '../answer'
import { AS_TEXT, type KindManner } from '../kind'
import { contradictingLengths, lengthSettings, type Lengths } from '../lengths'

/** Settings of a short text question. */
export const settings = () => ({
  ...lengthSettings(1000, 200),
  like: z
    .string()
    .trim()
    .max(100)
    .default('')
    .describe('An example that every answer is like: letters stand for letters, digits for digits'),
})

interface ShortText extends Lengths {
  like: string
}

/** Source of a regular expression that matches what is like an example. */
const patternLike = (example: string): string =>
  `^${[...example]
    .map((character) => {
      if (/\p{L}/u.test(character)) return '\\p{L}'
      return /[0-9]/.test(character) ? '[0-9]' : character.replace(/[\\^$.*+?()[\]{}|/]/, '\\$&')
    })
    .join('')}$`

/** One line of text; line breaks become spaces. */
export const rules: KindRules<ShortText> = {
  check(raw, { minLength, maxLength, like }) {
    const read = longEnough(readLine(raw, maxLength), minLength)
    if (!like || !read.ok || typeof read.answer !== 'string') return read
    return new RegExp(patternLike(like), 'u').test(read.answer)
      ? read
      : refuse({ code: 'unlike', what: 'it in this form', example: like })
  },
  show: String,
}

export const manner: KindManner<ShortText> = {
  words: 'Short text',
  must: ({ like, minLength, maxLength }) =>
    like ? `text like ${like}` : `text, ${minLength > 0 ? `${minLength} ` : ''}to ${maxLength}`,
  ...AS_TEXT,
  schema: ({ minLength, maxLength, like }) => ({
    type: 'string',
    minLength: Math.max(1, minLength),
    maxLength,
    ...(like ? { pattern: patternLike(like) } : {}),
  }),
  contradictions: (lengths) => contradictingLengths(lengths),
  faults: ({ like, minLength, maxLength }) =>
    like && ([...like].length > maxLength || [...like].length < minLength)
      ? [`is to be like “${like}”, which is not as long as it may be.`]
      : [],
}
