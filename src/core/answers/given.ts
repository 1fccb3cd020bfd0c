import { z } from 'zod'
import type { Given } from './answer'
import { partSchema } from './name'

export const scalarSchema = z.union([z.string().max(20_000), z.number(), z.boolean()])

/** An answer as a definition may hold one: plain, a list, or a record of parts. */
export const answerSchema: z.ZodType<Given, Given> = z.union([
  scalarSchema,
  z.array(scalarSchema).max(300),
  z.record(partSchema, z.union([scalarSchema, z.null()])),
])
