import { nameSchema } from '@/core/answers/name'
import { z } from 'zod'
import { answersSchema } from '@/core/form/answers_schema'
import type { AnswerError } from '@/core/form/check'
import { type Form, formSchema } from '@/core/form/definition'
import { labelAt } from '@/core/form/values'
import { readStored } from '@/core/form/stored'
import { FORM_STATES } from '@/core/form/state'
import { exportConditions } from '@/core/form/json_logic'
import { FORM_KEYS, FORM_SHELVES } from '@/db/queries/forms'
import { copyRehearsals } from '@/db/queries/rehearsals'
import { findContact } from '@/db/queries/people'
import { done, notDone } from '../done'
import { COPY_PARTS, copyAs, speaksOf } from '@/core/form/copy'
import { TAKEN } from '../forms/changeForm'
import { createForm } from '../forms/createForm'
import { examineSeen } from '@/core/examine/seen'
import { readSeen } from '@/db/queries/seen'
import { examineDraft } from '../forms/examineDraft'
import { listForms } from '../forms/listForms'
import { planDraft as planOf } from '../forms/planDraft'
import { findLiveForm } from '../forms/live'
import { sendTest as sendAsTest } from '../forms/sendTest'
import { saveDraft as writeDraft } from '../forms/saveDraft'
import { readReadout as countReadout } from '../readout/readReadout'
import { readSummaries } from '../readout/readSummaries'
import { defaultSpan } from '../readout/span'
import { heavily } from '../heavy'
import { memberOf } from '../access/actor'
import { deed } from './deed'
import { listSchema, slugSchema } from './lists'
import { formNamed, ofForm, standing, withForm } from './of_form'
import { plan as planShape } from './plan_shape'
import { daySchema, finding, moment, pageOf, range, linkParameters } from './shapes'

/** Forms: their drafts, plans and numbers. */

const listedForm = z.object({
  id: z.uuid(),
  slug: z.string(),
  name: z.string(),
  folder: z.string(),
  campaign: z.string(),
  owner: z.string().nullable(),
  release: z.number().nullable().describe('Number of the live release'),
  state: z.enum(FORM_STATES),
  stands: standing,
  updatedAt: moment,
  arrived: z.number(),
  sent: z.number(),
  unfinished: z.number(),
  finish: range.nullable().describe('Sent of arrived in 30 days, with its 95 % range'),
})

export const readForms = deed({
  summary: 'Forms of the workspace, by name',
  may: 'read',
  input: listSchema(FORM_KEYS).extend({
    shelf: z.enum(FORM_SHELVES).default('in use').describe('Those in use are open or closed'),
  }),
  gives: pageOf('forms', listedForm),
  async run({ context, workspaceId }, filter) {
    const { rows, next } = await heavily(() => listForms(context.db, workspaceId, filter))
    return done({ forms: rows, next })
  },
})

const newForm = {
  name: z.string().trim().min(1).max(200),
  slug: slugSchema.optional().describe('Made from the name when left out'),
  folder: z.string().trim().max(100).default(''),
  campaign: z.string().trim().max(100).default(''),
}

const madeForm = z.object({ id: z.uuid(), slug: z.string(), name: z.string() })

export const addForm = deed({
  summary: 'Make a form',
  may: 'edit',
  input: z.strictObject({ ...newForm, draft: formSchema.optional() }),
  gives: madeForm,
  refusals: { 409: 'The slug is taken' },
  leaves: { deed: 'addForm', about: ({ name }) => name },
  async run(by, input) {
    const made = await createForm(by.context.db, by.workspaceId, input, memberOf(by))
    return made ? done({ ...made, name: input.name }) : notDone(409, TAKEN)
  },
})

export const copyForm = deed({
  summary: 'Make a form with the same draft under a title of its own',
  may: 'edit',
  input: z.strictObject({
    of: z.string().max(200),
    ...newForm,
    title: z
      .string()
      .trim()
      .min(1)
      .max(200)
      .optional()
      .describe('What visitors read at its head; the name when left out'),
    without: z.array(z.enum(COPY_PARTS)).max(COPY_PARTS.length).default([]).describe('What is not to come along'),
  }),
  gives: madeForm.extend({
    speaksOf: z
      .array(z.object({ key: z.string(), text: z.string() }))
      .describe('Its texts in which the title or the name of the other form still stands, by their places'),
  }),
  refusals: { 404: 'No such form', 409: 'The slug is taken' },
  leaves: { deed: 'copyForm', about: ({ name }) => name },
  run: (by, { of, title, without, ...input }) =>
    withForm(by, of, async (form) => {
      const before = readStored(form.draft)
      const draft = copyAs(before, title ?? input.name, without)
      const made = await createForm(by.context.db, by.workspaceId, { ...input, draft }, memberOf(by))
      if (!made) return notDone(409, TAKEN)
      if (!without.includes('rehearsals')) await copyRehearsals(by.context.db, form.id, made.id)
      const names = [before.title, form.name].filter((name) => name !== draft.title)
      return done({ ...made, name: input.name, speaksOf: speaksOf(draft, names) })
    }),
})

const draftAnswer = z.object({ revision: z.number(), draft: formSchema })

export const readDraft = deed({
  summary: 'The draft: a form definition as in /schemas/form.json',
  may: 'read',
  input: ofForm,
  gives: draftAnswer,
  refusals: { 404: 'No such form' },
  run: (by, { slug }) =>
    withForm(by, slug, ({ draft, draftRevision }) =>
      Promise.resolve(done({ revision: draftRevision, draft: readStored(draft) })),
    ),
})

export const saveDraft = deed({
  summary: 'Replace the draft',
  may: 'edit',
  input: z.strictObject({
    slug: z.string().max(200),
    draft: formSchema,
    from: z.int().min(0).max(2_000_000_000).nullish().describe('The revision it was made from; null for any'),
  }),
  gives: draftAnswer,
  refusals: {
    404: 'No such form',
    412: 'Somebody saved another draft meanwhile',
    422: 'The definition is not sound',
    428: 'Nobody said which draft it replaces',
  },
  leaves: { deed: 'saveDraft', about: formNamed, onceIn: 30 },
  run: (by, { slug, draft, from }) =>
    withForm(by, slug, async (form) => {
      // RFC 6585, 3: who does not say what they replace may undo what somebody else has just saved.
      if (from === undefined)
        return notDone(428, 'Say with If-Match which draft this replaces: its ETag, or * for any.')
      const saved = await writeDraft(by.context.db, form, draft, from, memberOf(by))
      if (saved.ok) return done({ revision: saved.revision, draft })
      const { by: who, revision, theirs } = saved
      return notDone(412, `${who} saved another draft of this form meanwhile.`, { by: who, revision, theirs })
    }),
})

export const readAnswersSchema = deed({
  summary: 'JSON Schema of the draft’s answers',
  may: 'read',
  input: ofForm,
  gives: z.record(z.string(), z.unknown()),
  refusals: { 404: 'No such form' },
  run: (by, { slug }) =>
    withForm(by, slug, ({ draft }) =>
      Promise.resolve(done(answersSchema(readStored(draft)) as Record<string, unknown>)),
    ),
})

const rules = z.record(z.string(), z.unknown())

export const readConditions = deed({
  summary:
    'The draft’s conditions as JsonLogic, about values whose text is in lower case and whose blanks are left out',
  may: 'read',
  input: ofForm,
  gives: z.object({ steps: rules, questions: rules, messages: rules, targets: rules, records: rules }),
  refusals: { 404: 'No such form' },
  run: (by, { slug }) => withForm(by, slug, ({ draft }) => Promise.resolve(done(exportConditions(readStored(draft))))),
})

export const readFindings = deed({
  summary: 'What there is to say of the draft: what could not be released, what would surprise its owner',
  may: 'read',
  input: ofForm,
  gives: z.object({ findings: z.array(finding) }),
  refusals: { 404: 'No such form' },
  run: (by, { slug }) =>
    withForm(by, slug, async (form) => {
      const { db } = by.context
      const draft = readStored(form.draft)
      const live = form.liveDefinition ? readStored(form.liveDefinition) : null
      const [findings, seen] = await Promise.all([
        examineDraft(db, by.workspaceId, draft),
        form.liveReleaseId ? readSeen(db, form.id, form.liveReleaseId) : null,
      ])
      return done({ findings: [...findings, ...examineSeen(draft, live, seen)] })
    }),
})

const given = z.record(z.string(), z.unknown())

export const planDraft = deed({
  summary: 'What the draft, or another definition, would do with these answers; nothing is done',
  may: 'people',
  input: z.strictObject({
    slug: z.string().max(200),
    draft: formSchema.optional().describe('Planned in place of the draft'),
    values: given.default({}),
    carried: given.default({}).describe('Carried values to take as they are; the others are filled'),
    link: linkParameters.default({}),
    contact: z.uuid().nullish().describe('Plan as the holder of this contact’s personal link'),
    remembered: z.boolean().default(false).describe('Plan as the contact in a browser that remembers them'),
    tried: nameSchema.nullish().describe('Plan as somebody made up: the name of test values of the definition'),
  }),
  gives: planShape.extend({
    errors: z.array(z.object({ name: z.string(), message: z.string() })).describe('What answers would be refused for'),
    examined: z.array(finding).describe('What there is to say of the draft'),
    turns: z
      .array(z.array(z.string()))
      .describe('What is asked in turn this time, the next time, and so on, if all of it is answered'),
  }),
  refusals: { 404: 'No such form, contact or test values' },
  run: (by, { slug, draft: other, contact = null, tried: name = null, ...input }) =>
    withForm(by, slug, async (form) => {
      const { db } = by.context
      if (contact && !(await findContact(db, by.workspaceId, contact))) return notDone(404, 'There is no such contact.')
      const draft = other ?? readStored(form.draft)
      const tried = draft.tries.find((one) => one.name === name)
      if (name !== null && !tried) return notDone(404, 'The form has no such test values.')
      const { plan, errors, turns } = await planOf(db, draft, form, { ...input, contact, tried })
      return done({
        ...plan,
        errors,
        turns,
        examined: await examineDraft(db, by.workspaceId, draft),
      })
    }),
})

const tellIn =
  (form: Form) =>
  ({ name, message }: AnswerError): string =>
    `“${labelAt(form, name)}”: ${message}`

export const sendTest = deed({
  summary: 'Send answers through the live release as a test: applied like any other, marked as one, counted nowhere',
  may: 'answer',
  input: z.strictObject({
    slug: z.string().max(200),
    values: given,
    contact: z.uuid().nullish().describe('Send as the holder of this contact’s personal link'),
  }),
  gives: z.object({ submission: z.uuid() }),
  refusals: { 404: 'No such form or contact', 409: 'It takes no answers now', 422: 'Some answers are wrong' },
  run: (by, { slug, values, contact = null }) =>
    withForm(by, slug, async (form) => {
      const { visitors: db } = by.context
      if (contact && !(await findContact(db, by.workspaceId, contact))) return notDone(404, 'There is no such contact.')
      const live = await findLiveForm(db, form.slug)
      if (live?.formId !== form.id)
        return notDone(409, 'Release it first: a test goes through the release that is live.')
      const sent = await sendAsTest(db, live, { values, contact })
      if (sent.ok) return done({ submission: sent.submission })
      if (sent.why === 'wrong') {
        const errors = sent.errors.map(({ name, message }) => ({ path: ['values', name], message }))
        return notDone(422, ['Not sent.', ...sent.errors.slice(0, 1).map(tellIn(live.form))].join(' '), { errors })
      }
      return notDone(409, 'Too much is sent to this form just now.')
    }),
})

export const spanSchema = z.object({ from: daySchema.optional(), to: daySchema.optional() })

const figures = { arrived: z.number(), began: z.number(), sent: z.number() }

const counts = z.array(z.object({ words: z.string(), n: z.number(), share: range.nullable() }))

const summary = z.object({
  name: z.string(),
  label: z.string(),
  asked: z.number(),
  answered: z.number(),
  notNeeded: z.number().describe('Who sent the form and were not asked, since it was known of them'),
  of: z.discriminatedUnion('is', [
    z.object({ is: z.literal('counts'), rows: counts }),
    z.object({
      is: z.literal('numbers'),
      rows: counts.describe('How many lie in each of a few equal stretches; none for days and times'),
      words: z
        .object({ least: z.string(), lower: z.string(), median: z.string(), upper: z.string(), most: z.string() })
        .nullable(),
    }),
    z.object({
      is: z.literal('places'),
      rows: z.array(
        z.object({
          words: z.string(),
          n: z.number().describe('People who gave it a place'),
          place: z
            .object({
              mean: z.number(),
              range: z.object({ low: z.number(), high: z.number() }).nullable().describe('95 %'),
            })
            .nullable(),
        }),
      ),
    }),
    z.object({
      is: z.literal('grid'),
      columns: z.array(z.string()),
      rows: z.array(z.object({ words: z.string(), answered: z.number(), cells: counts })),
    }),
    z.object({
      is: z.literal('texts'),
      latest: z.array(z.string()).describe('None for whoever may not see people'),
    }),
  ]),
})

export const readReadout = deed({
  summary: 'A form’s numbers',
  may: 'read',
  input: spanSchema.extend(ofForm.shape),
  gives: z.object({
    from: z.string(),
    to: z.string(),
    ...figures,
    unfinished: z.number(),
    returned: z.number(),
    finish: range.nullable(),
    medianSeconds: z.number().nullable(),
    brought: z
      .number()
      .nullable()
      .describe('People brought along by a referral code; none where the form asks for none'),
    steps: z.array(z.object({ name: z.string(), title: z.string(), reached: z.number(), left: z.number() })),
    sources: z.array(z.object({ source: z.string(), ...figures, finish: range.nullable() })),
    days: z.array(z.object({ day: z.string(), arrived: z.number(), sent: z.number() })),
    answered: z.array(summary),
  }),
  refusals: { 404: 'No such form' },
  run: (by, { slug, ...span }) =>
    withForm(by, slug, async ({ id, liveDefinition, draft, timeZone }) => {
      const { from, to } = defaultSpan(span, new Date(), timeZone)
      const form = readStored(liveDefinition ?? draft)
      const { db } = by.context
      const [numbers, answered] = await Promise.all([
        countReadout(db, id, form, from, to),
        readSummaries(db, id, form, from, to, by.rights.has('people')),
      ])
      return done({ ...numbers, answered })
    }),
})
