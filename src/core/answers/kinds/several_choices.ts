import { z } from 'zod'
import { accept, isEmpty, isList, type KindRules, refuse } from '../answer'
import type { KindManner } from '../kind'
import { EXAMINED_OPTIONS, findOption, labelOfOption, type Option, optionsSchema, valuesOf } from '../options'

/** Settings of a choice of several. */
export const settings = () => ({
  options: optionsSchema(),
  least: z.int().min(1).max(300).nullable().default(null).describe('Fewest that may be chosen, once any is'),
  most: z.int().min(1).max(300).nullable().default(null).describe('Most that may be chosen'),
  look: z.enum(['list', 'buttons']).default('list').describe('How the options are laid out'),
})

interface SeveralChoices {
  options: Option[]
  least: number | null
  most: number | null
}

/** Some of the options, each once, in the order of the options. */
export const rules: KindRules<SeveralChoices> = {
  check(raw, { options, least, most }) {
    const given = (Array.isArray(raw) ? (raw as unknown[]) : [raw]).filter((one) => !isEmpty(one))
    const chosen = given.map((one) => findOption(options, one))
    if (chosen.includes(undefined)) return refuse({ code: 'not_an_option' })
    if (given.length === 0) return accept(null)
    const values = options.filter((option) => chosen.includes(option)).map(({ value }) => value)
    if (least !== null && values.length < least) return refuse({ code: 'too_few', least })
    if (most !== null && values.length > most) return refuse({ code: 'too_many', most })
    return accept(values)
  },
  show: (answer, { options }) =>
    isList(answer) ? answer.map((value) => labelOfOption(options, value)).join(', ') : String(answer),
  missing: (_, { least }) => ({ code: 'too_few', least: least ?? 1 }),
}

export const manner: KindManner<SeveralChoices> = {
  words: 'Several choices',
  suggestedBy: { words: /\b(all that apply|choose any|pick any|tick all|which of (the|these|our))\b/i, sureness: 3 },
  must: ({ options, least, most }) =>
    [least === null ? null : `at least ${least}`, most === null ? null : `at most ${most}`]
      .filter(Boolean)
      .concat(`of ${options.length}`)
      .join(' '),
  domain: (question) => ({ is: 'some of', values: valuesOf(question) }),
  schema: (question) => ({
    type: 'array',
    items: { enum: valuesOf(question) },
    uniqueItems: true,
    minItems: question.least ?? 1,
    ...(question.most === null ? {} : { maxItems: question.most }),
  }),
  width: 'line',
  fillable: true,
  contradictions: (question) => [
    ...EXAMINED_OPTIONS.contradictions(question),
    ...(question.least !== null && question.most !== null && question.least > question.most
      ? [{ path: ['most'], message: 'The most is below the least' }]
      : []),
  ],
  faults: (question) => [
    ...EXAMINED_OPTIONS.faults(question),
    ...((question.least ?? 0) > question.options.length
      ? [`asks for at least ${question.least} of ${question.options.length} options.`]
      : []),
  ],
}
