import { sameAnswer } from '@/core/answers/answer'
import type { Doer } from '@/core/changes/cause'
import { NO_CHANGES, type SlotChange } from '@/core/changes/change_set'
import { slotOfProposal } from '@/core/changes/slot'
import type { Db } from '@/db/database'
import { listProposals, type Proposal } from '@/db/queries/proposals'
import { readResources } from '@/db/queries/workspace'
import { type Done, notDone } from '../done'
import { changeOne } from './changeRecord'
import { findUnfitField } from './fields'

/** Proposals that are taken or left: of which submissions, for which fields of a record. */
export interface Settling {
  record: string
  proposals: readonly Pick<Proposal, 'submission' | 'field'>[]
  /** Whether they are stored from now on. */
  take: boolean
}

/**
 * Takes proposals, so that they are stored, or leaves them. What others propose alike for the same field is settled with
 * them. Gives the cause.
 */
export async function settleProposals(
  db: Db,
  workspaceId: string,
  { record: id, proposals, take }: Settling,
  by: Doer,
): Promise<Done<string | null>> {
  const { fields } = await readResources(db, workspaceId)
  return changeOne(db, workspaceId, id, { by, deed: take ? 'takeProposals' : 'leaveProposals' }, async (record, tx) => {
    const open = await listProposals(tx, workspaceId, id)
    const chosen = open.filter((one) =>
      proposals.some(({ submission, field }) => submission === one.submission && field === one.field),
    )
    if (chosen.length < proposals.length) return notDone(404, 'That is proposed no more.')
    const settled = open.filter((one) =>
      chosen.some(({ field, value }) => field === one.field && sameAnswer(value, one.value)),
    )
    const because = `${take ? 'Taken' : 'Left'} by ${by.name}`
    const leaving = settled.map((one): SlotChange => ({
      record: id,
      slot: slotOfProposal(one),
      from: one.value,
      to: null,
      because,
    }))
    if (!take) return { ...NO_CHANGES, changes: leaving }
    const values = Object.fromEntries(chosen.map(({ field, value }) => [field, value]))
    if (Object.keys(values).length < chosen.length) return notDone(422, 'Take one proposal for each field.')
    const unfit = findUnfitField(record.type, values, fields)
    if (unfit !== null) return notDone(422, unfit)
    const taking = chosen
      .map(({ field: slot, value: to, formName }): SlotChange => ({
        record: id,
        slot,
        from: record.values[slot] ?? null,
        to,
        because: formName === null ? because : `Proposed in ${formName}, taken by ${by.name}`,
      }))
      .filter(({ from, to }) => !sameAnswer(from, to))
    return { ...NO_CHANGES, changes: [...taking, ...leaving] }
  })
}
