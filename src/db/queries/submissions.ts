import { sql } from 'kysely'
import type { Answers } from '@/core/answers/answer'
import type { Outcome } from '@/core/dispatch/outcome'
import type { LinkParameters } from '@/core/answers/link_parameters'
import type { Origins } from '@/core/origins/origin'
import type { Plan } from '@/core/plan/plan'
import type { Suspicion } from '@/core/spam/suspect'
import { asJson, type Runner } from '../database'
import type { SubmissionState } from '../schema_of_listing'
import { isOfBrowser } from './browsers'
import { browsersOfLink } from './links'
import { readoutJobs } from './visits'

/** A submission on its way into the database. */
export interface NewSubmission {
  id: string
  workspace_id: string
  form_id: string
  release_id: string
  visit_id: string
  /** Whether a colleague sent it to try the form. */
  is_test: boolean
  values: Answers
  origins: Origins
  link: LinkParameters
  page_before: string | null
  link_holder: string | null
  outcome: Outcome
  /** `null`: now, by the database's clock. */
  received_at: string | null
  /** Ids of the files that came with it. */
  files: string[]
  /** What makes it look like a machine's; empty for a person's. */
  suspicions: Suspicion[]
  /** In which language and region the visitor was spoken to (BCP 47). */
  locale: string
}

/**
 * Stores submissions and queues the job that applies them, in one statement: both happen or neither.
 * What looks like a machine's is stored as spam, which no job takes, and its visit is no unfinished entry.
 * Returns the ids stored; a visit that has sent before stores nothing, nor does one of whose files any is gone.
 */
export async function storeSubmissions(db: Runner, submissions: readonly NewSubmission[]): Promise<Set<string>> {
  const files = submissions.flatMap(({ id, visit_id, form_id, files }) =>
    files.map((file) => ({ id, visit_id, form_id, file })),
  )
  // Its files are held first, so that none of them can be given up any more, and tied to it in the same statement,
  // so that none that was sent is ever taken for one that was left. Where one is gone, nothing is stored.
  const held = sql`held as materialized (
      select row.id, file.id as file from file
      join jsonb_to_recordset(${asJson(files)}::jsonb) as row(id uuid, visit_id uuid, form_id uuid, file uuid)
        on file.id = row.file and file.visit_id = row.visit_id and file.form_id = row.form_id
      where file.submission_id is null and not file.gone
      order by file.id for update of file
    ), `
  const allHeld = sql`where cardinality(row.files) = (select count(*) from held where held.id = row.id)`
  const tied = sql`, tied as (
      update file set submission_id = stored.id from held join stored on stored.id = held.id where file.id = held.file
    )`
  const suspected = submissions.some(({ suspicions }) => suspicions.length > 0)
  const hushed = sql`, hushed as (
      update visit set answers = null from stored
      where stored.state = 'spam' and visit.form_id = stored.form_id and visit.id = stored.visit_id
      returning visit.form_id as "formId", visit.workspace_id as "workspaceId", visit.arrived_at as "arrivedAt"
    ), counted as (${readoutJobs(sql`hushed`)})`
  const { rows } = await sql<{ id: string }>`
    with ${files.length > 0 ? held : sql``}stored as (
      insert into submission (id, workspace_id, form_id, release_id, visit_id, "values", origins, link,
        page_before, link_holder, outcome, received_at, suspicions, locale, is_test, state)
      select id, workspace_id, form_id, release_id, visit_id, "values", origins, link,
        page_before, link_holder, outcome, coalesce(received_at, clock_timestamp()), suspicions, locale, is_test,
        case when suspicions = '{}' then 'received' else 'spam' end
      from jsonb_to_recordset(${asJson(submissions)}::jsonb) as row(
        id uuid, workspace_id uuid, form_id uuid, release_id uuid, visit_id uuid, "values" jsonb,
        origins jsonb, link jsonb, page_before text, link_holder uuid, outcome jsonb, received_at timestamptz, suspicions text[], locale text, is_test boolean, files uuid[])
      ${files.length > 0 ? allHeld : sql``}
      on conflict (form_id, visit_id) do nothing
      returning id, form_id, visit_id, state
    )${files.length > 0 ? tied : sql``}${suspected ? hushed : sql``}, queued as (
      select graphile_worker.add_job('apply_submissions', json_build_object('submissions', json_agg(id)))
      from stored where state = 'received' having count(*) > 0
    )
    select id from stored
    where (select count(*) from queued) >= 0 ${suspected ? sql`and (select count(*) from counted) >= 0` : sql``}
  `.execute(db)
  return new Set(rows.map(({ id }) => id))
}

/** What was stored for a visit, so that sending again gives the same answer. */
export async function findSent(
  db: Runner,
  formId: string,
  visitId: string,
): Promise<{ id: string; outcome: Outcome; values: Answers } | undefined> {
  return db
    .selectFrom('submission')
    .select(['id', 'outcome', 'values'])
    .where('form_id', '=', formId)
    .where('visit_id', '=', visitId)
    .executeTakeFirst()
}

/** What was sent, and what its outcome said, in any form of a workspace. */
export async function findSubmitted(db: Runner, workspaceId: string, id: string) {
  return db
    .selectFrom('submission')
    .select(['values', 'origins', 'outcome'])
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .executeTakeFirst()
}

/** The workspaces that these submissions still wait in. */
export async function workspacesWaiting(db: Runner, ids: readonly string[]): Promise<string[]> {
  const rows = await db
    .selectFrom('submission')
    .select('workspace_id')
    .distinct()
    .where('id', '=', sql<string>`any(${ids}::uuid[])`)
    .where('state', '=', 'received')
    .execute()
  return rows.map(({ workspace_id }) => workspace_id)
}

/**
 * The submissions of a workspace that have waited longest, in the order they arrived; ones that are to be
 * tried again later, or are in the bin, are left out. With `ids`, only among those. Whoever applies them holds the workspace's lock.
 */
export const readWaiting = (db: Runner, workspaceId: string, most: number, ids: readonly string[] | null = null) =>
  db
    .selectFrom('submission')
    .selectAll()
    .select(browsersOfLink.as('browsers'))
    .select(isOfBrowser.as('remembered'))
    .where('workspace_id', '=', workspaceId)
    .where('state', '=', 'received')
    .where('binned_at', 'is', null)
    .where((eb) => eb.or([eb('next_at', 'is', null), eb('next_at', '<=', sql<Date>`clock_timestamp()`)]))
    .$if(ids !== null, (query) => query.where('id', '=', sql<string>`any(${ids}::uuid[])`))
    .orderBy('seq')
    .limit(most)
    .forUpdate()
    .execute()

export type ReceivedSubmission = Awaited<ReturnType<typeof readWaiting>>[number]

export interface AppliedSubmission {
  id: string
  contact_id: string | null
  plan: Plan
  applied_at: string
}

export async function markApplied(db: Runner, applied: readonly AppliedSubmission[]): Promise<void> {
  if (applied.length === 0) return
  await sql`
    update submission set state = 'applied', contact_id = row.contact_id, plan = row.plan, error = null,
      next_at = null, applied_at = row.applied_at
    from jsonb_to_recordset(${asJson(applied)}::jsonb) as row(
      id uuid, contact_id uuid, plan jsonb, applied_at timestamptz)
    where submission.id = row.id
  `.execute(db)
}

/** Writes the values that landing has settled beside those that were sent. */
export async function writeSettled(
  db: Runner,
  settled: readonly { id: string; values: Answers; origins: Origins }[],
): Promise<void> {
  if (settled.length === 0) return
  await sql`
    update submission set "values" = row."values", origins = row.origins
    from jsonb_to_recordset(${asJson(settled)}::jsonb) as row(id uuid, "values" jsonb, origins jsonb)
    where submission.id = row.id
  `.execute(db)
}

/** Marks submissions that cannot be applied as they are; they can be run again by hand. */
export async function markFailed(db: Runner, failed: readonly { id: string; error: string }[]): Promise<void> {
  if (failed.length === 0) return
  await sql`
    update submission set state = 'failed', error = row.error, next_at = null
    from jsonb_to_recordset(${asJson(failed)}::jsonb) as row(id uuid, error text)
    where submission.id = row.id and state = 'received'
  `.execute(db)
}

/**
 * Notes why a submission could not be applied just now, and queues the next try in the same statement: a
 * second later at first, then twice as long each time, to ten minutes, give or take a quarter.
 */
export async function postponeSubmission(db: Runner, id: string, error: string): Promise<void> {
  await sql`
    with postponed as (
      update submission set attempts = attempts + 1, error = ${error},
        next_at = clock_timestamp() + make_interval(secs => least(power(2, least(attempts, 20)), 600) * (0.75 + random() / 2))
      where id = ${id} and state = 'received'
      returning id, next_at
    )
    select graphile_worker.add_job('apply_submissions', json_build_object('submissions', json_build_array(id)),
      run_at := next_at, job_key := 'apply:' || id)
    from postponed
  `.execute(db)
}

/** Makes a submission that failed, or was kept as spam, a received one and queues it, in one statement. */
export async function requeueSubmission(
  db: Runner,
  workspaceId: string,
  id: string,
  before: Extract<SubmissionState, 'failed' | 'spam'>,
): Promise<boolean> {
  const { rows } = await sql`
    with again as (
      update submission set state = 'received', error = null, attempts = 0, next_at = null, settled_at = null
      where id = ${id} and workspace_id = ${workspaceId} and state = ${before} and erased_by is null
      returning id
    )
    select graphile_worker.add_job('apply_submissions', json_build_object('submissions', json_build_array(id)),
      job_key := 'apply:' || id)
    from again
  `.execute(db)
  return rows.length > 0
}

/** Notes that a person looked at spam and left it as such, or takes that back; gives how many it was done to. */
export async function settleSpam(
  db: Runner,
  workspaceId: string,
  ids: readonly string[],
  settled: boolean,
): Promise<number> {
  const { numUpdatedRows } = await db
    .updateTable('submission')
    .set({ settled_at: settled ? sql<Date>`clock_timestamp()` : null })
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', sql<string>`any(${ids}::uuid[])`)
    .where('state', '=', 'spam')
    .where('settled_at', settled ? 'is' : 'is not', null)
    .executeTakeFirstOrThrow()
  return Number(numUpdatedRows)
}
