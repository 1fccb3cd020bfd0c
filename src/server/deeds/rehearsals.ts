import { z } from 'zod'
import { nameSchema } from '@/core/answers/name'
import { formSchema } from '@/core/form/definition'
import { readStored } from '@/core/form/stored'
import { findContact } from '@/db/queries/people'
import * as stored from '@/db/queries/rehearsals'
import { done, notDone } from '../done'
import { runRehearsals as runKept } from '../forms/runRehearsals'
import { memberOf } from '../access/actor'
import { deed } from './deed'
import { deedOn } from './deed_on'
import { ofForm, withForm } from './of_form'
import { answers, moment } from './shapes'

/** Rehearsals that are kept with a form. */

export const readRehearsals = deed({
  summary: 'Kept rehearsals of a form, in the order they were kept',
  may: 'people',
  input: ofForm,
  gives: z.object({
    rehearsals: z.array(
      z.object({
        id: z.uuid(),
        title: z.string(),
        values: answers,
        contact: z.uuid().nullable().describe('Sent as the holder of this contact’s personal link'),
        remembered: z.boolean().describe('Known by a browser that remembers them, and not by a personal link'),
        contactEmail: z.string().nullable(),
        tried: z.string().nullable().describe('Sent as somebody made up: the name of test values of the form'),
        keptBy: z.string().nullable(),
        keptAt: moment,
      }),
    ),
  }),
  refusals: { 404: 'No such form' },
  run: (by, { slug }) =>
    withForm(by, slug, async ({ id }) => done({ rehearsals: await stored.listRehearsals(by.context.db, id) })),
})

/** Most characters of the answers of one, as JSON. */
const LONGEST = 60_000

export const keepRehearsal = deed({
  summary: 'Keep answers with the form, to be run before each release; the id is yours to choose, once for each',
  may: 'edit',
  input: z.strictObject({
    slug: z.string().max(200),
    id: z.uuid(),
    title: z.string().trim().min(1, 'Give the rehearsal a name').max(200),
    values: answers.refine((values) => JSON.stringify(values).length <= LONGEST, 'These answers are too long to keep'),
    contact: z.uuid().nullable().default(null),
    remembered: z
      .boolean()
      .default(false)
      .describe('Known by a browser that remembers them, and not by a personal link'),
    tried: nameSchema.nullable().default(null),
  }),
  gives: z.object({ id: z.uuid(), title: z.string() }),
  refusals: { 404: 'No such form or contact', 409: 'The form keeps as many as it can, or the id is taken' },
  leaves: { deed: 'keepRehearsal', about: ({ title }) => title },
  run: (by, { slug, ...rehearsal }) =>
    withForm(by, slug, async (form) => {
      const { db } = by.context
      if (rehearsal.contact && !(await findContact(db, by.workspaceId, rehearsal.contact)))
        return notDone(404, 'There is no such contact.')
      switch (await stored.keepRehearsal(db, form, { ...rehearsal, keptBy: memberOf(by) })) {
        case 'kept':
          return done({ id: rehearsal.id, title: rehearsal.title })
        case 'taken':
          return notDone(409, 'This id is taken. Choose another.')
        case 'full':
          return notDone(409, `A form keeps ${stored.MOST_REHEARSALS} rehearsals. Remove one first.`)
      }
    }),
})

export const dropRehearsal = deedOn({
  summary: 'Remove a kept rehearsal',
  may: 'edit',
  missing: 'No rehearsal has this id.',
  leaves: 'dropRehearsal',
  run: ({ db }, workspaceId, id) => stored.removeRehearsal(db, workspaceId, id),
})

const lines = z.array(z.string())

export const runRehearsals = deed({
  summary: 'Run every kept rehearsal through the draft, or another definition, and the live release; nothing is done',
  may: 'people',
  input: z.strictObject({
    slug: z.string().max(200),
    draft: formSchema.optional().describe('Run in place of the draft'),
  }),
  gives: z.object({
    runs: z.array(
      z.object({
        id: z.uuid(),
        title: z.string(),
        errors: z.array(z.object({ name: z.string(), message: z.string() })).describe('What it would be refused for'),
        told: lines.describe('The desks that are told'),
        since: z
          .object({ gone: lines, come: lines })
          .nullable()
          .describe('What goes otherwise than through the live release; null where there is none'),
      }),
    ),
  }),
  refusals: { 404: 'No such form' },
  run: (by, { slug, draft }) =>
    withForm(by, slug, async (form) =>
      done({ runs: await runKept(by.context.db, form, draft ?? readStored(form.draft)) }),
    ),
})
