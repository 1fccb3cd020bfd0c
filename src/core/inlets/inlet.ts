import { z } from 'zod'
import { COUNTRIES } from '../answers/countries'
import { theirNameSchema } from '../answers/name'
import { siteSchema } from '../formats/site'

/** How an inlet is set: an address that takes submissions from a form built elsewhere. */

const addressSchema = z
  .url({ protocol: /^https?$/, error: 'Give the whole address of a page, such as https://www.studio.example/thanks' })
  .max(2000)
  .nullable()
  .default(null)

export const inletSettingsSchema = z
  .strictObject({
    sites: z
      .array(siteSchema)
      .max(20)
      .default([])
      .describe('Sites whose pages may send; where there are none, any may, and so may programs anyway'),
    sentPage: addressSchema.describe('Where its visitors go on once they have sent, on one of the sites'),
    wrongPage: addressSchema.describe('Where they go on when something is wrong, with `wrong` naming it'),
    trap: theirNameSchema
      .nullable()
      .default(null)
      .describe('A field of theirs that no person sees: whoever fills it in is spam'),
    leftOut: z.array(theirNameSchema).max(200).default([]).describe('Fields of theirs that say nothing, as a button’s'),
    dates: z.enum(['day first', 'month first']).default('day first').describe('How their dates are written'),
    country: z
      .enum(COUNTRIES)
      .nullable()
      .default(null)
      .describe('Country of phone numbers that are written without one (ISO 3166-1)'),
    files: z.boolean().default(true).describe('Whether files are taken'),
  })
  .superRefine((settings, context) => {
    for (const page of ['sentPage', 'wrongPage'] as const) {
      const address = settings[page]
      if (address !== null && !settings.sites.includes(new URL(address).origin))
        context.addIssue({
          code: 'custom',
          path: [page],
          message: 'Name its site first: people are led to none but those',
        })
    }
  })

export type InletSettings = z.output<typeof inletSettingsSchema>

export const USUAL_INLET: InletSettings = inletSettingsSchema.parse({})

/** The address that forms elsewhere send to, below that of the form. */
export const inletAddress = (form: string, inlet: string): string => `${form}/in/${inlet}`
