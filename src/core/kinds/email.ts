import { z } from 'zod'
import { accept, type Facts, type KindRules, readText, refuse } from '../answers/answer'
import { AS_TEXT, type KindManner } from '../answers/kind'

const domains = () =>
  z
    .array(
      z
        .string()
        .trim()
        .toLowerCase()
        .regex(/^[a-z0-9-]+(?:\.[a-z0-9-]+)+$/, 'Give a domain, such as studio.example'),
    )
    .max(200)
    .default([])

/** Settings of an email question. */
export const settings = () => ({
  business: z.boolean().default(false).describe('Whether free and throw-away addresses are refused'),
  refused: domains().describe('Further domains that are refused, with all below them'),
  taken: domains().describe('Domains that are taken whatever the lists say, with all below them'),
})

interface Email {
  business: boolean
  refused: readonly string[]
  taken: readonly string[]
}

/** Settings under which every address is taken. */
export const ANY_EMAIL: Email = { business: false, refused: [], taken: [] }

const isWithin = (host: string, all: readonly string[]): boolean =>
  all.some((domain) => host === domain || host.endsWith(`.${domain}`))

/** Whether an address at a host may be given. */
function mayBe(host: string, { business, refused, taken }: Email, facts: Facts | undefined): boolean {
  if (isWithin(host, taken)) return true
  return !isWithin(host, refused) && !(business && facts?.isAnybodysMail?.(host))
}

/** Longest address that can be mailed to: RFC 5321, 4.5.3.1.3 (256 octets less the brackets). */
const LONGEST = 254

/**
 * A valid email address as the WHATWG HTML standard defines it for `<input type=email>`,
 * so that the browser, the server and the exported schema agree.
 */
const VALID =
  "^[a-zA-Z0-9.!#$%&'*+\\/=?^_`{|}~-]+@[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?(?:\\.[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?)*$"
const valid = new RegExp(VALID)

const NOT_EMAIL = { code: 'not_email', example: 'name@studio.example' } as const

/** An email address, stored in lower case: that is how people are matched. */
export const rules: KindRules<Email> = {
  check(raw, settings, facts) {
    const read = readText(raw, LONGEST)
    if (!read.ok) return read.problem.code === 'too_long' ? refuse(NOT_EMAIL) : read
    if (typeof read.answer !== 'string') return read
    if (!valid.test(read.answer)) return refuse(NOT_EMAIL)
    const email = read.answer.toLowerCase()
    const domain = email.slice(email.indexOf('@') + 1)
    return mayBe(domain, settings, facts) ? accept(email) : refuse({ code: 'address_at_work', domain })
  },
  show: String,
}

export const manner: KindManner<Email> = {
  words: 'Email',
  texts: ['not_email', 'address_at_work'],
  suggestedBy: { words: /\be-?mail\b/i, sureness: 5 },
  must: ({ business }) => (business ? 'business email address' : 'email address'),
  ...AS_TEXT,
  schema: ({ business, refused }) => ({
    type: 'string',
    pattern: VALID,
    maxLength: LONGEST,
    ...(business || refused.length > 0 ? { $comment: 'Which domains are refused, a schema does not say.' } : {}),
  }),
  unsummed: true,
  isAddress: true,
}
