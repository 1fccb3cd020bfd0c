import { sql } from 'kysely'
import type { Runner } from '../database'
import type { SubmissionState } from '../schema'
import { type Cursor, pageOf } from './cursor'

export interface ArrivalFilter {
  form?: string | undefined
  state?: SubmissionState | 'unfinished' | undefined
  search?: string | undefined
  after?: Cursor | null | undefined
  limit: number
}

/** Submissions, newest first. */
export async function listSubmissions(db: Runner, workspaceId: string, filter: ArrivalFilter) {
  const { form, state, search, after, limit } = filter
  const rows = await db
    .selectFrom('submission')
    .innerJoin('form', 'form.id', 'submission.form_id')
    .innerJoin('release', 'release.id', 'submission.release_id')
    .leftJoin('record as contact', 'contact.id', 'submission.contact_id')
    .select([
      'submission.id',
      'form.slug as form',
      'form.name as formName',
      'release.number as release',
      'submission.state',
      'submission.contact_id as contact',
      'contact.key as email',
      'contact.values as person',
      'submission.values',
      'submission.error',
    ])
    .select((eb) => [
      'submission.received_at as receivedAt',
      sql<string[] | null>`jsonb_path_query_array(submission.plan, '$.routed[*].desk.title')`.as('desks'),
      eb
        .selectFrom('delivery')
        .select((inner) => inner.fn.countAll<number>().as('n'))
        .whereRef('delivery.submission_id', '=', 'submission.id')
        .where('delivery.state', '=', 'given_up')
        .as('undelivered'),
    ])
    .where('submission.workspace_id', '=', workspaceId)
    .$if(form !== undefined, (query) => query.where('form.slug', '=', form ?? ''))
    .$if(state !== undefined, (query) => query.where('submission.state', '=', state as SubmissionState))
    .$if(Boolean(search), (query) =>
      query.where(sql<boolean>`(contact.key ilike ${like(search)} or submission."values"::text ilike ${like(search)})`),
    )
    .$if(Boolean(after), (query) =>
      query.where(
        sql<boolean>`(submission.received_at, submission.id) < (${after?.at}::timestamptz, ${after?.id}::uuid)`,
      ),
    )
    .orderBy('submission.received_at', 'desc')
    .orderBy('submission.id', 'desc')
    .limit(limit + 1)
    .execute()
  return pageOf(rows, limit, ({ receivedAt, id }) => ({ at: receivedAt, id }))
}

/** Entries that were left midway, the last touched first. */
export async function listUnfinished(db: Runner, workspaceId: string, filter: ArrivalFilter) {
  const { form, search, after, limit } = filter
  const rows = await db
    .selectFrom('visit')
    .innerJoin('form', 'form.id', 'visit.form_id')
    .leftJoin('record as contact', 'contact.id', 'visit.link_holder')
    .select([
      'visit.id',
      'form.slug as form',
      'form.name as formName',
      'visit.release_number as release',
      'visit.answers',
      'visit.steps',
      'visit.source',
      'visit.returned_at as returnedAt',
      'contact.id as contact',
      'contact.key as email',
    ])
    .select('visit.last_at as lastAt')
    .where('visit.workspace_id', '=', workspaceId)
    .where('visit.answers', 'is not', null)
    .where('visit.sent_at', 'is', null)
    .$if(form !== undefined, (query) => query.where('form.slug', '=', form ?? ''))
    .$if(Boolean(search), (query) =>
      query.where(sql<boolean>`(contact.key ilike ${like(search)} or visit.answers::text ilike ${like(search)})`),
    )
    .$if(Boolean(after), (query) =>
      query.where(sql<boolean>`(visit.last_at, visit.id) < (${after?.at}::timestamptz, ${after?.id}::uuid)`),
    )
    .orderBy('visit.last_at', 'desc')
    .orderBy('visit.id', 'desc')
    .limit(limit + 1)
    .execute()
  return pageOf(rows, limit, ({ lastAt, id }) => ({ at: lastAt, id }))
}

export const like = (search: string | undefined): string =>
  `%${(search ?? '').replace(/[\\%_]/g, (character) => `\\${character}`)}%`

export async function findSubmission(db: Runner, workspaceId: string, id: string) {
  return db
    .selectFrom('submission')
    .innerJoin('form', 'form.id', 'submission.form_id')
    .innerJoin('release', 'release.id', 'submission.release_id')
    .leftJoin('record as contact', 'contact.id', 'submission.contact_id')
    .leftJoin('visit', (join) =>
      join.onRef('visit.form_id', '=', 'submission.form_id').onRef('visit.id', '=', 'submission.visit_id'),
    )
    .select([
      'submission.id',
      'form.slug as form',
      'form.name as formName',
      'release.number as release',
      'release.definition',
      'submission.state',
      'submission.values',
      'submission.origins',
      'submission.link',
      'submission.page_before as pageBefore',
      'submission.outcome',
      'submission.plan',
      'submission.error',
      'submission.contact_id as contact',
      'contact.key as email',
      'visit.source',
      'visit.began_at as beganAt',
      'submission.received_at as receivedAt',
      'submission.applied_at as appliedAt',
    ])
    .where('submission.workspace_id', '=', workspaceId)
    .where('submission.id', '=', id)
    .executeTakeFirst()
}
