import { z } from 'zod'
import { tellVisitorsDifferences } from '@/core/form/as_visitors_see'
import { type Form, formSchema } from '@/core/form/definition'
import { tellDifferences } from '@/core/form/differences'
import type { Finding } from '@/core/examine/finding'
import { readForm as readDraft, readStored } from '@/core/form/stored'
import { findTakenAway, tellTakenAway } from '@/core/form/taken_away'
import { callOffRelease as callOff, planRelease as plan } from '@/db/queries/planned_releases'
import { countHolding, findRelease } from '@/db/queries/releases'
import type { StoredForm } from '@/db/queries/forms'
import { type Actor, memberOf } from '../access/actor'
import { type Done, done, notDone } from '../done'
import { readPlanned } from '../forms/readPlanned'
import { findFaults, releaseAs, type Released, releaseForm as releaseDraft } from '../forms/releaseForm'
import { heavily } from '../heavy'
import { readReleases as listReleases } from '../readout/readReleases'
import { readAddressOf } from '../hosts/base'
import { deed } from './deed'
import { formNamed, ofForm, withForm } from './of_form'
import { finding, moment, range } from './shapes'

const CHANGED = 'The draft has changed since this page was opened. Look at it again first.'

/** How far ahead a release can be planned, in milliseconds. */
const LONGEST_AHEAD = 366 * 24 * 60 * 60 * 1000

/** Releases of a form: those there were, with their numbers, the next one, and the way back to one of before. */

const released = z.object({ number: z.number(), changes: z.array(z.string()), url: z.string() })

export const releaseForm = deed({
  summary: 'Release the draft',
  may: 'release',
  input: z.strictObject({
    slug: z.string().max(200),
    from: z.int().min(0).max(2_000_000_000).nullable().default(null).describe('Only if the draft is this revision'),
  }),
  gives: released,
  refusals: { 404: 'No such form', 409: 'The draft has changed meanwhile', 422: 'The draft has faults' },
  leaves: {
    deed: 'releaseForm',
    about: async (asked, { number }, by) => `${await formNamed(asked, null, by)}, release ${number}`,
  },
  run: (by, { slug, from }) =>
    withForm(by, slug, async (form) => {
      if (from !== null && form.draftRevision !== from) return notDone(409, CHANGED)
      return tellReleased(by, slug, await releaseDraft(by.context.db, form, memberOf(by), null))
    }),
})

async function tellReleased(
  { context: { db, config }, workspaceId }: Actor,
  slug: string,
  made: Released,
): Promise<Done<z.input<typeof released>>> {
  if (!made.ok) return notDone(422, sayFaults(made.faults), { findings: made.faults })
  const url = await readAddressOf(db, config.LICHEN_URL, workspaceId, slug)
  return done({ number: made.number, changes: made.changes, url })
}

const sayFaults = (faults: readonly Finding[]): string => faults.map(({ text }) => text).join(' ')

const planned = z.object({
  at: moment,
  who: z.string().describe('Who planned it'),
  plannedAt: moment,
  draftRevision: z.number().describe('The draft as it was then is what will be released'),
  changes: z.array(z.string()).describe('What it would change by now, in words'),
  refused: z
    .array(z.string())
    .nullable()
    .describe('Why it was not made once its moment had come; null while it is to come'),
})

export const planRelease = deed({
  summary: 'Plan to release the draft, as it is now, at a moment to come; in place of what was planned before',
  may: 'release',
  input: z.strictObject({
    slug: z.string().max(200),
    from: z.int().min(0).max(2_000_000_000).nullable().default(null).describe('Only if the draft is this revision'),
    at: z.iso
      .datetime({ offset: true })
      .transform((text) => new Date(text))
      .describe('When, within a year'),
  }),
  gives: z.null(),
  refusals: {
    404: 'No such form',
    409: 'The draft has changed meanwhile',
    422: 'The draft has faults, or the moment is not to come',
  },
  leaves: { deed: 'planRelease', about: formNamed },
  run: (by, { slug, from, at }) =>
    withForm(by, slug, async (form) => {
      const { db } = by.context
      if (from !== null && form.draftRevision !== from) return notDone(409, CHANGED)
      if (at <= new Date()) return notDone(422, 'Choose a moment that is to come.')
      if (at.getTime() - Date.now() > LONGEST_AHEAD) return notDone(422, 'Choose a moment within a year.')
      const definition = readDraft(form.draft)
      const faults = await findFaults(db, by.workspaceId, definition)
      if (faults.length > 0) return notDone(422, sayFaults(faults), { findings: faults })
      const { id: formId, workspaceId, draftRevision } = form
      await db
        .transaction()
        .execute((tx) => plan(tx, { formId, workspaceId, definition, draftRevision, at, doer: by.doer }))
      return done(null)
    }),
})

export const callOffRelease = deed({
  summary: 'Call off a release that is planned, or put away why one was not made',
  may: 'release',
  input: z.strictObject(ofForm.shape),
  gives: z.null(),
  refusals: { 404: 'No such form, or nothing is planned' },
  leaves: { deed: 'callOffRelease', about: formNamed },
  run: (by, { slug }) =>
    withForm(by, slug, async ({ id }) =>
      (await callOff(by.context.db, id)) ? done(null) : notDone(404, 'Nothing is planned.'),
    ),
})

export const readReleases = deed({
  summary: 'Every release of a form, the latest first, with its numbers beside those of the one before',
  may: 'read',
  input: ofForm,
  gives: z.object({
    planned: planned.nullable().describe('What is to be released at a moment that somebody set'),
    releases: z.array(
      z.object({
        id: z.uuid(),
        number: z.number(),
        changes: z.array(z.string()).describe('What changed since the one before, in words'),
        releasedAt: moment,
        by: z.string().nullable().describe('Who released it; null for a program'),
        arrived: z.number(),
        sent: z.number(),
        finish: range.nullable().describe('Sent of arrived, with its 95 % range'),
        beside: z
          .object({ number: z.number(), difference: z.number(), low: z.number(), high: z.number() })
          .nullable()
          .describe('By how much that is more than at the release before that anybody arrived at, with its 95 % range'),
      }),
    ),
  }),
  refusals: { 404: 'No such form' },
  run: (by, { slug }) =>
    withForm(by, slug, async (form) => {
      const [all, next] = await Promise.all([
        heavily(() => listReleases(by.context.db, form.id)),
        readPlanned(by.context.db, form),
      ])
      return done({ planned: next, releases: all })
    }),
})

const ofRelease = z.strictObject({ ...ofForm.shape, number: z.coerce.number().int().min(1).max(2_000_000_000) })

type Found = { form: StoredForm; live: Form; then: Form; replacedAt: Date }

/** Does something with a release of before and the one that is live. */
const withRelease = <T>(
  by: Actor,
  { slug, number }: z.output<typeof ofRelease>,
  run: (found: Found) => Promise<Done<T>>,
): Promise<Done<T>> =>
  withForm(by, slug, async (form) => {
    const release = await findRelease(by.context.db, form.id, number)
    if (!release || !form.liveDefinition) return notDone(404, 'There is no such release.')
    if (!release.replacedAt) return notDone(409, `Release ${number} is live already.`)
    const [live, then] = [readStored(form.liveDefinition), readStored(release.definition)]
    return run({ form, live, then, replacedAt: release.replacedAt })
  })

export const weighReturn = deed({
  summary: 'What going back to a release of before comes to: what changes, what it takes away, what stands in its way',
  may: 'read',
  input: ofRelease,
  gives: z.object({
    definition: formSchema.describe('As it was released'),
    changes: z.array(z.string()).describe('What changes, in words'),
    noticed: z.array(z.string()).describe('What of it visitors notice'),
    takenAway: z
      .array(z.string())
      .describe('Answers that would have no place, languages and translations that would go'),
    faults: z.array(finding).describe('What stands in its way'),
  }),
  refusals: { 404: 'No such form, or release', 409: 'It is live already' },
  run: (by, input) =>
    withRelease(by, input, async ({ form, live, then, replacedAt }) => {
      const { db } = by.context
      const away = findTakenAway(live, then)
      const names = away.values.map(({ name }) => name)
      const [held, faults] = await Promise.all([
        heavily(() => countHolding(db, form.id, names, replacedAt)),
        findFaults(db, by.workspaceId, then),
      ])
      return done({
        definition: then,
        changes: tellDifferences(live, then),
        noticed: tellVisitorsDifferences(live, then),
        takenAway: tellTakenAway(away, held),
        faults,
      })
    }),
})

export const bringBack = deed({
  summary: 'Make a release of before live again, as the next one; the draft stays as it is',
  may: 'release',
  input: ofRelease,
  gives: released,
  refusals: { 404: 'No such form, or release', 409: 'It is live already', 422: 'It has faults by now' },
  leaves: {
    deed: 'bringBack',
    about: async (asked, { number }, by) =>
      `${await formNamed(asked, null, by)}, release ${asked.number} as release ${number}`,
  },
  run: (by, input) =>
    withRelease(by, input, async ({ form, then }) =>
      tellReleased(by, input.slug, await releaseAs(by.context.db, form, then, memberOf(by), null)),
    ),
})
