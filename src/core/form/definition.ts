import { z } from 'zod'
import { forVisitors, saidToVisitors } from '../answers/for_visitors'
import { siteSchema } from '../formats/site'
import { lookSchema } from '../look/look'
import { shownAsSchema } from '../answers/shown_as'
import { FREE_MERGE_NAMES, nameSchema, pathSchema, templateSchema, wordingSchema } from '../answers/name'
import { outcomeSchema, outcomeWhenSchema, USUAL_OUTCOME } from './outcomes'
import { expectationSchema, landingSchema, whenSchema } from './parts'
import { fillSchema } from '../origins/registry'
import { questionSchema } from './question'
import { PACES } from './paces'
import { trySchema } from './tries'
import { turnsSchema } from './turn'
import { waitsSchema } from './waits'
import { languagesSchema, translationsSchema } from './translation'

/**
 * A form as one JSON document: what is asked, carried, landed and told.
 * A draft holds one, every release holds one, and `/schemas/form.json` describes it.
 */

const carriedSchema = z.strictObject({
  name: nameSchema,
  label: wordingSchema.describe('What reports and messages call it'),
  fill: z.array(fillSchema).max(10).default([]),
  lands: z.array(landingSchema).max(5).default([]),
})

const stepSchema = z.strictObject({
  name: nameSchema,
  title: forVisitors(z.string().trim().max(300)).describe('Empty for a step without a heading'),
  shownAs: shownAsSchema(),
  shownWhen: whenSchema,
  questions: z.array(questionSchema).max(100).default([]),
})

const joinSchema = z.strictObject({
  list: nameSchema.describe('The list to join'),
  consent: nameSchema.describe('The consent question that must be ticked'),
  when: whenSchema.describe('What else must hold'),
})

const openingSchema = z.strictObject({
  title: templateSchema(200).describe('What the record is called'),
  again: z.enum(['another', 'same']).default('another').describe('Opens another, or updates the one it opened before'),
  by: nameSchema
    .nullable()
    .default(null)
    .describe(
      'The field that tells one from another: the one of before is the same only where it holds what is answered',
    ),
  moves: z
    .array(z.strictObject({ when: whenSchema, to: z.string().min(1).max(200) }))
    .max(20)
    .default([])
    .describe('Which stage or status it gets: the first of these that holds'),
  ended: z
    .array(z.string().min(1).max(200))
    .max(50)
    .optional()
    .describe(
      'Stages or statuses in which the one of before is the same no more; where left out, won and lost, or done',
    ),
})

/** What a form does to records that says nothing of it. */
export const USUAL_RECORDS = {
  contact: 'open',
  phone: 'before link',
  company: false,
  deal: null,
  request: null,
  broughtBy: null,
  owner: 'nobody',
} as const

const recordsSchema = z
  .strictObject({
    contact: z.enum(['open', 'known']).default('open').describe('Whether an unknown address makes a new contact'),
    phone: z
      .enum(['before link', 'after link', 'never'])
      .default('before link')
      .describe(
        'Where no email address is answered, whether a phone number tells who it is, before or after what they are known by: their personal link, or a browser that remembers them',
      ),
    company: z.boolean().default(false).describe('Whether the company is matched, or opened'),
    deal: openingSchema.nullable().default(null),
    request: openingSchema.nullable().default(null),
    broughtBy: nameSchema
      .nullable()
      .default(null)
      .describe('The value with the referral code of whoever brought its sender along'),
    owner: z
      .enum(['nobody', 'desk', 'company'])
      .default('nobody')
      .describe(
        'Who sees to records that nobody sees to yet: an owner of the desk that is told, in turn; or the company’s, where that has one',
      ),
  })
  .default(USUAL_RECORDS)
  .describe('The records a submission opens or updates')

const routeSchema = z.strictObject({
  cells: z
    .record(pathSchema, expectationSchema)
    .default({})
    .describe('What each value must be; a value without a cell may be anything'),
  desk: nameSchema,
  message: nameSchema,
})

const routingSchema = z.strictObject({
  hit: z
    .enum(['first', 'all'])
    .default('first')
    .describe('Whether the first row that fits tells its desk, or all that fit do'),
  columns: z.array(pathSchema).max(12).default([]),
  rows: z.array(routeSchema).max(200).default([]),
  otherwise: z
    .strictObject({ desk: nameSchema, message: nameSchema })
    .nullable()
    .default(null)
    .describe('Who is told when no row fits'),
})

const messageSchema = z.strictObject({
  name: nameSchema,
  title: wordingSchema,
  to: z.enum(['desk', 'visitor']),
  subject: forVisitors(templateSchema(200)),
  body: forVisitors(templateSchema(20_000)),
  when: whenSchema,
  waits: waitsSchema,
})

/** What a form says itself of one connection. */
const targetSchema = z.strictObject({
  connection: nameSchema,
  use: z.boolean().default(true).describe('Whether submissions go there, whatever the connection says of every form'),
  when: whenSchema,
})

/** Colours a mark can have: that of what is wrong, of the text, of the button. */
export const MARK_COLOURS = ['fault', 'text', 'accent'] as const

/** The format of definitions written now; `upgrade.ts` reads older ones. */
const FORMAT = 'lichen-form-2'

export const formSchema = z
  .strictObject({
    format: z.literal(FORMAT).default(FORMAT),
    title: forVisitors(templateSchema(200).refine((text) => text !== '', 'Give the form a title')),
    intro: forVisitors(templateSchema(2000)).default(''),
    steps: z.array(stepSchema).min(1).max(40),
    carried: z.array(carriedSchema).max(100).default([]),
    records: recordsSchema,
    joins: z.array(joinSchema).max(20).default([]),
    routing: routingSchema.default({ hit: 'first', columns: [], rows: [], otherwise: null }),
    messages: z.array(messageSchema).max(50).default([]),
    targets: z.array(targetSchema).max(50).default([]).describe('Connections that the form chooses, or leaves out'),
    outcomes: z
      .array(outcomeWhenSchema)
      .max(20)
      .default([])
      .describe('What visitors see after sending: the first that fits'),
    outcome: outcomeSchema.default(USUAL_OUTCOME).describe('What they see where none of those fits'),
    wording: z
      .strictObject({
        back: saidToVisitors(wordingSchema).default('Back'),
        next: saidToVisitors(wordingSchema).default('Next'),
        last: saidToVisitors(z.string().trim().max(300))
          .default('')
          .describe('Before the last step; as next where it is empty'),
        send: saidToVisitors(wordingSchema).default('Send'),
      })
      .default({ back: 'Back', next: 'Next', last: '', send: 'Send' }),
    marks: z
      .strictObject({
        on: z.enum(['required', 'optional']).default('required').describe('Which questions carry the mark'),
        symbol: forVisitors(z.string().trim().min(1).max(20))
          .default('*')
          .describe('A sign, or a word such as “optional”'),
        colour: z.enum(MARK_COLOURS).default('fault').describe('A colour of the page by its part in it'),
      })
      .default({ on: 'required', symbol: '*', colour: 'fault' })
      .describe('How visitors are told which questions must be answered'),
    pace: z.enum(PACES).default('steps').describe('How much is asked at once'),
    look: lookSchema.describe('How the pages look'),
    keepUnfinished: z
      .boolean()
      .default(false)
      .describe('Keep the answers of people who stop midway; visitors are told'),
    turns: turnsSchema,
    remembers: z
      .boolean()
      .default(false)
      .describe(
        'Offer people who came by a personal link to be remembered in their browser, and know again who wished it',
      ),
    asksOrigin: z
      .boolean()
      .default(false)
      .describe(
        'Ask visitors before it is kept where they came from: the page before and around, tags, the first page',
      ),
    languages: languagesSchema,
    translations: translationsSchema,
    tries: z.array(trySchema).max(30).default([]).describe('Test values: people made up, to try the form as'),
    inSearch: z.boolean().default(false).describe('Whether search engines may show its page'),
    framedBy: z.array(siteSchema).max(20).default([]).describe('Sites that may show the form in a frame of theirs'),
    sentFrom: z
      .array(siteSchema)
      .max(20)
      .default([])
      .describe('Sites whose own pages ask it in their own HTML, and send what they are told'),
  })
  .superRefine(refuseRepeatedNames)
  .describe('A Lichen form definition')

export type Form = z.output<typeof formSchema>
/** A definition as people write it: everything that has a default may be left out. */
export type FormInput = z.input<typeof formSchema>
export type Step = Form['steps'][number]
export type Question = Step['questions'][number]
export type CarriedValue = Form['carried'][number]
export type Landing = z.output<typeof landingSchema>
export type Opening = z.output<typeof openingSchema>
export type Marks = Form['marks']
export type Routing = Form['routing']
export type Route = Routing['rows'][number]
export type Message = Form['messages'][number]
export type ChosenTarget = Form['targets'][number]

/** Names tell values apart in reports, conditions and messages, so no two values share one. */
function refuseRepeatedNames(
  form: {
    steps: { name: string; questions: { name: string }[] }[]
    carried: { name: string }[]
    messages: { name: string }[]
    outcomes: { name: string }[]
    targets: { connection: string }[]
    tries: { name: string }[]
  },
  context: z.RefinementCtx,
) {
  const seen = new Set<string>()
  const take = (name: string, path: (string | number)[]) => {
    if (FREE_MERGE_NAMES.has(name))
      context.addIssue({ code: 'custom', path, message: `“${name}” is kept for messages` })
    else if (seen.has(name)) context.addIssue({ code: 'custom', path, message: `Two values are called “${name}”` })
    seen.add(name)
  }
  form.steps.forEach((step, s) =>
    step.questions.forEach((question, q) => take(question.name, ['steps', s, 'questions', q, 'name'])),
  )
  form.carried.forEach((carried, c) => take(carried.name, ['carried', c, 'name']))
  refuseTwins(form.steps, 'steps', context)
  refuseTwins(form.messages, 'messages', context)
  refuseTwins(form.outcomes, 'outcomes', context)
  refuseTwins(form.tries, 'tries', context)
  const chosen = form.targets.map(({ connection }) => ({ name: connection }))
  refuseTwins(chosen, 'targets', context)
}

function refuseTwins(items: { name: string }[], key: string, context: z.RefinementCtx) {
  items.forEach(({ name }, index) => {
    if (items.findIndex((item) => item.name === name) < index)
      context.addIssue({
        code: 'custom',
        path: [key, index, 'name'],
        message: `Two of the ${key} are called “${name}”`,
      })
  })
}
