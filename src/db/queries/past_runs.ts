import { sql } from 'kysely'
import type { Form } from '@/core/form/definition'
import type { Met } from '@/core/rehearse/meet'
import { asJson, type Runner } from '../database'

/** For how many days arrivals are run through a draft, and how many at most: the latest. */
export const PAST_DAYS = 30
export const MOST_PAST = 5000

/** What arrived at a form and counts: not tests, spam, what is in the bin, or of somebody who was erased. */
const counts = (formId: string) => sql<boolean>`submission.form_id = ${formId} and submission.state <> 'spam'
  and submission.binned_at is null and not submission.is_test and submission.erased_by is null`

export interface NewPastRun {
  id: string
  workspaceId: string
  formId: string
  draft: Form
  draftRevision: number
  releaseId: string
  who: string
}

/** Begins to run past arrivals of a form through a draft, in place of the run before. */
export async function addPastRun(tx: Runner, run: NewPastRun): Promise<void> {
  // Whoever begins one at the same moment takes the place of this one.
  await tx.selectFrom('form').select('id').where('id', '=', run.formId).forUpdate().execute()
  await tx.deleteFrom('past_run').where('form_id', '=', run.formId).execute()
  await sql`
    insert into past_run (id, workspace_id, form_id, draft, draft_revision, release_id, "all", "of", last_at, who, state)
    select ${run.id}::uuid, ${run.workspaceId}::uuid, ${run.formId}::uuid, ${asJson(run.draft)}::jsonb, ${run.draftRevision}::integer,
      ${run.releaseId}::uuid, n, least(n, ${MOST_PAST}::integer), now(), ${run.who}, case when n = 0 then 'done' else 'running' end
    from (select count(*)::int as n from submission
      where ${counts(run.formId)} and received_at > now() - make_interval(days => ${PAST_DAYS})) counted
  `.execute(tx)
  await queuePastRun(tx, run.id)
}

/** Has the next arrivals gone through soon. */
export const queuePastRun = (db: Runner, id: string) =>
  sql`select graphile_worker.add_job('step_past_run', json_build_object('run', ${id}::text),
    job_key := 'past run:' || ${id}::text)`.execute(db)

/** A run as it goes on; nobody else goes on with it meanwhile. */
export const holdPastRun = (tx: Runner, id: string) =>
  tx
    .selectFrom('past_run')
    .innerJoin('form', 'form.id', 'past_run.form_id')
    .innerJoin('release', 'release.id', 'past_run.release_id')
    .select(['past_run.id', 'past_run.state', 'past_run.draft', 'past_run.of', 'past_run.done', 'past_run.asked'])
    .select(['form.id as formId', 'form.workspace_id as workspaceId', 'form.owner_id as ownerId', 'form.slug'])
    .select(['release.number as liveNumber', 'release.definition as live'])
    .where('past_run.id', '=', id)
    .forUpdate('past_run')
    .executeTakeFirst()

export type HeldPastRun = NonNullable<Awaited<ReturnType<typeof holdPastRun>>>

/** Arrivals of a form, as a run reads them. */
const arrivalsOf = (db: Runner, formId: string) =>
  db
    .selectFrom('submission')
    .select(['id', 'values', 'link', 'link_holder as contact', 'locale', 'received_at as at'])
    .where(counts(formId))

/** The next arrivals of a run, from the latest on. The database compares its moments: ours are not as fine. */
export const readPastArrivals = (db: Runner, { id, formId }: HeldPastRun, limit: number) =>
  arrivalsOf(db, formId)
    .where(
      sql<boolean>`received_at > (select begun_at - make_interval(days => ${PAST_DAYS}) from past_run where id = ${id})`,
    )
    .where(
      sql<boolean>`(received_at, submission.id) < (select last_at, coalesce(last_id, ${LAST_ID}::uuid) from past_run where id = ${id})`,
    )
    .orderBy('received_at', 'desc')
    .orderBy('id', 'desc')
    .limit(limit)
    .execute()

/** No id comes after it. */
const LAST_ID = 'ffffffff-ffff-ffff-ffff-ffffffffffff'

export type PastArrival = Awaited<ReturnType<typeof readPastArrivals>>[number]

/** One arrival of a form, as a run reads it. */
export const findPastArrival = (db: Runner, formId: string, id: string) =>
  arrivalsOf(db, formId).where('id', '=', id).executeTakeFirst()

interface Step {
  /** Id of the last arrival gone through; `null` where there was none left. */
  last: string | null
  done: number
  asked: Record<string, number>
  met: { submission: string; met: Exclude<Met, 'same'> }[]
}

/** Keeps how far a run is, and which arrivals of its step would not go as they did. */
export async function keepStep(tx: Runner, run: string, { last, done, asked, met }: Step): Promise<void> {
  await tx
    .updateTable('past_run')
    .set({
      done,
      asked: asJson(asked),
      ...(last === null
        ? { state: 'done' as const }
        : { last_at: sql<Date>`(select received_at from submission where id = ${last})`, last_id: last }),
    })
    .where('id', '=', run)
    .execute()
  if (met.length === 0) return
  await tx
    .insertInto('past_run_met')
    .values(met.map((one) => ({ run_id: run, submission_id: one.submission, met: one.met })))
    .execute()
}

/** Ends a run that is under way, where it is: by somebody’s wish, or since it cannot go on. */
export async function stopPastRun(db: Runner, formId: string, error: string | null): Promise<void> {
  await db
    .updateTable('past_run')
    .set({ state: 'stopped', error })
    .where('form_id', '=', formId)
    .where('state', '=', 'running')
    .execute()
}

/** Arrivals told of a run at once. */
const MOST_TOLD = 50

/** The latest run of a form, with what it has found by now and the latest arrivals that would not go as they did. */
export async function findPastRun(db: Runner, formId: string) {
  const run = await db
    .selectFrom('past_run')
    .innerJoin('release', 'release.id', 'past_run.release_id')
    .select(['past_run.id', 'past_run.state', 'past_run.all', 'past_run.of', 'past_run.done', 'past_run.asked'])
    .select([
      'past_run.error',
      'past_run.who',
      'past_run.begun_at as begunAt',
      'past_run.draft_revision as draftRevision',
    ])
    .select('release.number as release')
    .where('past_run.form_id', '=', formId)
    .executeTakeFirst()
  if (!run) return null
  const met = db
    .selectFrom('past_run_met as met')
    .innerJoin('submission', 'submission.id', 'met.submission_id')
    .where('met.run_id', '=', run.id)
    .where(counts(formId))
  const [counted, arrivals] = await Promise.all([
    met
      .select(sql<number>`(count(*) filter (where met = 'refused'))::int`.as('refused'))
      .select(sql<number>`(count(*) filter (where met = 'otherwise'))::int`.as('otherwise'))
      .executeTakeFirstOrThrow(),
    met
      .leftJoin('record as contact', 'contact.id', 'submission.contact_id')
      .select(['submission.id', 'met.met', 'submission.received_at as receivedAt', 'contact.key as email'])
      .orderBy(sql`met.met = 'refused'`, 'desc')
      .orderBy('submission.received_at', 'desc')
      .limit(MOST_TOLD)
      .execute(),
  ])
  return { ...run, ...counted, arrivals }
}

export type PastRun = NonNullable<Awaited<ReturnType<typeof findPastRun>>>
