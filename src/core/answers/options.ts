import { forVisitors } from './for_visitors'
import { z } from 'zod'
import type { Scalar } from './answer'

/** An option's value is stored and never changes with its label. A function, as all that makes schemas: pages need none. */
export const optionShape = () => ({
  value: z
    .string()
    .regex(/^[a-z0-9][a-z0-9_]{0,59}$/, 'Use a-z, 0-9 and _')
    .describe('Stored'),
  label: forVisitors(z.string().trim().min(1).max(200).describe('What visitors see')),
})

export const MOST_OPTIONS = 300

/** What can be chosen wherever something is chosen from a list. */
export const optionsSchema = () => z.array(z.strictObject(optionShape())).max(MOST_OPTIONS).default([])

export interface Option {
  value: string
  label: string
}

/** What visitors see of a stored value; the value itself for an option that is gone. */
export const labelOfOption = (options: readonly Option[], value: Scalar): string =>
  options.find((option) => option.value === value)?.label ?? String(value)
