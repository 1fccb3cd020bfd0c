import { forVisitors } from './for_visitors'
import { z } from 'zod'
import type { Scalar } from './answer'
import { shownAsSchema } from './shown_as'

/** An option's value is stored and never changes with its label. A function, as all that makes schemas: pages need none. */
const optionShape = () => ({
  value: z
    .string()
    .regex(/^[a-z0-9][a-z0-9_]{0,59}$/, 'Use a-z, 0-9 and _')
    .describe('Stored'),
  label: forVisitors(z.string().trim().min(1).max(200).describe('What visitors see')),
})

/** The same where the page may word it otherwise. */
export const wordedOptionShape = () => ({ ...optionShape(), shownAs: shownAsSchema() })

export const MOST_OPTIONS = 300

/** What can be chosen wherever something is chosen from a list. */
export const optionsSchema = () => z.array(z.strictObject(optionShape())).max(MOST_OPTIONS).default([])

export interface Option {
  value: string
  label: string
  /** How visitors read it, where that is not its label. */
  shownAs?: string
}

/** What is read on the page of an option or a question, which may be worded otherwise there. */
export const wordingOf = ({ shownAs, label }: { shownAs?: string; label: string }): string => shownAs || label

/** What visitors see of a stored value; the value itself for an option that is gone. */
export const labelOfOption = (options: readonly Option[], value: Scalar): string =>
  options.find((option) => option.value === value)?.label ?? String(value)
