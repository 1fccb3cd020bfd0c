import { sameAnswer } from '@/core/answers/answer'
import type { Doer } from '@/core/changes/cause'
import { settleProposals as planSettling } from '@/core/changes/settle_proposals'
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
    const values = Object.fromEntries(chosen.map(({ field, value }) => [field, value]))
    if (take && Object.keys(values).length < chosen.length) return notDone(422, 'Take one proposal for each field.')
    const unfit = take ? findUnfitField(record.type, values, fields) : null
    if (unfit !== null) return notDone(422, unfit)
    const of = (one: Proposal) => ({ ...one, record: id })
    return planSettling(
      { taken: take ? chosen.map(of) : [], settled: settled.map(of) },
      (_, field) => record.values[field] ?? null,
      ({ formName }) =>
        `${take ? 'Taken' : 'Left'} by ${by.name}${formName === null ? '' : `, proposed in ${formName}`}`,
    )
  })
}
