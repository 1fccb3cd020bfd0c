import { z } from 'zod'
import { accept, type KindRules, refuse } from '../answer'
import type { KindManner } from '../kind'

/** Settings of a single choice. An option's value is stored and never changes with its label. */
export const settings = () => ({
  options: z
    .array(
      z.strictObject({
        value: z
          .string()
          .regex(/^[a-z0-9][a-z0-9_]{0,59}$/, 'Use a-z, 0-9 and _')
          .describe('Stored'),
        label: z.string().trim().min(1).max(200).describe('What visitors see'),
      }),
    )
    .max(300)
    .default([]),
  look: z.enum(['list', 'buttons', 'menu']).default('list').describe('How the options are laid out'),
})

interface SingleChoice {
  options: { value: string; label: string }[]
}

/** One of the options, stored as the option's value. */
export const rules: KindRules<SingleChoice> = {
  check(given, { options }) {
    const raw = typeof given === 'string' ? given.trim() : given
    if (raw === null || raw === undefined || raw === '') return accept(null)
    const option = options.find(({ value }) => value === raw)
    return option ? accept(option.value) : refuse({ code: 'not_an_option' })
  },
  show: (answer, { options }) => options.find(({ value }) => value === answer)?.label ?? String(answer),
  missing: { code: 'not_chosen' },
}

export const manner: KindManner<SingleChoice> = {
  words: 'Single choice',
  suggestedBy: {
    words: /^(which|what kind|what type|choose|pick|do you|are you|is there|will you|have you)\b/i,
    sureness: 2,
  },
  must: ({ options }) => `one of ${options.length}`,
  domain: ({ options }) => ({ is: 'one of', values: options.map(({ value }) => value) }),
  tests: ['equals', 'differs', 'one_of', 'none_of', 'answered', 'blank'],
  firstTest: ({ options }) => ({ is: 'equals', to: options[0]?.value ?? '' }),
  schema: ({ options }) => ({ type: 'string', enum: options.map(({ value }) => value) }),
  fillable: true,
  contradictions: ({ options }) =>
    options.flatMap(({ value }, index) =>
      options.findIndex((other) => other.value === value) < index
        ? [{ path: ['options', index, 'value'], message: `Two options are stored as “${value}”` }]
        : [],
    ),
  faults: ({ options }) => (options.length === 0 ? ['has no options to choose from.'] : []),
}
