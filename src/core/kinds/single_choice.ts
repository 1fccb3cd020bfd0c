import { z } from 'zod'
import { accept, type KindRules, refuse } from '../answers/answer'
import type { Choices } from '../answers/choices'
import * as choices from '../answers/choices'
import type { KindManner } from '../answers/kind'

/** Settings of a single choice. */
export const settings = () => ({
  ...choices.choicesSettings({}),
  look: z.enum(['list', 'buttons', 'pictures', 'menu']).default('list').describe('How the options are laid out'),
})

/** One of the options, stored as its value; or what was written instead. */
export const rules: KindRules<Choices> = {
  check(raw, question) {
    const { chosen, written } = choices.readChosen(raw)
    if (chosen.length + (written === null ? 0 : 1) > 1) return refuse({ code: 'not_an_option' })
    if (written !== null) return question.other ? choices.checkWritten(written) : refuse({ code: 'not_an_option' })
    return chosen.length === 0 ? accept(null) : choices.checkChoice(question, chosen[0])
  },
  show: choices.showChosen,
  missing: () => ({ code: 'not_chosen' }),
}

export const manner: KindManner<Choices> = {
  words: 'Single choice',
  texts: ['write_other'],
  suggestedBy: {
    words: /^(which|what kind|what type|choose|pick|will you|where is|how did you (hear|find))\b/i,
    sureness: 2,
  },
  must: ({ options, other }) => `one of ${choices.offered(options).length}${other ? ', or another' : ''}`,
  domain: (question) => ({ is: 'one of', values: choices.offeredValues(question), open: question.other !== '' }),
  schema: choices.choiceSchema,
  width: 'full',
  fillable: true,
  forPage: choices.lightOptions,
  pictures: choices.picturesOfOptions,
  ...choices.EXAMINED_CHOICES,
}
