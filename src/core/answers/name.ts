import { z } from 'zod'
import { isSoundText } from '../formats/text'
import { usingAnswers } from './for_visitors'

/** Names that messages can always use and that no value may take. */
export const FREE_MERGE_NAMES = new Set(['all_answers', 'form_title', 'submission_id'])

/** A snake_case identifier in reports, messages and mappings. */
export const nameSchema = z
  .string()
  .regex(/^[a-z][a-z0-9_]{0,59}$/, 'Start with a letter; use a-z, 0-9 and _ (60 at most)')

/** A part of a value, as `first` of a name. */
export const partSchema = z.string().regex(/^[a-z][a-z0-9_]{0,59}$/, 'Use a-z, 0-9 and _')

/** A value or a part of it: `budget`, `address.city`. */
export const pathSchema = z
  .string()
  .regex(/^[a-z][a-z0-9_]{0,59}(?:\.[a-z][a-z0-9_]{0,59})?$/, 'Give a name, or a name and a part: address.city')

/** A parameter of a link. */
export const parameterSchema = z.string().regex(/^[A-Za-z0-9_.-]{1,60}$/, 'Use letters, digits, _ . and -')

/** What a form elsewhere calls one of its fields: anything in one line. */
export const theirNameSchema = z
  .string()
  .min(1)
  .max(200)
  .refine((name) => isSoundText(name) && !/[\r\n]/.test(name), 'Give a name in one line')

export const wordingSchema = z.string().trim().min(1, 'Write something here').max(300)

/** Text with merge fields. */
export const templateSchema = (most: number) => usingAnswers(z.string().max(most))
