import { z } from 'zod'
import { answerSchema } from '@/core/answers/given'
import { done } from '../done'
import { putBack as putBackCause } from '../changes/putBack'
import { changeRecord as setFields } from '../people/changeRecord'
import { giveOwner as give } from '../people/giveOwner'
import { settleProposals as settle } from '../people/proposals'
import { addNote as writeNote, changeNote as rewriteNote } from '../people/notes'
import { deed } from './deed'
import { answer, proposal, record } from './shapes'
import { listWaitingProposals } from '@/db/queries/proposals'

/** What members and programs change of people, companies, deals and requests, and what they put back. */

const cause = z.uuid().nullable().describe('The cause it has from now on; null where all was so already')

/** Most that are read at once: those settled make room for the rest. */
const MOST_PROPOSALS = 500

const textSchema = z.string().trim().min(1, 'Write something').max(20_000)

export const changeRecord = deed({
  summary: 'Set fields of a contact, a company, a deal or a request; null empties one',
  may: 'answer',
  input: z.strictObject({
    id: z.uuid(),
    values: z.record(z.string().max(60), answerSchema.nullable()).refine((values) => Object.keys(values).length <= 200),
  }),
  gives: z.object({ cause }),
  refusals: { 404: 'No such record', 409: 'Another record is known by that', 422: 'A field is wrong' },
  async run({ context, workspaceId, doer }, { id, values }) {
    const changed = await setFields(context.db, workspaceId, id, values, doer)
    return changed.ok ? done({ cause: changed.value }) : changed
  },
})

export const giveOwner = deed({
  summary: 'Give a contact, a company, a deal or a request an owner, a member who sees to it; null for nobody',
  may: 'answer',
  input: z.strictObject({ id: z.uuid(), owner: z.string().max(100).nullable() }),
  gives: z.object({ cause }),
  refusals: { 404: 'No such record', 422: 'No such member' },
  async run({ context, workspaceId, doer }, { id, owner }) {
    const given = await give(context.db, workspaceId, id, owner, doer)
    return given.ok ? done({ cause: given.value }) : given
  },
})

export const readProposals = deed({
  summary: 'What unproven senders propose for fields of any record, and is not stored by now, the latest first',
  may: 'people',
  input: z.object({}),
  gives: z.object({
    proposals: z.array(
      proposal.extend({
        record: z.uuid(),
        type: record,
        title: z.string(),
        key: z.string(),
        stored: answer.nullable(),
      }),
    ),
  }),
  run: async ({ context, workspaceId }) =>
    done({ proposals: await listWaitingProposals(context.db, workspaceId, MOST_PROPOSALS) }),
})

const settling = z.strictObject({
  id: z.uuid().describe('The record'),
  proposals: z
    .array(z.strictObject({ submission: z.uuid(), field: z.string().max(60) }))
    .min(1)
    .max(200),
})

export const takeProposals = deed({
  summary: 'Take what submissions propose for fields of a record, so that it is stored; one for each field',
  may: 'answer',
  input: settling,
  gives: z.object({ cause }),
  refusals: { 404: 'No such record, or it is proposed no more', 422: 'A field takes it no more' },
  async run({ context, workspaceId, doer }, { id, proposals }) {
    const taken = await settle(context.db, workspaceId, { record: id, proposals, take: true }, doer)
    return taken.ok ? done({ cause: taken.value }) : taken
  },
})

export const leaveProposals = deed({
  summary: 'Leave what submissions propose for fields of a record: what is stored stays',
  may: 'answer',
  input: settling,
  gives: z.object({ cause }),
  refusals: { 404: 'No such record, or it is proposed no more' },
  async run({ context, workspaceId, doer }, { id, proposals }) {
    const left = await settle(context.db, workspaceId, { record: id, proposals, take: false }, doer)
    return left.ok ? done({ cause: left.value }) : left
  },
})

export const addNote = deed({
  summary: 'Write a note to a contact, a company, a deal or a request',
  may: 'answer',
  input: z.strictObject({ id: z.uuid(), text: textSchema }),
  gives: z.object({ id: z.uuid() }),
  refusals: { 404: 'No such record' },
  async run({ context, workspaceId, doer }, { id, text }) {
    const written = await writeNote(context.db, workspaceId, id, text, doer)
    return written.ok ? done({ id: written.value }) : written
  },
})

export const changeNote = deed({
  summary: 'Write a note anew',
  may: 'answer',
  input: z.strictObject({ id: z.uuid(), text: textSchema }),
  gives: z.object({ cause }),
  refusals: { 404: 'No such note' },
  async run({ context, workspaceId, doer }, { id, text }) {
    const written = await rewriteNote(context.db, workspaceId, id, text, doer)
    return written.ok ? done({ cause: written.value }) : written
  },
})

export const dropNote = deed({
  summary: 'Take a note away; what took it away can be put back',
  may: 'answer',
  input: z.object({ id: z.uuid() }),
  gives: z.object({ cause }),
  refusals: { 404: 'No such note' },
  async run({ context, workspaceId, doer }, { id }) {
    const dropped = await rewriteNote(context.db, workspaceId, id, null, doer)
    return dropped.ok ? done({ cause: dropped.value }) : dropped
  },
})

export const putBack = deed({
  summary: 'Put back what a cause did, all of it or one slot of one record',
  may: 'answer',
  input: z.strictObject({
    id: z.uuid().describe('The cause'),
    only: z.strictObject({ record: z.uuid(), slot: z.string().max(100) }).optional(),
    despite: z.boolean().optional().describe('Whether what was changed since is put back as well'),
  }),
  gives: z.object({
    cause: z.uuid().nullable().describe('The cause that this is; null where nothing was put back'),
    left: z
      .array(
        z.object({
          record: z.uuid(),
          slot: z.string().nullable().describe('Null for the record as a whole'),
          why: z.enum(['changed since', 'holds more', 'name is taken', 'is gone', 'is needed']),
        }),
      )
      .describe('What was left as it is, and why'),
  }),
  refusals: { 404: 'No such cause, or it changed nothing there', 409: 'It has been put back, or its name is taken' },
  run: ({ context, workspaceId, doer }, { id, only, despite }) =>
    putBackCause(context.db, workspaceId, { cause: id, only, despite }, doer),
})
