import { z } from 'zod'
import { nameSchema, wordingSchema } from '../answers/name'
import { RECORD_TYPES } from '../fields/field'
import { SCREENS } from '../origins/source'

/** Test values: somebody made up, with what a form would know of them. They are kept with the form, and change nothing for visitors. */
export const trySchema = z.strictObject({
  name: nameSchema,
  called: wordingSchema.max(60),
  link: z
    .string()
    .trim()
    .max(2000)
    .default('')
    .describe('What stands behind the ? of their link: ref=TK7&utm_source=ring'),
  pageBefore: z.string().trim().max(500).default('').describe('Address of the page they come from'),
  framedBy: z.string().trim().max(500).default('').describe('Address of the page that frames the form'),
  language: z
    .string()
    .regex(/^([A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*)?$/, 'Give a language, such as de or pt-BR')
    .max(40)
    .default('')
    .describe('The language their browser prefers (BCP 47)'),
  zone: z.string().trim().max(60).default('').describe('The time zone of their browser (IANA)'),
  screen: z.enum(['', ...SCREENS]).default(''),
  country: z
    .string()
    .regex(/^([A-Z]{2})?$/, 'Give the two letters of a country, such as SE')
    .default('')
    .describe('The country a proxy tells (ISO 3166-1)'),
  stored: z
    .array(z.strictObject({ record: z.enum(RECORD_TYPES), field: nameSchema, value: z.string().max(500) }))
    .max(30)
    .default([])
    .describe('Fields of theirs that are stored, as if they came by a personal link'),
  lists: z.array(nameSchema).max(30).default([]).describe('Lists they are on'),
})

export type Try = z.output<typeof trySchema>
