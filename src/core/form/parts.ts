import { z } from 'zod'
import { scalarSchema } from '../answers/given'
import { type Condition, foldCondition } from '../logic/condition'
import { OPERATORS } from '../logic/expectation'
import { RECORD_TYPES } from '../fields/field'
import { TRANSLATIONS } from '../fields/translate'
import { nameSchema, pathSchema, theirNameSchema } from '../answers/name'
import { aboutPart } from '../origins/registry'

/** The pieces that questions, carried values, routes and messages are made of. */

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

/** One value → one record field. A blank never erases what is stored. */
export const landingSchema = z.strictObject({
  record: z.enum(RECORD_TYPES).default('contact'),
  field: nameSchema,
  part: aboutPart,
  ifFilled: z.enum(['replace', 'keep', 'add', 'larger', 'earlier']).default('replace'),
  ifUnproven: z
    .enum(['propose', 'change', 'keep'])
    .optional()
    .describe(
      'What becomes of a stored value where nothing proves that its sender is who they say; where left out, who people and companies are and how they are reached is proposed, and all else changes',
    ),
  trustedOnly: z.boolean().default(false).describe('Takes nothing that anybody could have written into a link'),
  unless: z
    .array(z.string().min(1).max(200))
    .max(200)
    .default([])
    .describe('Answers that say nothing, as “not sure”: they land nothing, and leave what is there'),
  translate: z.enum(TRANSLATIONS).optional().describe('What of the value lands, where it does not fit as it is'),
})

/** What a form elsewhere calls the answer to a question, or a part of it, whose posts come to an inlet of this form. */
export const sentAsSchema = z.strictObject({
  inlet: nameSchema.describe('The inlet that it comes to'),
  name: theirNameSchema,
  part: aboutPart,
})
