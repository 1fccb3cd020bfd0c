import { z } from 'zod'
import type { Answer, Answers } from '@/core/answers/answer'
import { hoursSchema } from '@/core/dispatch/hours'
import { TARGET_NAMES } from '@/core/dispatch/targets/registry'
import { FIELD_TYPES, type FieldType, RECORD_TYPES } from '@/core/fields/field'

/** Shapes of what deeds give, as programs get it. */

/** A moment; goes out as ISO 8601 in UTC. */
export const moment = z.date()

/** A day as it is asked for. */
export const daySchema = z.iso
  .date()
  .refine((day) => day >= '2000-01-01' && day <= '2999-12-31', 'Give a day from 2000-01-01 to 2999-12-31')
  .describe('A day in the workspace’s time zone, YYYY-MM-DD')

/** Nothing but that it was done. */
export const nothing = z.null()

const scalar = z.union([z.string(), z.number(), z.boolean()])

/** An answer: blank, plain, a list, or a record of parts. */
export const answer: z.ZodType<Answer, Answer> = z
  .lazy(() => z.union([z.null(), scalar, z.array(scalar), z.record(z.string(), answer)]))
  .meta({ id: 'answer' })

/** Answers or stored values by name. */
export const answers: z.ZodType<Answers, Answers> = z.record(z.string(), answer)

/** A page of a list. */
export const pageOf = <Name extends string, Row extends z.ZodType>(name: Name, row: Row) =>
  z.object({
    ...({ [name]: z.array(row) } as Record<Name, z.ZodArray<Row>>),
    next: z.string().nullable().describe('Cursor of the page after; null on the last'),
  })

export const record = z.enum(RECORD_TYPES)

const option = z.object({ value: z.string(), label: z.string() })

export const field = z.object({
  record,
  name: z.string(),
  label: z.string(),
  type: z.enum(FIELD_TYPES as [FieldType, ...FieldType[]]),
  options: z.array(option),
  retired: z.boolean(),
})

/** A member whom records belong to. */
export const owner = z.object({ id: z.string(), name: z.string() })

export const desk = z.object({
  name: z.string(),
  title: z.string(),
  addresses: z.array(z.string()),
  hours: hoursSchema.nullish().describe('When somebody is there; null where it says nothing of that'),
  owners: z.array(owner).readonly().optional().describe('Members who own what it is told of, each in turn'),
  turn: z.number().optional().describe('How often one of them has been given something'),
})

const listWords = z.object({
  subject: z.string().describe('Of the mail that asks; blank for our own words, as all of them'),
  body: z.string(),
  page: z.string().describe('What the page says on which they confirm'),
  thanks: z.string().describe('What is read once they have confirmed'),
})

export const listWordings = z.partialRecord(z.string(), listWords).describe('By language')

export const list = z.object({
  name: z.string(),
  title: z.string(),
  confirm: listWordings.nullish().describe('How it asks to be confirmed by mail; null where a consent is enough'),
})

export const target = z.enum(TARGET_NAMES)

export const connection = z.object({
  name: z.string(),
  title: z.string(),
  target,
  settings: z.record(z.string(), z.string()).describe('Without its secrets'),
  everyForm: z.boolean(),
  retired: z.boolean(),
})

export const rest = z
  .object({
    since: moment.describe('Of the first try that came to nothing'),
    until: moment.describe('When it is tried again'),
    failures: z.number().describe('Tries in a row that came to nothing'),
    error: z.string().describe('What the last of them met'),
    waiting: z.number().describe('Deliveries that wait for it'),
  })
  .describe('A way out whose other end does not answer as it should is left alone for a while, longer each time')

export const causeSort = z
  .enum(['submission', 'member', 'program', 'merge', 'import', 'put back', 'visitor', 'keeping'])
  .describe(
    'What sort of cause it has; `visitor`: whoever it is of, by a mail; `keeping`: its time was up, by a rule of the house',
  )

export const change = z.object({
  id: z.uuid(),
  record: z.uuid().describe('The record itself, or one that was merged into it'),
  field: z
    .string()
    .describe(
      'A field’s name; of what is no field, `_company`, `_contact`, `_merged`, `_brought`, `_owner`, `_domain`, `_there`, and `_list.`, `_pending.`, `_note.`, `_submission.`, `_link.` or `_proposed.` with what it is',
    ),
  from: answer,
  to: answer,
  because: z.string(),
  at: moment,
  cause: z.uuid(),
  sort: causeSort,
  deed: z.string().describe('What was done, as History names it'),
  who: z.string().nullable().describe('What whoever did it was called then; null for a visitor'),
  undoneBy: z.uuid().nullable().describe('The cause that put all of it back, as long as that stands'),
  submission: z.uuid().nullable(),
  isTest: z.boolean().nullable().describe('Whether a colleague sent it to try the form; null where nothing was sent'),
  formName: z.string().nullable(),
  release: z.number().nullable(),
})

export const note = z.object({ id: z.uuid(), text: z.string(), who: z.string().nullable(), writtenAt: moment })

/** What a submission proposes for a field of a record, whose sender did not prove who they are. */
export const proposal = z.object({
  field: z.string(),
  value: answer,
  submission: z.uuid(),
  formName: z.string().nullable(),
  at: moment,
})

/** What was merged into a record. */
export const part = z.object({ id: z.uuid(), key: z.string(), title: z.string() })

/** A deal or a request, where it shows on somebody's page. */
export const opened = z.object({
  id: z.uuid(),
  type: record,
  key: z.string(),
  values: answers,
  formName: z.string().nullable(),
  createdAt: moment,
})

const mailBody = z.object({
  to: z.literal('mail'),
  from: z.object({ name: z.string(), address: z.string() }),
  recipients: z.array(z.string()),
  replyTo: z.string().nullable(),
  subject: z.string(),
  text: z.string(),
  date: z.string(),
  leave: z
    .object({ contact: z.uuid(), words: z.string() })
    .optional()
    .describe('Who leaves lists by it, and what is said before the way to do so'),
  confirm: z
    .object({ submission: z.uuid(), words: z.string() })
    .optional()
    .describe('Which submission somebody says to be theirs by it, and what is said before the way to do so'),
  join: z
    .object({ ask: z.uuid(), words: z.string() })
    .optional()
    .describe('Which asking to join lists somebody answers by it, and what is said before the way to do so'),
  withheld: z
    .object({ submission: z.uuid() })
    .optional()
    .describe('It goes out only once lists are confirmed that this submission asked about'),
  files: z
    .array(
      z.object({
        id: z.uuid(),
        name: z.string(),
        type: z.string(),
        bytes: z.number(),
        address: z.string(),
        attached: z.boolean(),
      }),
    )
    .optional()
    .describe('Files that came with the submission, and whether they go with the mail'),
})

const crmBody = z.object({ to: z.literal('crm'), email: z.string(), values: answers, revision: z.number() })

const webhookBody = z.object({
  to: z.literal('webhook'),
  event: z.object({
    type: z.literal('submission.applied'),
    timestamp: z.string(),
    data: z.object({
      submission: z.string(),
      form: z.object({ slug: z.string(), name: z.string(), release: z.number() }),
      received_at: z.string(),
      test: z.boolean().optional().describe('Whether a colleague sent it to try the form'),
      values: answers,
      answered: z.array(z.object({ name: z.string(), label: z.string(), words: z.string() })),
      person: z.object({ email: z.string().nullable(), known: z.boolean() }),
      records: z.array(z.object({ record, opened: z.boolean(), set: answers })),
      lists: z.array(z.string()),
    }),
  }),
})

/** What a delivery carries. */
export const deliveryBody = z.discriminatedUnion('to', [mailBody, crmBody, webhookBody]).meta({ id: 'delivery' })

export const deliveryState = z
  .enum(['waiting', 'delivered', 'given_up', 'put_aside'])
  .describe('`put_aside`: given up, and nobody need look at it again')

/** What a link said: text by the parameter’s name, or a list of what stood there more than once. */
export const linkParameters = z.record(z.string(), z.union([z.string(), z.array(z.string())]))

export const range = z.object({ rate: z.number(), low: z.number(), high: z.number() })

/** What the analysis says of a draft. */
export const finding = z.object({
  severity: z.enum(['fault', 'warning', 'note']).describe('A fault stops a release'),
  place: z.enum(['compose', 'records', 'dispatch']),
  about: z.string().describe('The value, step, message, outcome or row it is about; empty for the form as a whole'),
  text: z.string(),
  example: z.string().optional().describe('Answers it happens with, in words'),
})
