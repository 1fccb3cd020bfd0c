import { forVisitors, saidToVisitors } from '../answers/for_visitors'
import { z } from 'zod'
import { pictureSchema } from '../answers/pictures'
import { siteSchema } from '../formats/site'
import { nameSchema, templateSchema, wordingSchema } from '../answers/name'
import { whenSchema } from './parts'

/** A page elsewhere, by its whole address. */
const addressSchema = z
  .string()
  .trim()
  .max(1000)
  .refine(
    (text) => URL.canParse(text) && siteSchema.safeParse(new URL(text).origin).success,
    'Give a whole address, such as https://www.studio.example/thanks',
  )

/** Where visitors go on to by themselves: another form, which is given what they answered, or a page elsewhere. */
export const goesToSchema = z.discriminatedUnion('to', [
  z.strictObject({ to: z.literal('form'), form: z.string().max(200).describe('Its slug') }),
  z.strictObject({ to: z.literal('address'), address: addressSchema.describe('On a site that Settings allows') }),
])

const shape = {
  title: forVisitors(templateSchema(200)),
  body: forVisitors(templateSchema(4000)),
  summary: z.boolean().default(false).describe('Whether it lists what was sent, to print and to keep'),
  picture: pictureSchema().nullable().default(null),
  links: z
    .array(z.strictObject({ label: saidToVisitors(wordingSchema), address: addressSchema }))
    .max(3)
    .default([])
    .describe('Where visitors may go next'),
  goesTo: goesToSchema.nullable().default(null).describe('Where they go at once instead of reading it'),
}

/** What visitors see after sending. */
export const outcomeSchema = z.strictObject(shape)

/** The same where a condition holds. */
export const outcomeWhenSchema = z.strictObject({
  name: nameSchema,
  called: wordingSchema.describe('What plans and reports call it'),
  when: whenSchema,
  ...shape,
})

export type FormOutcome = z.output<typeof outcomeSchema>
export type OutcomeWhen = z.output<typeof outcomeWhenSchema>

export const USUAL_OUTCOME: FormOutcome = {
  title: 'Thank you',
  body: 'We have your answers.',
  summary: false,
  picture: null,
  links: [],
  goesTo: null,
}

/** Every outcome that a form may come to, the one for all others last. */
export const outcomesOf = ({
  outcomes,
  outcome,
}: {
  outcomes: OutcomeWhen[]
  outcome: FormOutcome
}): (FormOutcome | OutcomeWhen)[] => [...outcomes, outcome]

/** The texts of an outcome, which may all use answers. */
export const textsOf = ({ title, body, picture, links }: FormOutcome): string[] => [
  title,
  body,
  ...(picture ? [picture.alt] : []),
  ...links.map(({ label }) => label),
]

/** What findings say an outcome is; the one for all others has no name. */
export const nameOfOutcome = (outcome: FormOutcome | OutcomeWhen): string =>
  'name' in outcome ? outcome.name : 'outcome'

/** What people call an outcome, within a sentence or at the head of one. */
export const tellOutcome = (outcome: FormOutcome | OutcomeWhen, the: 'the' | 'The' = 'the'): string =>
  'called' in outcome ? `${the} outcome “${outcome.called}”` : `${the} outcome`
