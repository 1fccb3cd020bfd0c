import { forVisitors, saidToVisitors } from '../answers/for_visitors'
import { z } from 'zod'
import { WIDTHS } from '../answers/kind'
import { KIND_NAMES, type KindName, KINDS, mannerOf } from '../kinds/registry'
import { questionLookSchema } from '../look/theme'
import { shownAsSchema } from '../answers/shown_as'
import { nameSchema, wordingSchema } from '../answers/name'
import { answerSchema } from '../answers/given'
import { fillSchema } from '../origins/registry'
import { landingSchema, sentAsSchema, whenSchema } from './parts'
import { turnSchema } from './turn'

/** What every question has, whatever its kind. */
const common = {
  name: nameSchema.describe('Identifier in reports, messages and mappings'),
  label: forVisitors(wordingSchema).describe(
    'What it is called; visitors see it, unless it is shown as something else',
  ),
  shownAs: shownAsSchema(),
  hideLabel: z.boolean().default(false).describe('Whether only screen readers get the label'),
  help: saidToVisitors(z.string().trim().max(500)).default(''),
  required: z.boolean().default(false),
  width: z
    .enum(WIDTHS)
    .nullable()
    .default(null)
    .describe('How much of the page’s width it takes; as its kind does when null'),
  placeholder: saidToVisitors(z.string().trim().max(100))
    .default('')
    .describe('Shown in its box until something is written'),
  ownLook: questionLookSchema.default({}).describe('What it has otherwise than the form’s look'),
  off: z.boolean().default(false).describe('Kept in the draft, absent for visitors'),
  shownWhen: whenSchema,
  turn: turnSchema.nullable().default(null).describe('Asked in turn; null for always'),
  errorText: saidToVisitors(z.string().trim().max(300)).default('').describe('Own wording when the answer is wrong'),
  default: answerSchema.nullable().default(null),
  fill: z.array(fillSchema).max(10).default([]),
  lands: z.array(landingSchema).max(5).default([]),
  sentAs: z.array(sentAsSchema).max(40).optional().describe('What forms elsewhere call it, by the inlet they send to'),
}

/** A question of one kind: what all have, and the kind's own settings. */
type SchemaOf<K extends KindName> = z.ZodObject<
  { kind: z.ZodLiteral<K> } & typeof common & ReturnType<(typeof KINDS)[K]['settings']>,
  z.core.$strict
>
type SchemaOfAny = { [K in KindName]: SchemaOf<K> }[KindName]

const schemas = KIND_NAMES.map((kind) =>
  z.strictObject({ kind: z.literal(kind), ...common, ...KINDS[kind].settings() }),
) as unknown as [SchemaOfAny, ...SchemaOfAny[]]

export const questionSchema = z.discriminatedUnion('kind', schemas).superRefine((question, context) => {
  for (const { path, message } of mannerOf(question).contradictions?.(question) ?? [])
    context.addIssue({ code: 'custom', path, message })
})
