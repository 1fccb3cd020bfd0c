import { sql } from 'kysely'
import type { Answers } from '@/core/answers/answer'
import type { Outcome } from '@/core/dispatch/outcome'
import type { Origins } from '@/core/fill/origin'
import type { Plan } from '@/core/plan'
import { asJson, type Runner } from '../database'

/** A submission on its way into the database. */
export interface NewSubmission {
  id: string
  workspace_id: string
  form_id: string
  release_id: string
  visit_id: string
  values: Answers
  origins: Origins
  link: Record<string, string>
  page_before: string | null
  link_holder: string | null
  outcome: Outcome
  received_at: string
}

/**
 * Stores submissions and queues the job that applies them, in one statement: both happen or neither.
 * Returns the ids stored; a visit that has sent before stores nothing.
 */
export async function storeSubmissions(db: Runner, submissions: readonly NewSubmission[]): Promise<Set<string>> {
  const { rows } = await sql<{ id: string }>`
    with stored as (
      insert into submission (id, workspace_id, form_id, release_id, visit_id, "values", origins, link,
        page_before, link_holder, outcome, received_at)
      select id, workspace_id, form_id, release_id, visit_id, "values", origins, link,
        page_before, link_holder, outcome, received_at
      from jsonb_to_recordset(${asJson(submissions)}::jsonb) as row(
        id uuid, workspace_id uuid, form_id uuid, release_id uuid, visit_id uuid, "values" jsonb,
        origins jsonb, link jsonb, page_before text, link_holder uuid, outcome jsonb, received_at timestamptz)
      on conflict (form_id, visit_id) do nothing
      returning id
    ), queued as (
      select graphile_worker.add_job('apply_submissions', json_build_object('submissions', json_agg(id)))
      from stored having count(*) > 0
    )
    select id from stored where (select count(*) from queued) > 0
  `.execute(db)
  return new Set(rows.map(({ id }) => id))
}

/** What was stored for a visit, so that sending again gives the same answer. */
export async function findSent(
  db: Runner,
  formId: string,
  visitId: string,
): Promise<{ id: string; outcome: Outcome } | undefined> {
  return db
    .selectFrom('submission')
    .select(['id', 'outcome'])
    .where('form_id', '=', formId)
    .where('visit_id', '=', visitId)
    .executeTakeFirst()
}

/** Received submissions among these, locked; ones applied meanwhile are left out. */
export const lockReceived = (db: Runner, ids: readonly string[]) =>
  received(db)
    .where('id', '=', sql<string>`any(${ids}::uuid[])`)
    .forUpdate()
    .execute()

/** Up to `most` other received submissions that nobody is working on, the oldest first, locked. */
export const lockOthersReceived = (db: Runner, ids: readonly string[], most: number) =>
  received(db)
    .where('id', '<>', sql<string>`all(${ids}::uuid[])`)
    .limit(most)
    .forUpdate()
    .skipLocked()
    .execute()

const received = (db: Runner) =>
  db.selectFrom('submission').selectAll().where('state', '=', 'received').orderBy('received_at').orderBy('id')

export type ReceivedSubmission = Awaited<ReturnType<typeof lockReceived>>[number]

export interface AppliedSubmission {
  id: string
  contact_id: string | null
  plan: Plan
}

export async function markApplied(db: Runner, applied: readonly AppliedSubmission[], at: Date): Promise<void> {
  if (applied.length === 0) return
  await sql`
    update submission set state = 'applied', contact_id = row.contact_id, plan = row.plan, error = null,
      applied_at = ${at}
    from jsonb_to_recordset(${asJson(applied)}::jsonb) as row(id uuid, contact_id uuid, plan jsonb)
    where submission.id = row.id
  `.execute(db)
}

export async function markFailed(db: Runner, id: string, error: string): Promise<void> {
  await db.updateTable('submission').set({ state: 'failed', error }).where('id', '=', id).execute()
}

/** Makes a failed submission a received one and queues it, in one statement. */
export async function requeueSubmission(db: Runner, workspaceId: string, id: string): Promise<boolean> {
  const { rows } = await sql`
    with again as (
      update submission set state = 'received', error = null
      where id = ${id} and workspace_id = ${workspaceId} and state = 'failed'
      returning id
    )
    select graphile_worker.add_job('apply_submissions', json_build_object('submissions', json_build_array(id)))
    from again
  `.execute(db)
  return rows.length > 0
}
