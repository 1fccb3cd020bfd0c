import { z } from 'zod'
import { accept, type KindRules, refuse } from '../answer'

/** Settings of a consent. The wording is what the person agrees to, kept as evidence. */
export const settings = () => ({
  wording: z.string().trim().max(2000).default('').describe('The exact text agreed to'),
})

const YES = new Set<unknown>([true, 'true', 'yes', 'on', '1'])
const NO = new Set<unknown>([false, 'false', 'no', 'off', '0', '', null, undefined])

/** A box ticked or not. A required consent must be ticked. */
export const rules: KindRules<object> = {
  check(given) {
    const raw = typeof given === 'string' ? given.trim() : given
    if (YES.has(raw)) return accept(true)
    return NO.has(raw) ? accept(false) : refuse({ code: 'not_an_option' })
  },
  show: (answer) => (answer === true ? 'Yes' : 'No'),
  schema: () => ({ type: 'boolean' }),
  satisfies: (answer) => answer === true,
}
