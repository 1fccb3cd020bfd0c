import { z } from 'zod'
import { hasCheckCharacter } from '../formats/check_character'
import { type KindRules, longEnough, readLine, refuse } from '../answers/answer'
import { AS_TEXT, type KindManner } from '../answers/kind'
import { contradictingLengths, lengthSettings, type Lengths } from '../answers/lengths'

/** Settings of a short text question. */
export const settings = () => ({
  ...lengthSettings(1000, 200),
  like: z
    .string()
    .trim()
    .max(100)
    .default('')
    .describe('An example that every answer is like: letters stand for letters, digits for digits'),
  checked: z
    .boolean()
    .default(false)
    .describe(
      'Whether the last of its letters and digits is the check character of the others (ISO/IEC 7064, MOD 37-2)',
    ),
})

interface ShortText extends Lengths {
  like: string
  checked: boolean
}

/** Whether a number was copied without a slip; what stands between its letters and digits does not count. */
const isWellCopied = (text: string): boolean => hasCheckCharacter(text.toUpperCase().replace(/[^0-9A-Z*]/g, ''))

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
  check(raw, { minLength, maxLength, like, checked }) {
    const read = longEnough(readLine(raw, maxLength), minLength)
    if (!read.ok || typeof read.answer !== 'string') return read
    if (like && !new RegExp(patternLike(like), 'u').test(read.answer))
      return refuse({ code: 'not_like', example: like })
    return checked && !isWellCopied(read.answer) ? refuse({ code: 'check_character' }) : read
  },
  show: String,
}

export const manner: KindManner<ShortText> = {
  words: 'Short text',
  texts: ['not_like', 'check_character'],
  must: ({ like, minLength, maxLength, checked }) =>
    (like ? `text like ${like}` : `text, ${minLength > 0 ? `${minLength} ` : ''}to ${maxLength}`) +
    (checked ? ', with its check character' : ''),
  ...AS_TEXT,
  schema: ({ minLength, maxLength, like, checked }) => ({
    type: 'string',
    ...(checked ? { $comment: 'Its check character (ISO/IEC 7064, MOD 37-2) a schema cannot say.' } : {}),
    minLength: Math.max(1, minLength),
    maxLength,
    ...(like ? { pattern: patternLike(like) } : {}),
  }),
  contradictions: (lengths) => contradictingLengths(lengths),
  faults: ({ like, minLength, maxLength, checked }) => [
    ...(like && ([...like].length > maxLength || [...like].length < minLength)
      ? [`is to be like “${like}”, which is not as long as it may be.`]
      : []),
    ...(checked && like && !isWellCopied(like) ? [`is to be like “${like}”, whose own check character is wrong.`] : []),
  ],
}
