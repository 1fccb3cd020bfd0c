import { z } from 'zod'
import { accept, isEmpty, type KindRules, refuse, type Scalar } from '../answer'
import type { KindManner } from '../kind'
import { EXAMINED_OPTIONS, findOption, labelOfOption, type Option, optionsSchema, valuesOf } from '../options'

/** Settings of a single choice. */
export const settings = () => ({
  options: optionsSchema(),
  look: z.enum(['list', 'buttons', 'menu']).default('list').describe('How the options are laid out'),
})

interface SingleChoice {
  options: Option[]
}

/** One of the options, stored as the option's value. */
export const rules: KindRules<SingleChoice> = {
  check(raw, { options }) {
    if (isEmpty(raw)) return accept(null)
    const option = findOption(options, raw)
    return option ? accept(option.value) : refuse({ code: 'not_an_option' })
  },
  show: (answer, { options }) => labelOfOption(options, answer as Scalar),
  missing: () => ({ code: 'not_chosen' }),
}

export const manner: KindManner<SingleChoice> = {
  words: 'Single choice',
  suggestedBy: {
    words: /^(which|what kind|what type|choose|pick|will you)\b/i,
    sureness: 2,
  },
  must: ({ options }) => `one of ${options.length}`,
  domain: (question) => ({ is: 'one of', values: valuesOf(question) }),
  schema: (question) => ({ type: 'string', enum: valuesOf(question) }),
  width: 'line',
  fillable: true,
  ...EXAMINED_OPTIONS,
}
