import { sql } from 'kysely'
import type { Doer } from '@/core/changes/cause'
import type { ReadChange } from '@/core/changes/put_back'
import {
  BROUGHT_SLOT,
  COMPANY_SLOT,
  CONTACT_SLOT,
  MERGED_SLOT,
  slotOfLink,
  slotOfList,
  slotOfSubmission,
  THERE_SLOT,
  TIE_SLOTS,
} from '@/core/changes/slot'
import type { RecordType } from '@/core/fields/field'
import type { Runner } from '../database'
import { chooseSorting, type Cursor, holdsWords, momentKey, readPage, type SortKeys } from './list'

/** A cause, with what it is about. */
export const findCause = (db: Runner, workspaceId: string, id: string) =>
  db
    .selectFrom('cause')
    .select(['id', 'sort', 'deed', 'who', 'of_id as of', 'undone_by as undoneBy', 'about', 'at'])
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .executeTakeFirst()

/** All that the slots ever held which these causes changed, or those of some records only, in the order it was changed. */
export async function readSlotsOf(
  db: Runner,
  workspaceId: string,
  causes: readonly string[],
  only?: readonly string[],
): Promise<ReadChange[]> {
  // What was joined before lists had lineage is told by the membership alone.
  const { rows } = await sql<ReadChange>`
    with touched as (select distinct record_id, field from record_change where cause_id = any(${causes}::uuid[])
      and (${only === undefined} or record_id = any(${only ?? []}::uuid[])))
    select change.record_id as record, change.field, change."from", change."to", change.cause_id as cause
    from touched join record_change change using (record_id, field)
    where change.workspace_id = ${workspaceId} order by change.seq
  `.execute(db)
  const joined = await db
    .selectFrom('list_membership')
    .select(['contact_id as record', 'list', 'wording', 'cause_id as cause'])
    .where('workspace_id', '=', workspaceId)
    .where('cause_id', 'in', causes)
    .$if(only !== undefined, (query) => query.where(sql<boolean>`contact_id = any(${only ?? []}::uuid[])`))
    .execute()
  const bare = joined.flatMap(({ record, list, wording, cause }) => {
    const field = slotOfList(list)
    const told = rows.some((change) => change.record === record && change.field === field)
    return told ? [] : [{ record, field, from: null, to: wording, cause: cause ?? '' }]
  })
  return [...rows, ...bare]
}

/** A cause, the one that it puts back or corrects, the one that that put back, and so on to what was done first. */
export async function readChain(db: Runner, workspaceId: string, cause: string): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    with recursive chain as (
      select id, sort, deed, of_id, 0 as depth from cause where workspace_id = ${workspaceId} and id = ${cause}
      union all
      select cause.id, cause.sort, cause.deed, cause.of_id, depth + 1
      from chain join cause on cause.workspace_id = ${workspaceId} and cause.id = chain.of_id
      where chain.sort = 'put back' or chain.deed = 'correctAnswers'
    ) select id from chain order by depth
  `.execute(db)
  return rows.map(({ id }) => id)
}

/** A cause, what corrects it or puts it back, what puts that back, and so on: all that is about it. */
export async function readAbout(db: Runner, workspaceId: string, cause: string): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    with recursive about as (
      select id from cause where workspace_id = ${workspaceId} and id = ${cause}
      union all
      select cause.id from about join cause on cause.workspace_id = ${workspaceId} and cause.of_id = about.id
    ) select id from about
  `.execute(db)
  return rows.map(({ id }) => id)
}

/**
 * How much others have to do with each of these records: submissions, links, records that belong to it, and slots that
 * they have filled (to whom it belongs says nothing of that). `own` are the causes that are no others, the one that is looked at first; those `inHand` the ones
 * whose doing is looked at.
 */
export async function countOthers(
  db: Runner,
  workspaceId: string,
  records: readonly string[],
  { own, inHand }: { own: readonly string[]; inHand: readonly string[] },
): Promise<Map<string, number>> {
  const { rows } = await sql<{ id: string; others: number }>`
    with belonging as (
      select other.id, other.company_id as whose from record other
      where other.company_id = any(${records}::uuid[]) and other.gone_by is null
      union all
      select other.id, other.contact_id from record other
      where other.contact_id = any(${records}::uuid[]) and other.gone_by is null
      union all
      select other.id, other.brought_by from record other
      where other.brought_by = any(${records}::uuid[]) and other.gone_by is null
      union all
      select part.id, part.merged_into from record part where part.merged_into = any(${records}::uuid[])
    ), own as (
      select record_id, field from record_change where cause_id = any(${inHand}::uuid[])
        and (record_id = any(${records}::uuid[]) or record_id = any(array(select id from belonging)))
    ),
    -- What it had before the cause brought it (back) is nothing that others did since.
    brought as (
      select record_id, min(seq) as seq from record_change
      where cause_id = ${own[0]} and field = ${THERE_SLOT} and record_id = any(${records}::uuid[]) group by record_id
    )
    select id, (
      (select count(*) from submission join cause on cause.workspace_id = submission.workspace_id and cause.id = submission.id
        where submission.contact_id = record.id and cause.undone_by is null and not cause.id = any(${own}::uuid[])
        and not exists (select from own where own.record_id = record.id and own.field = ${slotOfSubmission('')} || submission.id))
      + (select count(*) from personal_link link where contact_id = record.id and withdrawn_at is null
        and not exists (select from own where own.record_id = record.id and own.field = ${slotOfLink('')} || link.id))
      + (select count(*) from belonging other where other.whose = record.id
        and not exists (select from own where own.record_id = other.id
          and own.field in (${THERE_SLOT}, ${COMPANY_SLOT}, ${CONTACT_SLOT}, ${MERGED_SLOT}, ${BROUGHT_SLOT})))
      + (select count(*) from (
          select distinct on (field) field, "to" from record_change where record_id = record.id order by field, seq desc
        ) last where last."to" <> 'null' and not starts_with(field, ${slotOfSubmission('')})
          and not starts_with(field, ${slotOfLink('')}) and not field = any(${TIE_SLOTS}::text[])
          and not exists (select from own where own.record_id = record.id and own.field = last.field)
          and last."to" is distinct from (
            select before."to" from record_change before join brought on brought.record_id = before.record_id
            where before.record_id = record.id and before.field = last.field and before.seq <= brought.seq
            order by before.seq desc limit 1))
    )::int as others
    from record where workspace_id = ${workspaceId} and id = any(${records}::uuid[])
  `.execute(db)
  return new Map(rows.map(({ id, others }) => [id, others]))
}

/** Which of these records, that are gone, another has the name of by now. */
export async function findTaken(db: Runner, workspaceId: string, records: readonly string[]): Promise<Set<string>> {
  const { rows } = await sql<{ id: string }>`
    select id from record where workspace_id = ${workspaceId} and id = any(${records}::uuid[]) and gone_by is not null
      and exists (
        select from record other where other.workspace_id = record.workspace_id and other.type = record.type
          and other.key = record.key and other.gone_by is null)
  `.execute(db)
  return new Set(rows.map(({ id }) => id))
}

/** Notes that all of a cause was put back by another; and where that one was itself a putting back, that what it undid stands again. */
export async function markUndone(db: Runner, workspaceId: string, cause: string, by: string): Promise<void> {
  await sql`update cause set undone_by = ${by} where workspace_id = ${workspaceId} and id = ${cause}`.execute(db)
  await sql`
    update cause set undone_by = null where workspace_id = ${workspaceId} and undone_by = ${cause}
  `.execute(db)
}

/** Whether the same was done to the same by the same, so few minutes ago. */
export async function hasHappened(
  db: Runner,
  workspaceId: string,
  { by, deed, about }: { by: Doer; deed: string; about: string },
  minutes: number,
): Promise<boolean> {
  const row = await db
    .selectFrom('cause')
    .select('id')
    .where('workspace_id', '=', workspaceId)
    .where('sort', '=', by.sort)
    .where(by.sort === 'member' ? 'member_id' : 'token_id', '=', by.id)
    .where('deed', '=', deed)
    .where('about', '=', about)
    .where('at', '>', sql<Date>`clock_timestamp() - make_interval(mins => ${minutes})`)
    .limit(1)
    .executeTakeFirst()
  return row !== undefined
}

export const HISTORY_KEYS = {
  when: momentKey(sql`cause.at`),
} satisfies SortKeys

/** What people and programs did, or that and what visitors sent. */
export const WHICH_CAUSES = ['done', 'all'] as const

export interface HistoryFilter {
  which: (typeof WHICH_CAUSES)[number]
  /** Words of who did it, and of what it was done to. */
  search?: string | undefined
  deed?: string | undefined
  sort?: string | undefined
  after?: Cursor | null | undefined
  limit: number
}

/** Who did what, the latest first unless told otherwise. */
export function listHistory(db: Runner, workspaceId: string, filter: HistoryFilter) {
  const { which, search, deed, sort, after, limit } = filter
  const query = db
    .selectFrom('cause')
    .leftJoin('submission', (join) => join.onRef('submission.id', '=', 'cause.id').on('cause.sort', '=', 'submission'))
    .leftJoin('form', 'form.id', 'submission.form_id')
    .select(['cause.id', 'cause.sort', 'cause.deed', 'cause.who', 'cause.at', 'cause.undone_by as undoneBy'])
    .select(['submission.id as submission', sql<string>`coalesce(form.name, cause.about)`.as('about')])
    .select((eb) => [
      eb
        .selectFrom('record_change as change')
        .innerJoin('record', 'record.id', 'change.record_id')
        .select(
          sql<{
            id: string
            type: RecordType
            gone: boolean
          }>`json_build_object('id', record.id, 'type', record.type, 'gone', record.gone_by is not null)`.as('record'),
        )
        .whereRef('change.cause_id', '=', 'cause.id')
        .orderBy('change.seq')
        .limit(1)
        .as('record'),
    ])
    .where('cause.workspace_id', '=', workspaceId)
    // What visitors sent is found in Arrivals by what they wrote.
    .$if(which === 'done' || Boolean(search), (narrowed) => narrowed.where('cause.sort', '<>', 'submission'))
    .$if(deed !== undefined, (narrowed) => narrowed.where('cause.deed', '=', deed ?? ''))
    .$if(Boolean(search), (narrowed) =>
      narrowed.where(holdsWords(sql`(coalesce(cause.who, '') || ' ' || cause.about)`, search ?? '')),
    )
  return readPage(
    query,
    sql`cause.id`,
    { sorting: chooseSorting(HISTORY_KEYS, sort, '-when'), after, limit },
    (page) => page,
  )
}
