import { sameAnswer } from '@/core/answers/answer'
import type { Runner } from '../database'

/** What submissions propose for the fields of a record, the latest first, each with the form that was sent. */
export const listProposals = (db: Runner, workspaceId: string, record: string, most = 200) =>
  db
    .selectFrom('proposal')
    .leftJoin('submission', 'submission.id', 'proposal.submission_id')
    .leftJoin('form', 'form.id', 'submission.form_id')
    .select(['proposal.field', 'proposal.value', 'proposal.submission_id as submission'])
    .select(['form.name as formName', 'proposal.at'])
    .where('proposal.workspace_id', '=', workspaceId)
    .where('proposal.record_id', '=', record)
    .orderBy('proposal.at', 'desc')
    .orderBy('proposal.submission_id')
    .limit(most)
    .execute()

export type Proposal = Awaited<ReturnType<typeof listProposals>>[number]

/** Those of proposals that say something of their own: what several propose for a field is told once, as of the latest. */
export const eachOnce = (proposals: readonly Proposal[]): Proposal[] =>
  proposals.filter(
    (one, place) =>
      proposals.findIndex(({ field, value }) => field === one.field && sameAnswer(value, one.value)) === place,
  )
