import { z } from 'zod'
import { accept, isBlank, type KindRules, refuse } from '../answer'

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
  schema: ({ options }) => ({ type: 'string', enum: options.map(({ value }) => value) }),
  satisfies: (answer) => !isBlank(answer),
}
