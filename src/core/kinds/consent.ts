import { saidToVisitors } from '../answers/for_visitors'
import { z } from 'zod'
import { accept, type KindRules, readTruth, refuse } from '../answers/answer'
import type { KindManner } from '../answers/kind'

/** Settings of a consent. The wording is what the person agrees to, kept as evidence. */
export const settings = () => ({
  wording: saidToVisitors(z.string().trim().max(2000)).default('').describe('The exact text agreed to'),
})

interface Consent {
  wording: string
}

/** A box ticked or not. A required consent must be ticked. */
export const rules: KindRules<Consent> = {
  check(raw) {
    const ticked = readTruth(raw)
    return ticked === undefined ? refuse({ code: 'not_an_option' }) : accept(ticked ?? false)
  },
  show: (answer, _, speech) => speech.tell(answer === true ? 'yes' : 'no'),
  satisfies: (answer) => answer === true,
  missing: () => ({ code: 'tick_this' }),
}

export const manner: KindManner<Consent> = {
  words: 'Consent',
  texts: ['tick_this', 'yes', 'no'],
  suggestedBy: { words: /\b(agree|consent|newsletter|subscribe|i accept|keep me|send me)\b/i, sureness: 4 },
  must: () => 'a tick',
  domain: () => ({ is: 'yes or no', canBeBlank: false }),
  schema: () => ({ type: 'boolean' }),
  requiredSchema: () => ({ const: true }),
  width: 'full',
  fillable: false,
  agreement: ({ wording }) => wording,
  begin: (label) => ({ wording: label }),
  faults: ({ wording }) => (wording === '' ? ['does not say what is agreed to.'] : []),
}
