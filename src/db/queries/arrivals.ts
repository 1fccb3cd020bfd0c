import { type RawBuilder, type SelectQueryBuilder, sql } from 'kysely'
import type { Runner } from '../database'
import { findFormAt } from './form_settings'
import type { SubmissionState } from '../schema_of_listing'
import {
  chooseSorting,
  type Cursor,
  holdsLowered,
  holdsWords,
  momentKey,
  readPage,
  readSearched,
  type Search,
  type SortKeys,
  textKey,
} from './list'

export interface ArrivalFilter {
  form?: string | undefined
  /**
   * `settled`: spam that a person looked at and left as such; `binned`: what is in the bin; `test`: what colleagues sent. Left
   * out: everything but spam.
   */
  state?: SubmissionState | 'settled' | 'binned' | 'test' | undefined
  search?: string | undefined
  /** One of the keys of the list, with `-` before it for the greatest first. */
  sort?: string | undefined
  after?: Cursor | null | undefined
  limit: number
}

export const SUBMISSION_KEYS = {
  received: momentKey(sql`listing.received_at`),
  who: textKey(sql`listing.who`),
  form: textKey(sql`listing.form`),
  state: textKey(sql`listing.state`),
  why: textKey(sql`listing.why`),
} satisfies SortKeys

/** Spam is in a list of its own, and so is what is in the bin. */
function inState(state: ArrivalFilter['state']) {
  if (state === 'binned') return sql<boolean>`listing.is_binned and not listing.is_erased`
  return sql<boolean>`not listing.is_binned and ${inStateOutside(state)}`
}

/** The same of what is not in the bin. */
function inStateOutside(state: Exclude<ArrivalFilter['state'], 'binned'>) {
  if (state === undefined) return sql<boolean>`listing.state <> 'spam'`
  if (state === 'test') return sql<boolean>`listing.is_test and listing.state <> 'spam'`
  if (state === 'settled') return sql<boolean>`listing.state = 'spam' and listing.is_settled`
  if (state === 'spam') return sql<boolean>`listing.state = 'spam' and not listing.is_settled`
  return sql<boolean>`listing.state = ${state}`
}

const id = sql`listing.submission_id`

/** Submissions, newest first unless told otherwise. */
export async function listSubmissions(db: Runner, workspaceId: string, filter: ArrivalFilter) {
  const { form, state, search, after, limit } = filter
  // Which form it is comes first: how many it has decides how its own are found among all.
  const formId = form === undefined ? undefined : await findFormAt(db, workspaceId, form)
  const paging = { sorting: chooseSorting(SUBMISSION_KEYS, sortOf(filter), '-received'), after, limit }
  const list = submissionsThat(db, workspaceId, { formId, state })
  if (!search) return readPage(list, id, paging, asRows)
  return readSearched(db, searchSubmissions(list, workspaceId, search), id, paging, asRows)
}

/** How submissions are searched: by the text beside each; what waits to be applied has none yet, and is by its answers. */
function searchSubmissions<DB, TB extends keyof DB, O>(
  list: SelectQueryBuilder<DB, TB, O>,
  workspaceId: string,
  search: string,
): Search<DB, TB, O> {
  const told = sql`listing.text`
  const waiting = sql`select submission.id from submission where submission.workspace_id = ${workspaceId}
    and submission.state = 'received' and ${holdsWords(sql`values_text(submission."values")`, search)}`
  const holds = (text: RawBuilder<unknown>, answers: RawBuilder<boolean>) =>
    sql<boolean>`(${holdsLowered(text, search)} or (${text} is null and ${answers}))`
  return {
    list,
    told,
    fits: (one, text) => holds(text, sql`(select exists (${waiting} and submission.id = ${one}))`),
    found: list.where(holds(told, sql`${id} = any(array(${waiting}))`)),
  }
}

/** What a list is sorted by: by nothing that is the same in all of it, or in none. */
function sortOf({ form, state, sort }: ArrivalFilter): string | undefined {
  const key = sort?.replace(/^-/, '')
  const isSpam = state === 'spam' || state === 'settled'
  if ((key === 'form' && form !== undefined) || (key === 'why' && !isSpam)) return undefined
  return sort
}

/** Submissions that fit all of a filter but what is searched; of a form that there is not, none. */
const submissionsThat = (
  db: Runner,
  workspaceId: string,
  { formId, state }: { formId: string | null | undefined; state: ArrivalFilter['state'] },
) =>
  db
    .selectFrom('submission_listing as listing')
    .where('listing.workspace_id', '=', workspaceId)
    .$if(formId !== undefined, (narrowed) => narrowed.where('listing.form_id', '=', formId ?? null))
    .where(inState(state))

/** Submissions as the list has them. */
const asRows = (page: ReturnType<typeof submissionsThat>) =>
  page
    .innerJoin('submission', 'submission.id', 'listing.submission_id')
    .innerJoin('form', 'form.id', 'submission.form_id')
    .innerJoin('release', 'release.id', 'submission.release_id')
    .leftJoin('record as contact', (join) =>
      join.onRef('contact.id', '=', 'submission.contact_id').on('contact.gone_by', 'is', null),
    )
    .select([
      'submission.id',
      'form.slug as form',
      'form.name as formName',
      'release.number as release',
      'submission.state',
      'contact.id as contact',
      'contact.key as email',
      'contact.title as person',
      'submission.values',
      'submission.error',
      'submission.suspicions',
      'submission.settled_at as settledAt',
      'submission.binned_at as binnedAt',
      'submission.is_test as isTest',
      'submission.received_at as receivedAt',
      'submission.applied_at as appliedAt',
    ])
    .select([
      sql<string[] | null>`jsonb_path_query_array(submission.plan, '$.routed[*].desk.title')`.as('desks'),
      sql<number>`(select count(*)::int from delivery where cause_id = submission.id and state = 'given_up')`.as(
        'undelivered',
      ),
    ])

/** When a day begins in a workspace’s zone. */
const startOfDay = (workspaceId: string, day: RawBuilder<unknown>) =>
  sql<Date>`(${day})::timestamp at time zone (select time_zone from workspace where id = ${workspaceId})`

export const UNFINISHED_KEYS = {
  touched: momentKey(sql`visit.last_at`),
  who: textKey(sql`coalesce(contact.title, visit.answers ->> 'email', '')`),
  form: textKey(sql`form.name`),
  source: textKey(sql`visit.source`),
} satisfies SortKeys

export interface UnfinishedFilter extends Omit<ArrivalFilter, 'state'> {
  /** Days on which they arrived, in the workspace’s zone, both included (`YYYY-MM-DD`). */
  from?: string | undefined
  to?: string | undefined
}

/** Entries that were left midway by people who did not send the form after all, the last touched first unless told otherwise. */
export async function listUnfinished(db: Runner, workspaceId: string, filter: UnfinishedFilter) {
  const { form, from, to, search, sort, after, limit } = filter
  const formId = form === undefined ? undefined : await findFormAt(db, workspaceId, form)
  const list = db
    .selectFrom('visit')
    .innerJoin('form', 'form.id', 'visit.form_id')
    .leftJoin('record as contact', (join) =>
      join.onRef('contact.id', '=', 'visit.link_holder').on('contact.gone_by', 'is', null),
    )
    .where('visit.workspace_id', '=', workspaceId)
    .where('visit.answers', 'is not', null)
    .where('visit.sent_at', 'is', null)
    .where('visit.sent_after_all', '=', false)
    .where('visit.is_test', '=', false)
    .$if(from !== undefined, (narrowed) =>
      narrowed.where('visit.arrived_at', '>=', startOfDay(workspaceId, sql`${from}::date`)),
    )
    .$if(to !== undefined, (narrowed) =>
      narrowed.where('visit.arrived_at', '<', startOfDay(workspaceId, sql`${to}::date + 1`)),
    )
    .$if(formId !== undefined, (narrowed) => narrowed.where('visit.form_id', '=', formId ?? null))
    .$if(Boolean(search), (narrowed) =>
      narrowed.where(sql<boolean>`visit.id in (
        select id from visit where workspace_id = ${workspaceId} and answers is not null and sent_at is null
          and ${holdsWords(sql`values_text(answers)`, search ?? '')}
        union all
        select left_by.id from record_text words join visit left_by on left_by.link_holder = words.record_id
        where words.workspace_id = ${workspaceId} and words.type = 'contact' and words.here and ${holdsLowered(sql`words.text`, search ?? '')})`),
    )
  const sorting = chooseSorting(UNFINISHED_KEYS, sort, '-touched')
  return readPage(list, sql`visit.id`, { sorting, after, limit }, (page) =>
    page.select([
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
      'visit.last_at as lastAt',
    ]),
  )
}

export async function findSubmission(db: Runner, workspaceId: string, id: string) {
  return db
    .selectFrom('submission')
    .innerJoin('form', 'form.id', 'submission.form_id')
    .innerJoin('release', 'release.id', 'submission.release_id')
    .leftJoin('record as contact', (join) =>
      join.onRef('contact.id', '=', 'submission.contact_id').on('contact.gone_by', 'is', null),
    )
    .leftJoin('cause', (join) =>
      join.onRef('cause.workspace_id', '=', 'submission.workspace_id').onRef('cause.id', '=', 'submission.id'),
    )
    .leftJoin('cause as undone', (join) =>
      join.onRef('undone.workspace_id', '=', 'cause.workspace_id').onRef('undone.id', '=', 'cause.undone_by'),
    )
    .leftJoin('cause as erased', (join) =>
      join.onRef('erased.workspace_id', '=', 'submission.workspace_id').onRef('erased.id', '=', 'submission.erased_by'),
    )
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
      'submission.locale',
      'submission.link',
      'submission.page_before as pageBefore',
      'submission.outcome',
      'submission.plan',
      'submission.error',
      'submission.suspicions',
      'submission.settled_at as settledAt',
      'contact.id as contact',
      'contact.key as email',
      'visit.source',
      'visit.began_at as beganAt',
      'submission.received_at as receivedAt',
      'submission.applied_at as appliedAt',
      'undone.id as undoneBy',
      'undone.who as undoneWho',
      'undone.at as undoneAt',
      'submission.binned_at as binnedAt',
      'submission.binned_by as binnedBy',
      'submission.is_test as isTest',
      'erased.who as erasedWho',
      'erased.at as erasedAt',
    ])
    .where('submission.workspace_id', '=', workspaceId)
    .where('submission.id', '=', id)
    .executeTakeFirst()
}
