import { z } from 'zod'
import type { FormFacts, SourceRules } from './source'

type Told = keyof FormFacts | 'desk'

const TOLD: Record<Told, string> = {
  address: 'its address',
  release: 'its release',
  language: 'the language it is read in',
  desk: 'the desk that is told',
}

/** What a form can say of itself, each with what people call it. */
export const FORM_FACTS = Object.entries(TOLD) as [Told, string][]

export const settings = () => ({
  what: z
    .enum(Object.keys(TOLD) as [Told, ...Told[]])
    .describe('Its slug, the number of its release, the language it is read in (BCP 47), or the desk that is told'),
})

/** What the form says of itself. Which desk is told is settled by the answers, once they land. */
export const rules: SourceRules<{ what: Told }> = {
  words: 'the form itself',
  origin: 'form',
  begin: () => ({ what: 'address' }),
  look({ what }, { form, landing }) {
    if (what !== 'desk') return { raw: form?.[what], origin: 'form' }
    return landing ? { raw: landing.desks().join(', '), origin: 'form' } : 'later'
  },
  describe: ({ what }) => `${TOLD[what].replace(/^its /, '')} · form`,
  knownOnce: ({ what }) => (what === 'desk' ? 'landed' : null),
}
