import { z } from 'zod'
import { theirNameSchema, nameSchema, wordingSchema } from '@/core/answers/name'
import { COUNTRIES } from '@/core/answers/countries'
import { inletSettingsSchema, USUAL_INLET } from '@/core/inlets/inlet'
import { LOOKS } from '@/core/inlets/learn'
import { agreeOnSenses } from '@/core/inlets/propose'
import { KIND_NAMES } from '@/core/kinds/registry'
import { nameFrom } from '@/core/form/name_from'
import { readForm } from '@/core/form/stored'
import {
  addInlet as add,
  dropInlet as drop,
  findInlet,
  listInlets,
  type StoredInlet,
  writeInlet,
} from '@/db/queries/inlets'
import type { StoredForm } from '@/db/queries/forms'
import { readResources } from '@/db/queries/workspace'
import { type Actor, memberOf } from '../access/actor'
import { type Done, done, notDone } from '../done'
import { saveDraft } from '../forms/saveDraft'
import { pointHtml } from '../inlets/point_html'
import { makeSecret } from '../inlets/secret'
import { addressOfInlet, learnOf, showInlet } from '../inlets/show_inlet'
import { deed } from './deed'
import { ofForm, withForm } from './of_form'
import { moment } from './shapes'

/** Inlets of a form: addresses that take submissions from forms built elsewhere. */

/** Most inlets of a form. */
const MOST = 20

const NONE = { 404: 'No such form, or no such inlet' }

const ofInlet = ofForm.extend({ name: z.string().max(60) })

const settingsShape = z.object({
  sites: z.array(z.string()),
  sentPage: z.string().nullable(),
  wrongPage: z.string().nullable(),
  trap: z.string().nullable(),
  leftOut: z.array(z.string()),
  dates: z.enum(['day first', 'month first']),
  country: z.enum(COUNTRIES).nullable(),
  files: z.boolean(),
})

const partOf = z.string().max(60).optional().describe('The part of its answer')

/** What a field of theirs is here. */
const senseSchema = z.discriminatedUnion('to', [
  z.object({ to: z.literal('question'), question: z.string().max(60), part: partOf }),
  z.object({
    to: z.literal('new'),
    value: z.string().max(500).describe('Fields of the same value become parts of one question'),
    label: wordingSchema,
    kind: z.enum(KIND_NAMES),
    part: partOf,
  }),
  z.object({ to: z.literal('nothing') }),
])

const cameField = z.object({
  name: z.string(),
  text: z.string().nullable(),
  file: z.object({ id: z.uuid(), name: z.string(), bytes: z.number() }).nullable(),
})

const counts = { waiting: z.number(), taken: z.number(), held: z.number() }

export const readInlets = deed({
  summary: 'The inlets of a form, with how much came to each',
  may: 'read',
  input: ofForm,
  gives: z.object({
    inlets: z.array(
      z.object({
        name: z.string(),
        title: z.string(),
        ...counts,
        lastAt: moment.nullable().describe('When one came last'),
      }),
    ),
  }),
  refusals: { 404: 'No such form' },
  run: (by, { slug }) => withForm(by, slug, async ({ id }) => done({ inlets: await listInlets(by.context.db, id) })),
})

export const readInlet = deed({
  summary: 'An inlet: what was learned from what came, what its fields are likely to be, and the latest posts',
  may: 'people',
  input: ofInlet,
  gives: z.object({
    name: z.string(),
    title: z.string(),
    url: z.string().describe('Where the form elsewhere sends to'),
    settings: settingsShape,
    signed: z.boolean().describe('Whether posts must be signed (Standard Webhooks)'),
    draftUnderstands: z.boolean(),
    liveUnderstands: z.boolean(),
    ...counts,
    fields: z.array(
      z.object({
        name: z.string().describe('As the form elsewhere calls it'),
        filled: z.number(),
        samples: z.array(z.string()),
        distinct: z.number(),
        look: z.enum(LOOKS).nullable(),
        several: z.boolean(),
        long: z.boolean(),
        files: z.boolean(),
        sense: senseSchema,
        because: z.string(),
        released: z.boolean(),
      }),
    ),
    notAsked: z.array(z.string()).describe('What the draft requires and the form elsewhere does not ask'),
    posts: z.array(
      z.object({
        id: z.uuid(),
        state: z.enum(['waiting', 'taken', 'held']),
        came: z.array(cameField),
        test: z.boolean(),
        wrong: z.array(z.object({ name: z.string(), message: z.string() })),
        submission: z.uuid().nullable(),
        receivedAt: moment,
      }),
    ),
  }),
  refusals: NONE,
  run: (by, { slug, name }) =>
    withForm(by, slug, async (form) => {
      const shown = await showInlet(by.context.db, form, name)
      return shown ? done(shown) : notDone(404, 'There is no such inlet.')
    }),
})

export const addInlet = deed({
  summary: 'Make an inlet: an address that takes submissions from a form built elsewhere',
  may: 'edit',
  input: ofForm.extend({
    name: nameSchema.optional().describe('Stands in its address; made of the title where it is left out'),
    title: wordingSchema,
  }),
  gives: z.object({ name: z.string(), url: z.string() }),
  refusals: { 404: 'No such form', 409: 'There is one of this name, or too many' },
  leaves: { deed: 'addInlet', about: ({ slug, title }) => `${title}, ${slug}` },
  run: (by, { slug, title, name: wanted }) =>
    withForm(by, slug, async (form) => {
      const { db } = by.context
      const { id: formId, workspaceId } = form
      const before = (await listInlets(db, formId)).map((inlet) => inlet.name)
      const name = wanted ?? nameFrom(title, before)
      const made = await add(db, { workspaceId, formId, name, title, settings: USUAL_INLET }, MOST)
      if (made === 'taken') return notDone(409, 'The form has an inlet of this name.')
      if (made === 'too many') return notDone(409, `A form has ${MOST} inlets at most. Drop one first.`)
      return withInlet(by, form, name, async (inlet) => done({ name, url: await addressOfInlet(db, inlet) }))
    }),
})

export const changeInlet = deed({
  summary: 'Set an inlet',
  may: 'edit',
  input: ofInlet.extend({ title: wordingSchema, settings: inletSettingsSchema }),
  gives: z.object({ title: z.string(), settings: settingsShape }),
  refusals: { ...NONE, 422: 'A setting is not sound' },
  leaves: { deed: 'changeInlet', about: ({ slug, title }) => `${title}, ${slug}`, onceIn: 10 },
  run: (by, { slug, name, title, settings }) =>
    withForm(by, slug, (form) =>
      withInlet(by, form, name, async ({ id }) => {
        await writeInlet(by.context.db, id, { title, settings })
        return done({ title, settings })
      }),
    ),
})

export const agreeOnInlet = deed({
  summary: 'Say in the draft what the fields of a form elsewhere are; a release makes it so',
  may: 'edit',
  input: ofInlet.extend({
    agreed: z.array(z.object({ name: theirNameSchema, sense: senseSchema })).max(500),
  }),
  gives: z.object({ revision: z.number() }),
  refusals: { ...NONE, 409: 'Somebody saved another draft meanwhile' },
  leaves: { deed: 'agreeOnInlet', about: ({ slug, name }) => `${name}, ${slug}`, onceIn: 10 },
  run: (by, { slug, name, agreed }) =>
    withForm(by, slug, (form) =>
      withInlet(by, form, name, async (inlet) => {
        const { db } = by.context
        const [learned, { fields }] = await Promise.all([learnOf(db, inlet), readResources(db, form.workspaceId)])
        const draft = agreeOnSenses(readForm(form.draft), name, agreed, learned, fields)
        const leftOut = agreed.flatMap((one) => (one.sense.to === 'nothing' ? [one.name] : []))
        const saved = await saveDraft(db, form, draft, form.draftRevision, memberOf(by))
        if (!saved.ok) return notDone(409, 'The draft was changed meanwhile. Try again.')
        await writeInlet(db, inlet.id, { title: inlet.title, settings: { ...inlet.settings, leftOut } })
        return done({ revision: saved.revision })
      }),
    ),
})

export const signInlet = deed({
  summary: 'Have posts to an inlet signed (Standard Webhooks); gives the secret, which is told once',
  may: 'edit',
  input: ofInlet,
  gives: z.object({ secret: z.string() }),
  refusals: NONE,
  leaves: { deed: 'signInlet', about: ({ slug, name }) => `${name}, ${slug}` },
  run: (by, { slug, name }) =>
    withForm(by, slug, (form) =>
      withInlet(by, form, name, async (inlet) => {
        const { told, sealed } = makeSecret(inlet)
        await writeInlet(by.context.db, inlet.id, { ...inlet, secret: sealed })
        return done({ secret: told })
      }),
    ),
})

export const unsignInlet = deed({
  summary: 'Have posts to an inlet signed no more',
  may: 'edit',
  input: ofInlet,
  gives: z.null(),
  refusals: NONE,
  leaves: { deed: 'unsignInlet', about: ({ slug, name }) => `${name}, ${slug}` },
  run: (by, { slug, name }) =>
    withForm(by, slug, (form) =>
      withInlet(by, form, name, async (inlet) => {
        await writeInlet(by.context.db, inlet.id, { ...inlet, secret: null })
        return done(null)
      }),
    ),
})

export const dropInlet = deed({
  summary: 'Drop an inlet: nothing is taken at its address any more. What was taken stays',
  may: 'edit',
  input: ofInlet.extend({
    untaken: z.coerce
      .number()
      .int()
      .min(0)
      .max(1_000_000_000)
      .default(0)
      .describe('How many posts that were not taken may go with it'),
  }),
  gives: z.null(),
  refusals: { ...NONE, 409: 'More posts that were not taken would go with it' },
  leaves: { deed: 'dropInlet', about: ({ slug, name }) => `${name}, ${slug}` },
  run: (by, { slug, name, untaken }) =>
    withForm(by, slug, (form) =>
      withInlet(by, form, name, async ({ id }) =>
        (await drop(by.context.db, id, untaken))
          ? done(null)
          : notDone(409, 'More posts that were not taken would go with it than you said.'),
      ),
    ),
})

export const pointHtmlAt = deed({
  summary: 'Somebody’s own HTML, made to send to an inlet',
  may: 'read',
  input: ofInlet.extend({ html: z.string().max(200_000) }),
  gives: z.object({
    html: z.string(),
    forms: z.number(),
    fields: z.array(z.string()).describe('Names of their fields'),
    nameless: z.number().describe('Fields without a name, which send nothing'),
  }),
  refusals: NONE,
  run: (by, { slug, name, html }) =>
    withForm(by, slug, (form) =>
      withInlet(by, form, name, async (inlet) =>
        done(pointHtml(html, await addressOfInlet(by.context.db, inlet), inlet.settings.trap)),
      ),
    ),
})

async function withInlet<T>(
  { context: { db } }: Actor,
  { id }: StoredForm,
  name: string,
  run: (inlet: StoredInlet) => Promise<Done<T>>,
): Promise<Done<T>> {
  const inlet = await findInlet(db, id, name)
  return inlet ? run(inlet) : notDone(404, 'There is no such inlet.')
}
