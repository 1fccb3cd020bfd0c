import { z } from 'zod'
import { LANGUAGE_TAGS } from '../language/languages'

/** What a form's wordings are in its other languages. */

const languageSchema = z.enum(LANGUAGE_TAGS)

const translationSchema = z.strictObject({
  text: z.string().max(20_000),
  of: z.string().max(20_000).describe('The wording it translates: it is older where that is another by now'),
})

export type Translation = z.output<typeof translationSchema>

export const languagesSchema = z
  .array(languageSchema)
  .min(1)
  .max(LANGUAGE_TAGS.length)
  .refine((tags) => new Set(tags).size === tags.length, 'Name each language once')
  .default(['en'])
  .describe('Languages that visitors can read it in (BCP 47): the one its wordings are written in first')

export const translationsSchema = z
  .partialRecord(languageSchema, z.record(z.string().max(400), translationSchema))
  .default({})
  .describe('By language, what wordings are in it, by their places in the definition')
