import { z } from 'zod'
import { nameSchema } from '@/core/answers/name'
import { readCursor, type SortKeys, sortingsOf } from '@/db/queries/list'

/** What the lists of a workspace are asked for with: the same in the studio, in its address, and in the API. */

export const slugSchema = z
  .string()
  .regex(/^[a-z0-9]+(?:-[a-z0-9]+)*$/, 'Use a-z, 0-9 and single hyphens')
  .max(60)

export const searchSchema = z.string().max(500).optional().describe('Words that must all be found')

const cursorSchema = z
  .string()
  .max(8000)
  .refine((text) => readCursor(text) !== null, 'Give the `next` of the page before')
  .transform(readCursor)
  .describe('`next` of the page before')

/** The search, the sorting and the place in a list that is sorted by these keys. */
export const listSchema = (keys: SortKeys) =>
  z.object({
    search: searchSchema,
    sort: z.enum(sortingsOf(keys)).optional().describe('What it is sorted by; `-` before it for the greatest first'),
    after: cursorSchema.optional(),
    limit: z.coerce.number().int().min(1).max(200).default(50),
  })

export const ownerSchema = z.string().max(100).optional().describe('Only what this member sees to, by id')

export const segmentNameSchema = nameSchema.optional().describe('Only people of this segment, by its name')
