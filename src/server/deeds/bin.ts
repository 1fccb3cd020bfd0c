import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import {
  addSubmissionNote as writeNote,
  binSubmissions as bin,
  dropSubmissionNote as removeNote,
  restoreSubmissions as restore,
} from '@/db/queries/bin'
import { inTurn } from '../changes/inTurn'
import { putBack } from '../changes/putBack'
import { done, notDone } from '../done'
import { removeSubmissions as removeForGood } from '../submissions/removeSubmissions'
import { deed } from './deed'
import { deedOn } from './deed_on'

/** Submissions put into the bin and out of it, and what colleagues should know of one. */

const ids = z.array(z.uuid()).min(1).max(1000)

export const binSubmissions = deed({
  summary: 'Put submissions into the bin: they count nowhere until they are restored',
  may: 'answer',
  input: z.strictObject({
    ids,
    back: z.boolean().default(false).describe('Whether what they did to people, companies and deals is put back'),
  }),
  gives: z.object({ binned: z.array(z.uuid()).describe('Those that were not there') }),
  leaves: { deed: 'binSubmissions', about: (_, { binned }) => String(binned.length) },
  async run({ context: { db }, workspaceId, doer }, { ids: asked, back }) {
    // In turn with what is applied: both count what people sent.
    const binned = await inTurn(db, workspaceId, (tx) => bin(tx, workspaceId, asked, doer.name))
    // What cannot be put back stays, as it does by hand.
    if (back) for (const cause of binned) await putBack(db, workspaceId, { cause }, doer)
    return done({ binned })
  },
})

export const restoreSubmissions = deed({
  summary: 'Take submissions out of the bin: they count again',
  may: 'answer',
  input: z.strictObject({ ids }),
  gives: z.object({ restored: z.array(z.uuid()) }),
  leaves: { deed: 'restoreSubmissions', about: (_, { restored }) => String(restored.length) },
  run: async ({ context: { db }, workspaceId }, { ids: asked }) =>
    done({ restored: await inTurn(db, workspaceId, (tx) => restore(tx, workspaceId, asked)) }),
})

export const removeSubmissions = deed({
  summary: 'Remove submissions for good that are in the bin; what they did to people stays',
  may: 'answer',
  input: z.strictObject({ ids }),
  gives: z.object({ removed: z.number() }),
  run: async ({ context: { db }, workspaceId, doer }, { ids: asked }) =>
    done({ removed: await removeForGood(db, workspaceId, asked, doer) }),
})

export const noteSubmission = deed({
  summary: 'Write a note to a submission',
  may: 'answer',
  input: z.strictObject({ id: z.uuid(), text: z.string().trim().min(1, 'Write something').max(20_000) }),
  gives: z.object({ id: z.uuid() }),
  refusals: { 404: 'No such submission' },
  leaves: { deed: 'noteSubmission', about: () => '' },
  async run({ context, workspaceId, doer }, { id: submission, text }) {
    const id = randomUUID()
    const isWritten = await writeNote(context.db, workspaceId, { id, submission, text, who: doer.name })
    return isWritten ? done({ id }) : notDone(404, 'There is no such submission.')
  },
})

export const dropSubmissionNote = deedOn({
  summary: 'Take a note of a submission away',
  may: 'answer',
  missing: 'No note has this id.',
  leaves: 'dropSubmissionNote',
  run: ({ db }, workspaceId, id) => removeNote(db, workspaceId, id),
})
