import { sql } from 'kysely'
import type { Form } from '@/core/form/definition'
import type { Doer } from '@/core/changes/cause'
import { asJson, type Runner } from '../database'

export interface NewPlannedRelease {
  formId: string
  workspaceId: string
  definition: Form
  draftRevision: number
  at: Date
  doer: Doer
}

/** Plans a release of a form, in place of one that was planned before. Nothing of it is lost, whoever is killed by then. */
export async function planRelease(tx: Runner, planned: NewPlannedRelease): Promise<void> {
  const { formId: form_id, workspaceId: workspace_id, draftRevision: draft_revision, at } = planned
  const set = { definition: asJson(planned.definition), draft_revision, at, doer: asJson(planned.doer) }
  await tx
    .insertInto('planned_release')
    .values({ form_id, workspace_id, ...set })
    .onConflict((conflict) =>
      conflict.column('form_id').doUpdateSet({ ...set, planned_at: sql<Date>`now()`, refused: null }),
    )
    .execute()
  await sql`select graphile_worker.add_job('release_planned', json_build_object('form', ${form_id}::text),
    job_key := 'planned release:' || ${form_id}::text, run_at := ${at}::timestamptz)`.execute(tx)
}

/** Calls off what was planned of a form; `false` where nothing was. */
export async function callOffRelease(db: Runner, formId: string): Promise<boolean> {
  const { numDeletedRows } = await db.deleteFrom('planned_release').where('form_id', '=', formId).executeTakeFirst()
  return numDeletedRows > 0n
}

/** What is planned of a form, or was and could not be made. */
export const findPlannedRelease = (db: Runner, formId: string) =>
  db
    .selectFrom('planned_release')
    .select(['definition', 'draft_revision as draftRevision', 'at', 'doer', 'planned_at as plannedAt', 'refused'])
    .where('form_id', '=', formId)
    .executeTakeFirst()

/** What is planned of a form and due by now; nobody else can make it meanwhile. */
export const holdDueRelease = (tx: Runner, formId: string) =>
  tx
    .selectFrom('planned_release')
    .innerJoin('form', 'form.id', 'planned_release.form_id')
    .select(['form.id', 'form.name', 'form.state', 'form.workspace_id as workspaceId'])
    .leftJoin('user', (join) => join.on(sql<boolean>`"user".id = doer ->> 'id'`))
    .select(['planned_release.definition', 'doer', 'user.id as plannedBy'])
    .where('form_id', '=', formId)
    .where('at', '<=', sql<Date>`now()`)
    .where('refused', 'is', null)
    .forUpdate('planned_release')
    .executeTakeFirst()

/** Keeps why a planned release was not made. */
export const refusePlanned = (tx: Runner, formId: string, why: readonly string[]) =>
  tx
    .updateTable('planned_release')
    .set({ refused: asJson(why) })
    .where('form_id', '=', formId)
    .execute()
