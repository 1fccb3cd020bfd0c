import { sql } from 'kysely'
import type { Runner } from '../database'
import type { SentByThem } from './traces'
import { readoutJobs } from './visits'

/** Submissions whose days in the readout are counted anew. */
const daysOf = (ids: readonly string[]) =>
  readoutJobs(sql`(
  select submission.form_id::text as "formId", submission.workspace_id as "workspaceId", visit.arrived_at as "arrivedAt"
  from submission join visit on visit.form_id = submission.form_id and visit.id = submission.visit_id
  where submission.id = any(${ids}::uuid[])) as binned`)

/** Puts submissions into the bin; gives those that were not there. */
export async function binSubmissions(
  tx: Runner,
  workspaceId: string,
  ids: readonly string[],
  by: string,
): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    update submission set binned_at = clock_timestamp(), binned_by = ${by}
    where workspace_id = ${workspaceId} and id = any(${ids}::uuid[]) and binned_at is null
    returning id
  `.execute(tx)
  const binned = rows.map(({ id }) => id)
  await daysOf(binned).execute(tx)
  return binned
}

/** Takes submissions out of the bin again; gives those that were there. What was removed for good stays so. */
export async function restoreSubmissions(tx: Runner, workspaceId: string, ids: readonly string[]): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    update submission set binned_at = null, binned_by = null
    where workspace_id = ${workspaceId} and id = any(${ids}::uuid[]) and binned_at is not null and erased_by is null
    returning id
  `.execute(tx)
  const restored = rows.map(({ id }) => id)
  await daysOf(restored).execute(tx)
  // What came to the bin before it was applied has waited long enough.
  await sql`
    select graphile_worker.add_job('apply_submissions', json_build_object('submissions', json_build_array(id)),
      job_key := 'apply:' || id)
    from submission where id = any(${restored}::uuid[]) and state = 'received'
  `.execute(tx)
  return restored
}

/** Submissions in the bin that are to be removed for good, held until the transaction ends. */
export async function holdBinned(tx: Runner, workspaceId: string, ids: readonly string[]): Promise<SentByThem[]> {
  const { rows } = await sql<SentByThem>`
    select id, contact_id as contact, release_id as release, "values", plan, outcome from submission
    where workspace_id = ${workspaceId} and id = any(${ids}::uuid[]) and binned_at is not null and erased_by is null
    for update
  `.execute(tx)
  return rows
}

/** The notes of a submission, the latest first. */
export const listSubmissionNotes = (db: Runner, workspaceId: string, submission: string) =>
  db
    .selectFrom('submission_note')
    .select(['id', 'text', 'who', 'written_at as writtenAt'])
    .where('workspace_id', '=', workspaceId)
    .where('submission_id', '=', submission)
    .orderBy('written_at', 'desc')
    .orderBy('id')
    .limit(200)
    .execute()

/** Writes a note to a submission; `false` where there is none, or it was erased. */
export async function addSubmissionNote(
  db: Runner,
  workspaceId: string,
  { id, submission, text, who }: { id: string; submission: string; text: string; who: string },
): Promise<boolean> {
  const { numAffectedRows } = await sql`
    insert into submission_note (id, workspace_id, submission_id, text, who)
    select ${id}::uuid, workspace_id, id, ${text}, ${who} from submission
    where workspace_id = ${workspaceId} and id = ${submission} and erased_by is null
  `.execute(db)
  return (numAffectedRows ?? 0n) > 0n
}

export async function dropSubmissionNote(db: Runner, workspaceId: string, id: string): Promise<boolean> {
  const { numDeletedRows } = await db
    .deleteFrom('submission_note')
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .executeTakeFirst()
  return numDeletedRows > 0n
}
