import { z } from 'zod'
import { listBrowsers, withdrawBrowser, withdrawBrowsersOf } from '@/db/queries/browsers'
import { findContact } from '@/db/queries/people'
import { done, notDone } from '../done'
import { deed } from './deed'
import { deedOn } from './deed_on'
import { moment, nothing } from './shapes'

/** Browsers that remember a contact, since they wished it there. */

const ofContact = z.object({ id: z.uuid() })

export const readBrowsers = deed({
  summary: 'The browsers that remember a contact, or did, the newest first',
  may: 'people',
  input: ofContact,
  gives: z.object({
    browsers: z.array(
      z.object({
        id: z.uuid(),
        formName: z.string().describe('The form in which they wished it'),
        createdAt: moment,
        expiresAt: moment,
        withdrawnAt: moment.nullable(),
        byVisitor: z.boolean().describe('Whether somebody in it said that they are not this person'),
        knows: z.boolean().describe('Whether it still knows them'),
        seenAt: moment.nullable().describe('When it was seen last since, with a form that knows people again'),
      }),
    ),
  }),
  refusals: { 404: 'No such contact' },
  async run({ context: { db }, workspaceId }, { id }) {
    if (!(await findContact(db, workspaceId, id))) return notDone(404, 'There is no such contact.')
    return done({ browsers: await listBrowsers(db, workspaceId, id) })
  },
})

export const dropBrowser = deedOn({
  summary: 'Have a browser know somebody no more, for good',
  may: 'answer',
  missing: 'No browser that knows somebody has this id.',
  leaves: 'dropBrowser',
  run: ({ db }, workspaceId, id) => withdrawBrowser(db, workspaceId, id, false),
})

export const dropBrowsers = deed({
  summary: 'Have every browser that knows a contact know them no more, for good',
  may: 'answer',
  input: ofContact,
  gives: nothing,
  refusals: { 404: 'No browser knows them' },
  leaves: {
    deed: 'dropBrowsers',
    about: async ({ id }, _, { context, workspaceId }) => (await findContact(context.db, workspaceId, id))?.email ?? '',
  },
  run: async ({ context: { db }, workspaceId }, { id }) =>
    (await withdrawBrowsersOf(db, workspaceId, id)) ? done(null) : notDone(404, 'No browser knows them.'),
})
