import { forVisitors } from '../answers/for_visitors'
import { z } from 'zod'
import { accept, type KindRules, readTruth, refuse } from '../answers/answer'
import type { KindManner } from '../answers/kind'
import { shownAsSchema } from '../answers/shown_as'

/** Settings of a question answered with yes or no. */
export const settings = () => ({
  yes: forVisitors(z.string().trim().min(1).max(100)).default('Yes').describe('What visitors see for yes'),
  no: forVisitors(z.string().trim().min(1).max(100)).default('No').describe('What visitors see for no'),
  yesShownAs: shownAsSchema(),
  noShownAs: shownAsSchema(),
})

interface YesNo {
  yes: string
  no: string
  yesShownAs: string
  noShownAs: string
}

/** Yes, no, or not answered: a “no” is an answer. */
export const rules: KindRules<YesNo> = {
  check(raw) {
    const truth = readTruth(raw)
    return truth === undefined ? refuse({ code: 'not_an_option' }) : accept(truth)
  },
  show: (answer, { yes, no }) => (answer === true ? yes : no),
  missing: () => ({ code: 'not_chosen' }),
}

export const manner: KindManner<YesNo> = {
  words: 'Yes or no',
  suggestedBy: {
    words: /^(do|does|did|are|is|have|has|can|could|would|was|were) (you|your|it|there|we)\b|\b(as well|too)\?$/i,
    sureness: 2,
  },
  must: ({ yes, no }) => `${yes} or ${no}`.toLowerCase(),
  domain: () => ({ is: 'yes or no', canBeBlank: true }),
  schema: () => ({ type: 'boolean' }),
  width: 'full',
  fillable: true,
}
