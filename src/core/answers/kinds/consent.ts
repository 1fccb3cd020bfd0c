import { z } from 'zod'
import { accept, type KindRules, refuse } from '../answer'
import type { KindManner } from '../kind'

/** Settings of a consent. The wording is what the person agrees to, kept as evidence. */
export const settings = () => ({
  wording: z.string().trim().max(2000).default('').describe('The exact text agreed to'),
})

interface Consent {
  wording: string
}

const YES = new Set<unknown>([true, 'true', 'yes', 'on', '1'])
const NO = new Set<unknown>([false, 'false', 'no', 'off', '0', '', null, undefined])

/** A box ticked or not. A required consent must be ticked. */
export const rules: KindRules<Consent> = {
  check(given) {
    const raw = typeof given === 'string' ? given.trim() : given
    if (YES.has(raw)) return accept(true)
    return NO.has(raw) ? accept(false) : refuse({ code: 'not_an_option' })
  },
  show: (answer) => (answer === true ? 'Yes' : 'No'),
  satisfies: (answer) => answer === true,
  missing: { code: 'not_ticked' },
}

export const manner: KindManner<Consent> = {
  words: 'Consent',
  suggestedBy: { words: /\b(agree|consent|newsletter|subscribe|i accept|keep me|send me)\b/i, sureness: 4 },
  must: () => 'a tick',
  domain: () => ({ is: 'yes or no' }),
  tests: ['equals'],
  firstTest: () => ({ is: 'equals', to: true }),
  schema: () => ({ type: 'boolean' }),
  requiredSchema: { const: true },
  fillable: false,
  agreement: ({ wording }) => wording,
  begin: (label) => ({ wording: label }),
  faults: ({ wording }) => (wording === '' ? ['does not say what is agreed to.'] : []),
}
