import { sql } from 'kysely'
import type { Answers } from '@/core/answers/answer'
import type { Origins } from '@/core/origins/origin'
import type { Plan } from '@/core/plan/plan'
import { asJson, type Runner } from '../database'
import { isOfBrowser } from './browsers'
import { browsersOfLink } from './links'

/** A submission whose answers may be corrected, with all that planning it anew takes. */
export const findCorrectable = (db: Runner, workspaceId: string, id: string, lock: boolean) =>
  db
    .selectFrom('submission')
    .innerJoin('form', 'form.id', 'submission.form_id')
    .innerJoin('release', 'release.id', 'submission.release_id')
    .leftJoin('cause', 'cause.id', 'submission.id')
    .select([
      'cause.undone_by as undoneBy',
      'submission.id',
      'submission.state',
      'submission.values',
      'submission.origins',
      'submission.plan',
      'submission.locale',
      'submission.is_test as isTest',
      'submission.form_id as formId',
      'submission.contact_id as contact',
      'submission.link_holder as linkHolder',
      'submission.received_at as receivedAt',
      'form.slug',
      'form.name as formName',
      'form.owner_id as ownerId',
      'release.number as release',
      'release.definition',
    ])
    .select(browsersOfLink.as('browsers'))
    .select(isOfBrowser.as('remembered'))
    .where('submission.workspace_id', '=', workspaceId)
    .where('submission.id', '=', id)
    .where('submission.erased_by', 'is', null)
    .$if(lock, (query) => query.forUpdate('submission'))
    .executeTakeFirst()

/** A correction of answers that stands, with those that it replaced. */
export interface CorrectionRow {
  id: string
  who: string | null
  at: Date
  before: Answers
}

/** The corrections of a submission that stand, the latest first. */
export const listCorrections = (db: Runner, workspaceId: string, submission: string): Promise<CorrectionRow[]> =>
  db
    .selectFrom('answers_before')
    .innerJoin('cause', 'cause.id', 'answers_before.cause_id')
    .select(['cause.id', 'cause.who', 'cause.at', 'answers_before.values as before'])
    .where('answers_before.workspace_id', '=', workspaceId)
    .where('answers_before.submission_id', '=', submission)
    .where('cause.undone_by', 'is', null)
    .orderBy('cause.seq', 'desc')
    .execute()

interface Corrected {
  cause: string
  submission: string
  values: Answers
  origins: Origins
  /** What it did, where anything but the answers changed. */
  did: { plan: Plan; contact: string | null } | null
}

/** Gives a submission its corrected answers; what they were is kept with the cause. */
export async function writeAnswers(
  tx: Runner,
  workspaceId: string,
  { cause, submission, values, origins, did }: Corrected,
): Promise<void> {
  await sql`
    insert into answers_before (cause_id, workspace_id, submission_id, "values", origins, plan, contact_id)
    select ${cause}, workspace_id, id, "values", origins, plan, contact_id from submission
    where workspace_id = ${workspaceId} and id = ${submission}
  `.execute(tx)
  await tx
    .updateTable('submission')
    .set({
      values: asJson(values),
      origins: asJson(origins),
      ...(did ? { plan: asJson(did.plan), contact_id: did.contact } : {}),
    })
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', submission)
    .execute()
}

/** Which of these causes corrected answers, and whether others were corrected since that stand; `null` for none. */
export async function findAnswersBefore(
  tx: Runner,
  workspaceId: string,
  causes: readonly string[],
): Promise<{ cause: string; correctedSince: boolean } | null> {
  const { rows } = await sql<{ cause: string; correctedSince: boolean }>`
    select mine.cause_id as cause, exists (
      select from answers_before other join cause on cause.id = other.cause_id
      where other.submission_id = mine.submission_id and cause.undone_by is null and cause.seq > own.seq
    ) as "correctedSince"
    from answers_before mine join cause own on own.id = mine.cause_id
    where mine.workspace_id = ${workspaceId} and mine.cause_id = any(${causes}::uuid[])
  `.execute(tx)
  return rows[0] ?? null
}

/**
 * Takes a correction back, or does it again where that is put back: the answers that a submission has and those that
 * are kept with the correction change places.
 */
export async function swapAnswers(tx: Runner, workspaceId: string, cause: string): Promise<void> {
  await sql`
    with kept as (
      select * from answers_before where workspace_id = ${workspaceId} and cause_id = ${cause}
    ), had as (
      select submission.* from submission join kept on kept.submission_id = submission.id
    ), given as (
      update submission set "values" = kept."values", origins = kept.origins, plan = kept.plan,
        contact_id = (select coalesce(merged_into, record.id) from record where record.id = kept.contact_id)
      from kept where submission.id = kept.submission_id
    )
    update answers_before set "values" = had."values", origins = had.origins, plan = had.plan,
      contact_id = had.contact_id
    from had where answers_before.submission_id = had.id and cause_id = ${cause}
  `.execute(tx)
}
