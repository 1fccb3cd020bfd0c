import { z } from 'zod'
import type { Scalar } from './answer'
import type { KindManner } from './kind'

/** What kinds have in common that let people choose. An option's value is stored and never changes with its label. */
export const optionsSchema = () =>
  z
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
    .default([])

export interface Option {
  value: string
  label: string
}

interface Options {
  options: readonly Option[]
}

export const valuesOf = ({ options }: Options): string[] => options.map(({ value }) => value)

/** The option that a raw input names; `undefined` for none of them. */
export const findOption = (options: readonly Option[], raw: unknown): Option | undefined => {
  const value = typeof raw === 'string' ? raw.trim() : raw
  return options.find((option) => option.value === value)
}

/** What visitors see of a stored value; the value itself for an option that is gone. */
export const labelOfOption = (options: readonly Option[], value: Scalar): string =>
  options.find((option) => option.value === value)?.label ?? String(value)

/** What can be wrong with a list of options. */
export const EXAMINED_OPTIONS = {
  contradictions: ({ options }) =>
    options.flatMap(({ value }, index) =>
      options.findIndex((other) => other.value === value) < index
        ? [{ path: ['options', index, 'value'], message: `Two options are stored as “${value}”` }]
        : [],
    ),
  faults: ({ options }) => (options.length === 0 ? ['has no options to choose from.'] : []),
} satisfies Partial<KindManner<Options>>
