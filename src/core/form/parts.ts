import { z } from 'zod'
import { OPERATORS } from '../logic/condition'
import { nameSchema } from './name'

/** The pieces that questions, carried values, routes and messages are made of. */

export const answerSchema = z.union([z.string().max(20_000), z.number(), z.boolean()])

export const expectationSchema = z.strictObject({
  is: z.enum(OPERATORS),
  to: z.union([answerSchema, z.array(answerSchema).max(300)]).optional(),
})

const testSchema = z.strictObject({ value: nameSchema, ...expectationSchema.shape })

export const conditionSchema = z.strictObject({
  join: z.enum(['all', 'any', 'none']).default('all'),
  tests: z.array(testSchema).min(1).max(50),
})

/** Where a value comes from before anyone types. The first source in a list that has it wins. */
export const fillSchema = z.discriminatedUnion('from', [
  z.strictObject({
    from: z.literal('link'),
    parameter: z.string().regex(/^[A-Za-z0-9_.-]{1,60}$/, 'Use letters, digits, _ . and -'),
  }),
  z.strictObject({ from: z.literal('record'), field: nameSchema }),
  z.strictObject({ from: z.literal('page_before') }),
  z.strictObject({ from: z.literal('constant'), value: answerSchema }),
])

/** One value → one record field. A blank never erases what is stored. */
export const landingSchema = z.strictObject({
  record: z.literal('contact').default('contact'),
  field: nameSchema,
  ifFilled: z.enum(['replace', 'keep']).default('replace'),
})
