import { accept, type KindRules, readText, refuse } from '../answer'
import { AS_TEXT, type KindManner } from '../kind'

/** An email question has no settings of its own yet. */
export const settings = () => ({})

/** Longest address that can be mailed to: RFC 5321, 4.5.3.1.3 (256 octets less the brackets). */
const LONGEST = 254

/**
 * A valid email address as the WHATWG HTML standard defines it for `<input type=email>`,
 * so that the browser, the server and the exported schema agree.
 */
const VALID =
  "^[a-zA-Z0-9.!#$%&'*+\\/=?^_`{|}~-]+@[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?(?:\\.[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?)*$"
const valid = new RegExp(VALID)

const NOT_EMAIL = { code: 'unlike', what: 'an email address', example: 'name@studio.example' } as const

/** An email address, stored in lower case: that is how people are matched. */
export const rules: KindRules<object> = {
  check(raw) {
    const read = readText(raw, LONGEST)
    if (!read.ok) return read.problem.code === 'too_long' ? refuse(NOT_EMAIL) : read
    if (typeof read.answer !== 'string') return read
    return valid.test(read.answer) ? accept(read.answer.toLowerCase()) : refuse(NOT_EMAIL)
  },
  show: String,
}

export const manner: KindManner<object> = {
  words: 'Email',
  suggestedBy: { words: /\be-?mail\b/i, sureness: 5 },
  must: () => 'email address',
  ...AS_TEXT,
  schema: () => ({ type: 'string', pattern: VALID, maxLength: LONGEST }),
  unsummed: true,
  isAddress: true,
}
