import { z } from 'zod'
import { nameSchema } from '../answers/name'

/** The longest a message waits: ninety days, in minutes. */
const LONGEST = 90 * 24 * 60

/** What a message waits for, as a form says it. */
export const waitsSchema = z
  .discriminatedUnion('for', [
    z.strictObject({ for: z.literal('time'), minutes: z.int().min(1).max(LONGEST) }),
    z.strictObject({ for: z.literal('hours'), desk: nameSchema.describe('The desk whose hours it goes out in') }),
    z
      .strictObject({ for: z.literal('confirmed') })
      .describe(
        'Goes out once they have confirmed the lists that they are asked about by mail, and never where they do not',
      ),
  ])
  .nullable()
  .default(null)
  .describe('What it waits for before it goes out; null for nothing')

export type Waits = NonNullable<z.output<typeof waitsSchema>>
