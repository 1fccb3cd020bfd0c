import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import { readStored } from '@/core/form/stored'
import { addPastRun, findPastArrival, findPastRun, MOST_PAST, PAST_DAYS, stopPastRun } from '@/db/queries/past_runs'
import { readResources } from '@/db/queries/workspace'
import { done, notDone } from '../done'
import { heavily } from '../heavy'
import { meetArrival as meet } from '../past_runs/meetArrival'
import { deed } from './deed'
import { ofForm, withForm } from './of_form'
import { moment } from './shapes'

/** What past arrivals of a form would meet in its draft. */

const pastRun = z.object({
  id: z.uuid(),
  state: z.enum(['running', 'stopped', 'done']),
  release: z.number().describe('Number of the release that was live as it began: what the draft is compared with'),
  draftRevision: z.number().describe('The draft that they are run through'),
  all: z.number().describe(`How many arrived in ${PAST_DAYS} days`),
  of: z.number().describe(`How many of them are gone through: the latest ${MOST_PAST} at most`),
  done: z.number().describe('How many have been by now'),
  refused: z.number().describe('How many would be refused'),
  otherwise: z.number().describe('How many would go otherwise'),
  asked: z.record(z.string(), z.number()).describe('How many would be asked what is new, by what it is called'),
  error: z.string().nullable(),
  who: z.string(),
  begunAt: moment,
  arrivals: z
    .array(
      z.object({
        id: z.uuid(),
        met: z.enum(['refused', 'otherwise']),
        receivedAt: moment,
        email: z.string().nullable(),
      }),
    )
    .describe('The latest of those that would not go as they did'),
})

export const readPastRun = deed({
  summary: 'What past arrivals would meet in the draft, as far as they were run through it',
  may: 'people',
  input: ofForm,
  gives: z.object({ run: pastRun.nullable() }),
  refusals: { 404: 'No such form' },
  run: (by, { slug }) => withForm(by, slug, async ({ id }) => done({ run: await findPastRun(by.context.db, id) })),
})

export const beginPastRun = deed({
  summary: `Begin to run the arrivals of the last ${PAST_DAYS} days through the draft; nothing is done with them`,
  may: 'people',
  input: z.strictObject(ofForm.shape),
  gives: z.object({ id: z.uuid() }),
  refusals: { 404: 'No such form', 409: 'It was never released' },
  run: (by, { slug }) =>
    withForm(by, slug, async (form) => {
      const { db } = by.context
      const { liveReleaseId: releaseId } = form
      if (!releaseId) return notDone(409, 'Nothing has arrived: the form was never released.')
      const id = randomUUID()
      const about = { id, workspaceId: by.workspaceId, formId: form.id, who: by.doer.name }
      await heavily(() =>
        db
          .transaction()
          .execute((tx) =>
            addPastRun(tx, { ...about, draft: readStored(form.draft), draftRevision: form.draftRevision, releaseId }),
          ),
      )
      return done({ id })
    }),
})

export const haltPastRun = deed({
  summary: 'Stop running past arrivals through the draft, where that is under way; what was found by then stays',
  may: 'people',
  input: z.strictObject(ofForm.shape),
  gives: z.null(),
  refusals: { 404: 'No such form' },
  run: (by, { slug }) =>
    withForm(by, slug, async ({ id }) => {
      await stopPastRun(by.context.db, id, null)
      return done(null)
    }),
})

export const meetArrival = deed({
  summary: 'What one arrival of before would meet in the draft as it is now, line by line; nothing is done with it',
  may: 'people',
  input: ofForm.extend({ id: z.uuid().describe('The submission') }),
  gives: z.object({
    met: z.enum(['same', 'otherwise', 'refused']),
    asked: z.array(z.string()).describe('What is new and would be asked as well'),
    gone: z.array(z.string()).describe('What it does through the live release, and would not through the draft'),
    come: z.array(z.string()).describe('What it would do through the draft, and does not through the live release'),
  }),
  refusals: { 404: 'No such form or arrival', 409: 'It was never released' },
  run: (by, { slug, id }) =>
    withForm(by, slug, async (form) => {
      const { db } = by.context
      if (!form.liveDefinition) return notDone(409, 'Nothing has arrived: the form was never released.')
      const arrival = await findPastArrival(db, form.id, id)
      if (!arrival) return notDone(404, 'There is no such arrival.')
      const forms = { live: readStored(form.liveDefinition), draft: readStored(form.draft) }
      const { met, asked, difference } = await meet(db, form, forms, arrival, await readResources(db, by.workspaceId))
      return done({ met, asked, ...difference })
    }),
})
