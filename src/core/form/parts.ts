import { z } from 'zod'
import type { Given } from '../answers/answer'
import { type Condition, foldCondition } from '../logic/condition'
import { OPERATORS } from '../logic/expectation'
import { RECORD_TYPES } from '../fields/field'
import { TRANSLATIONS } from '../fields/translate'
import { nameSchema, partSchema, pathSchema } from '../answers/name'

/** The pieces that questions, carried values, routes and messages are made of. */

const scalarSchema = z.union([z.string().max(20_000), z.number(), z.boolean()])

/** An answer as a definition may hold one: plain, a list, or a record of parts. */
export const answerSchema: z.ZodType<Given, Given> = z.union([
  scalarSchema,
  z.array(scalarSchema).max(300),
  z.record(partSchema, z.union([scalarSchema, z.null()])),
])

export const expectationSchema = z.strictObject({
  is: z.enum(OPERATORS),
  to: z.union([scalarSchema, z.array(scalarSchema).max(300)]).optional(),
})

const testSchema = z.strictObject({ value: pathSchema, ...expectationSchema.shape }).meta({ id: 'test' })

/** Tests joined by all, any or none, in groups within groups. */
const conditionSchema: z.ZodType<Condition, Condition> = z
  .lazy(() => z.union([testSchema, groupOf('all'), groupOf('any'), groupOf('none')]))
  .meta({ id: 'condition' })

const groupOf = <J extends string>(join: J) =>
  z.strictObject({ [join]: z.array(conditionSchema).min(1).max(50) } as Record<J, z.ZodArray<typeof conditionSchema>>)

/** More levels than this nobody can read. */
const DEEPEST = 6

const depthOf = (condition: Condition): number => {
  const deeper = (parts: number[]) => 1 + Math.max(0, ...parts)
  return foldCondition<number>(condition, { test: () => 0, all: deeper, any: deeper, none: deeper })
}

/** When something shows or is sent; `null` for always. */
export const whenSchema = conditionSchema
  .refine((condition) => depthOf(condition) <= DEEPEST, `Nest at most ${DEEPEST} groups in each other`)
  .nullable()
  .default(null)

/** A fill or a landing of a value that has parts may be about one of them. */
const part = partSchema.optional().describe('The part of the value it is about; all of it where left out')

/** Where a value comes from before anyone types. The first source in a list that has it wins. */
export const fillSchema = z.discriminatedUnion('from', [
  z.strictObject({
    from: z.literal('link'),
    parameter: z.string().regex(/^[A-Za-z0-9_.-]{1,60}$/, 'Use letters, digits, _ . and -'),
    part,
  }),
  z.strictObject({ from: z.literal('record'), field: nameSchema, part }),
  z.strictObject({ from: z.literal('page_before'), part }),
  z.strictObject({
    from: z.literal('form_before'),
    value: pathSchema.describe('What the visitor answered in the form that sent them on'),
    part,
  }),
  z.strictObject({ from: z.literal('constant'), value: answerSchema, part }),
])

/** One value → one record field. A blank never erases what is stored. */
export const landingSchema = z.strictObject({
  record: z.enum(RECORD_TYPES).default('contact'),
  field: nameSchema,
  part,
  ifFilled: z.enum(['replace', 'keep', 'add', 'larger', 'earlier']).default('replace'),
  trustedOnly: z.boolean().default(false).describe('Takes nothing that anybody could have written into a link'),
  translate: z.enum(TRANSLATIONS).optional().describe('What of the value lands, where it does not fit as it is'),
})
