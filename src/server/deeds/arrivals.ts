import { z } from 'zod'
import { ORIGINS } from '@/core/origins/origin'
import { listSubmissions, listUnfinished, SUBMISSION_KEYS, UNFINISHED_KEYS } from '@/db/queries/arrivals'
import {
  DELIVERY_KEYS,
  listDeliveries,
  putDeliveryAside,
  resendDelivery,
  WHICH_DELIVERIES,
} from '@/db/queries/deliveries'
import { SUSPICIONS } from '@/core/spam/suspect'
import { requeueSubmission, settleSpam as settle } from '@/db/queries/submissions'
import { done, notDone } from '../done'
import { showSubmission } from '../submissions/showSubmission'
import { formsOfRows, tellFor } from '../submissions/tell_rows'
import { heavily } from '../heavy'
import { deed } from './deed'
import { deedOn } from './deed_on'
import { listSchema, slugSchema } from './lists'
import { outcome, plan } from './plan_shape'
import {
  answers,
  daySchema,
  deliveryBody,
  deliveryState,
  linkParameters,
  moment,
  note,
  nothing,
  pageOf,
} from './shapes'

/** Submissions, unfinished entries and deliveries: read, run again, sent again. */

export const stateSchema = z.enum(['received', 'applied', 'failed', 'spam'])

/** What a list is narrowed to: everything but spam where it is left out. */
export const narrowedSchema = z
  .enum([...stateSchema.options, 'settled', 'binned', 'test'])
  .describe(
    '`spam`: what nobody has settled yet; `settled`: spam that somebody left as such; `binned`: what is in the bin; `test`: what colleagues sent to try a form',
  )

const suspicions = z.array(z.enum(SUSPICIONS)).describe('What made it look like a machine’s')

const told = z
  .array(z.object({ name: z.string(), label: z.string(), words: z.string() }))
  .describe('What was answered, in the words of the form')

const submissionRow = z.object({
  id: z.uuid(),
  form: z.string(),
  formName: z.string(),
  release: z.number(),
  state: stateSchema,
  contact: z.uuid().nullable(),
  email: z.string().nullable(),
  person: z.string().nullable().describe('What people call the contact'),
  values: answers,
  told,
  error: z.string().nullable(),
  suspicions,
  settledAt: moment.nullable().describe('When somebody left it as spam'),
  binnedAt: moment.nullable().describe('When it was put into the bin'),
  isTest: z.boolean().describe('Whether a colleague sent it to try the form: it counts nowhere'),
  receivedAt: moment,
  appliedAt: moment.nullable(),
  desks: z.array(z.string()).nullable().describe('Who was told'),
  undelivered: z.number().describe('Deliveries that were given up'),
})

export const readSubmissions = deed({
  summary: 'Submissions, newest first; spam only where it is asked for',
  may: 'people',
  input: listSchema(SUBMISSION_KEYS).extend({ form: slugSchema.optional(), state: narrowedSchema.optional() }),
  gives: pageOf('submissions', submissionRow),
  async run({ context, workspaceId }, filter) {
    const { rows, next } = await heavily(() => listSubmissions(context.db, workspaceId, filter))
    const formOf = await formsOfRows(context.db, workspaceId, rows)
    return done({ submissions: rows.map((row) => ({ ...row, told: tellFor(formOf(row), row.values) })), next })
  },
})

const unfinishedRow = z.object({
  id: z.uuid(),
  form: z.string(),
  formName: z.string(),
  release: z.number(),
  answers: answers.nullable(),
  told,
  steps: z.array(z.string()).describe('Steps that were reached, in order'),
  gotTo: z.string().nullable().describe('Title of the last of them'),
  source: z.string(),
  returnedAt: moment.nullable(),
  contact: z.uuid().nullable(),
  email: z.string().nullable(),
  lastAt: moment,
})

export const readUnfinished = deed({
  summary: 'Entries that were left midway by people who did not send after all, the last touched first',
  may: 'people',
  input: listSchema(UNFINISHED_KEYS).extend({
    form: slugSchema.optional(),
    from: daySchema.optional().describe('First day of arriving, in the workspace’s zone'),
    to: daySchema.optional().describe('Last day of arriving'),
  }),
  gives: pageOf('unfinished', unfinishedRow),
  async run({ context, workspaceId }, filter) {
    const { rows, next } = await heavily(() => listUnfinished(context.db, workspaceId, filter))
    const formOf = await formsOfRows(context.db, workspaceId, rows)
    const told = rows.map((row) => {
      const form = formOf(row)
      const last = form?.steps.find(({ name }) => name === row.steps.at(-1))
      return { ...row, gotTo: last?.title ?? null, told: tellFor(form, row.answers) }
    })
    return done({ unfinished: told, next })
  },
})

const origins = z.record(z.string(), z.enum(ORIGINS))

const delivery = z.object({
  id: z.uuid(),
  key: z.string(),
  body: deliveryBody,
  because: z.string(),
  connection: z.string().nullable().describe('Title of the connection it goes over'),
  state: deliveryState,
  attempts: z.number(),
  error: z.string().nullable(),
  createdAt: moment,
  dueAt: moment.nullable().describe('Not before this, as planned; null for what goes out at once'),
  nextAt: moment.nullable(),
  settledAt: moment.nullable(),
  asideFor: z.string().nullable().describe('Why it was put aside'),
  asideBy: z.string().nullable().describe('Who did'),
  submission: z.uuid().nullable().describe('The submission that made it; null where something else did'),
  formName: z.string().nullable(),
})

export const readSubmission = deed({
  summary: 'One submission with the plan that ran and its deliveries',
  may: 'people',
  input: z.object({ id: z.uuid() }),
  gives: z.object({
    id: z.uuid(),
    form: z.string(),
    formName: z.string(),
    release: z.number(),
    state: stateSchema,
    values: answers,
    origins,
    link: linkParameters,
    pageBefore: z.string().nullable(),
    locale: z.string().nullable().describe('Language and region that the visitor was spoken to in (BCP 47)'),
    outcome,
    plan: plan.nullable(),
    error: z.string().nullable(),
    suspicions,
    settledAt: moment.nullable(),
    contact: z.uuid().nullable(),
    email: z.string().nullable(),
    source: z.string().nullable(),
    beganAt: moment.nullable(),
    receivedAt: moment,
    appliedAt: moment.nullable(),
    undoneBy: z.uuid().nullable().describe('The cause that put back all it did, as long as that stands'),
    undoneWho: z.string().nullable(),
    undoneAt: moment.nullable(),
    binnedAt: moment.nullable().describe('When it was put into the bin: it counts nowhere until it is restored'),
    binnedBy: z.string().nullable(),
    isTest: z.boolean().describe('Whether a colleague sent it to try the form: it counts nowhere'),
    notes: z.array(note),
    erasedWho: z.string().nullable(),
    erasedAt: moment.nullable().describe('When whoever sent it was erased: what is left tells of nobody'),
    deliveries: z.array(delivery),
    corrections: z
      .array(z.object({ id: z.uuid(), who: z.string().nullable(), at: moment, before: answers }))
      .describe('Corrections of its answers that stand, the latest first, each with the answers before it'),
  }),
  refusals: { 404: 'No such submission' },
  async run({ context, workspaceId }, { id }) {
    const shown = await showSubmission(context.db, workspaceId, id)
    return shown ? done(shown.submission) : notDone(404, 'There is no such submission.')
  },
})

export const runAgain = deedOn({
  summary: 'Apply a submission again that could not be applied',
  may: 'answer',
  missing: 'No failed submission has this id.',
  leaves: 'runAgain',
  run: ({ db }, workspaceId, id) => requeueSubmission(db, workspaceId, id, 'failed'),
})

export const sayReal = deedOn({
  summary: 'Say that a submission kept as spam is a person’s: it is applied like any other',
  may: 'answer',
  missing: 'No submission kept as spam has this id.',
  leaves: 'sayReal',
  run: ({ db }, workspaceId, id) => requeueSubmission(db, workspaceId, id, 'spam'),
})

export const settleSpam = deed({
  summary: 'Leave submissions as spam, so that nobody need look at them again, or take that back',
  may: 'answer',
  input: z.object({ ids: z.array(z.uuid()).min(1).max(1000), settled: z.boolean().default(true) }),
  gives: z.object({ settled: z.number().describe('How many it was done to') }),
  leaves: { deed: 'settleSpam', about: ({ settled: is }, { settled }) => `${settled}${is ? '' : ', taken back'}` },
  run: async ({ context, workspaceId }, { ids, settled }) =>
    done({ settled: await settle(context.db, workspaceId, ids, settled) }),
})

export const readOutbox = deed({
  summary: 'Deliveries to the outside, newest first',
  may: 'people',
  input: listSchema(DELIVERY_KEYS).extend({
    which: z.enum(WHICH_DELIVERIES).default('all').describe('Those that are not delivered yet, put aside, or all'),
  }),
  gives: pageOf('deliveries', delivery),
  async run({ context, workspaceId }, filter) {
    const { rows, next } = await heavily(() => listDeliveries(context.db, workspaceId, filter))
    return done({ deliveries: rows, next })
  },
})

export const putAside = deed({
  summary: 'Put aside a delivery that was given up, or that still waits for its time: it goes out no more',
  may: 'answer',
  input: z.strictObject({
    id: z.uuid(),
    reason: z.string().trim().min(1, 'Say why').max(300),
  }),
  gives: nothing,
  refusals: { 404: 'No delivery that was given up or waits for its time has this id' },
  leaves: { deed: 'putAside', about: ({ reason }) => reason },
  run: async ({ context, workspaceId, doer }, { id, reason }) =>
    (await putDeliveryAside(context.db, workspaceId, id, reason, doer.name))
      ? done(null)
      : notDone(404, 'No delivery that was given up or waits for its time has this id.'),
})

export const sendAgain = deedOn({
  summary: 'Send a delivery now that has not got through, or still waits for its time, with all its attempts before it',
  may: 'answer',
  missing: 'No delivery that waits has this id.',
  leaves: 'sendAgain',
  run: ({ db }, workspaceId, id) => resendDelivery(db, workspaceId, id),
})
