import { sql } from 'kysely'
import { type Answer, sameAnswer } from '@/core/answers/answer'
import type { RecordType } from '@/core/fields/field'
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

/** A proposal beside what is stored, with whose record it is for. */
export interface WaitingProposal extends Proposal {
  record: string
  type: RecordType
  title: string
  key: string
  stored: Answer
}

/** What is proposed for any record, and not stored by now, the latest first; of several alike, the latest. */
export async function listWaitingProposals(db: Runner, workspaceId: string, limit: number): Promise<WaitingProposal[]> {
  const { rows } = await sql<WaitingProposal>`
    select proposal.field, proposal.value, proposal.submission_id as submission, form.name as "formName", proposal.at,
      record.id as record, record.type, record.title, record.key, record."values" -> proposal.field as stored
    from proposal
    join record on record.id = proposal.record_id and record.gone_by is null
    left join submission on submission.id = proposal.submission_id
    left join form on form.id = submission.form_id
    where proposal.workspace_id = ${workspaceId}
      and proposal.value is distinct from record."values" -> proposal.field
      and not exists (
        select from proposal later where later.record_id = proposal.record_id and later.field = proposal.field
          and later.value = proposal.value and (later.at, later.submission_id) > (proposal.at, proposal.submission_id))
    order by proposal.at desc, proposal.record_id, proposal.field limit ${limit}
  `.execute(db)
  return rows
}

/** What one submission proposes for a record, and whose workspace that is. */
export interface ProposedBy extends Pick<Proposal, 'field' | 'value' | 'submission'> {
  record: string
  type: RecordType
  workspace: string
}

/** What a submission of the last days proposes still for the person it is of. */
export async function listProposedBy(db: Runner, submission: string, days: number): Promise<ProposedBy[]> {
  const { rows } = await sql<ProposedBy>`
    select proposal.field, proposal.value, submission_id as submission, record.id as record, record.type,
      proposal.workspace_id as workspace
    from proposal
    join record on record.id = proposal.record_id and record.gone_by is null and record.type = 'contact'
    where submission_id = ${submission} and proposal.at > now() - make_interval(days => ${days})
    order by proposal.field
  `.execute(db)
  return rows
}
