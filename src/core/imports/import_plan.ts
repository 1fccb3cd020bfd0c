import { z } from 'zod'
import type { FieldType } from '../fields/field'

const record = z.enum(['contact', 'company'])
const name = z.string().min(1).max(60)

/** What fields that are made for a column can hold; choices are what stands in it. */
export const NEW_FIELD_TYPES = [
  'text',
  'long_text',
  'number',
  'money',
  'yes_no',
  'date',
  'choice',
  'several_choices',
  'phone',
  'link',
] as const satisfies readonly FieldType[]

/** Where a column of an import goes. */
const targetSchema = z.discriminatedUnion('to', [
  z.strictObject({ to: z.literal('nothing') }),
  z.strictObject({ to: z.literal('field'), record, field: name }),
  /** One that is made before anything is brought in. */
  z.strictObject({
    to: z.literal('new field'),
    record,
    label: z.string().trim().min(1).max(100),
    type: z.enum(NEW_FIELD_TYPES),
  }),
])

/** A list that people are put on, with what they agreed to and where that is from: without either, nobody is. */
const joinSchema = z.strictObject({
  list: name,
  /** The column that says who agreed; everybody did where it is `null`. */
  column: z.number().int().min(0).nullable(),
  wording: z.string().trim().min(1, 'Write what they agreed to').max(2000),
  origin: z.string().trim().min(1, 'Write where that is from').max(300),
  /** The column that has each one’s own wording; where that is blank, and where there is none, it is that of the list. */
  wordingIn: z.number().int().min(0).nullish(),
  /** The column that says when each agreed; where that is blank, and where there is none, it is when they are brought in. */
  givenIn: z.number().int().min(0).nullish(),
})

/** What is done with what a file brings. */
export const importPlanSchema = z.strictObject({
  /** For each column, by its place. */
  targets: z.array(targetSchema).max(300),
  joins: z.array(joinSchema).max(20),
  /** What becomes of a field that holds something else already. */
  ifFilled: z.enum(['replace', 'keep']),
  /** What a cell that its field does not take keeps from being brought in: its row, or itself. An address always keeps its row. */
  wrongKeeps: z.enum(['row', 'cell']),
  /** Whether people that nobody knows yet are made. */
  opens: z.boolean(),
  /** ISO 3166-1 code of the country that phone numbers without one are of. */
  country: z
    .string()
    .regex(/^[A-Z]{2}$/)
    .nullable(),
  /** What comes first where a date is written as 3/4/2026. */
  dates: z.enum(['day first', 'month first']),
})

export type ImportPlan = z.output<typeof importPlanSchema>
export type ImportTarget = ImportPlan['targets'][number]

/** A plan that says no more than where columns go: what is stored stays, and who is unknown is made. */
export const planFor = (targets: ImportTarget[]): ImportPlan => ({
  targets,
  joins: [],
  ifFilled: 'keep',
  wrongKeeps: 'row',
  opens: true,
  country: null,
  dates: 'day first',
})

/** A column of what was read: what stands over it, and some of what stands in it. */
export interface ImportColumn {
  head: string
  samples: string[]
}
