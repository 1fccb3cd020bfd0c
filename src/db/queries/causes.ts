import { sql } from 'kysely'
import type { Caused } from '@/core/changes/cause'
import type { DoneBy, ReadChange } from '@/core/changes/put_back'
import { COMPANY_SLOT, slotOfList } from '@/core/changes/slot'
import { asJson, type Runner } from '../database'

/** Keeps causes, in the order they happened. */
export async function addCauses(db: Runner, causes: readonly Caused[]): Promise<void> {
  if (causes.length === 0) return
  const rows = causes.map((caused, n) => ({ n, ...asRow(caused) }))
  await sql`
    insert into cause (id, workspace_id, sort, deed, member_id, token_id, who, of_id, at)
    select id, workspace_id, sort, deed, member_id, token_id, who, of_id, at
    from jsonb_to_recordset(${asJson(rows)}::jsonb) as row(n integer, id uuid, workspace_id uuid, sort text, deed text,
      member_id text, token_id uuid, who text, of_id uuid, at timestamptz)
    order by n
  `.execute(db)
}

function asRow({ id, workspaceId, cause, at }: Caused) {
  const row = { id, workspace_id: workspaceId, at: at.toISOString() }
  if (cause.sort === 'submission') return { ...row, sort: 'submission', deed: 'apply' }
  const { by, of } = cause
  return {
    ...row,
    sort: cause.sort === 'deed' ? by.sort : cause.sort,
    deed: cause.sort === 'deed' ? cause.deed : 'putBack',
    ...(by.sort === 'member' ? { member_id: by.id } : { token_id: by.id }),
    who: by.name,
    of_id: of ?? null,
  }
}

/** A cause, with what it is about. */
export const findCause = (db: Runner, workspaceId: string, id: string) =>
  db
    .selectFrom('cause')
    .select(['id', 'sort', 'deed', 'who', 'of_id as of', 'undone_by as undoneBy', 'at'])
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .executeTakeFirst()

/** All that the slots ever held which a cause changed, in the order it was changed. */
export async function readSlotsOf(db: Runner, workspaceId: string, cause: string): Promise<ReadChange[]> {
  // What was joined before lists had lineage is told by the membership alone.
  const { rows } = await sql<ReadChange>`
    with touched as (select distinct record_id, field from record_change where cause_id = ${cause})
    select change.record_id as record, change.field, change."from", change."to", change.cause_id as cause
    from touched join record_change change using (record_id, field)
    where change.workspace_id = ${workspaceId} order by change.seq
  `.execute(db)
  const joined = await db
    .selectFrom('list_membership')
    .select(['contact_id as record', 'list', 'wording'])
    .where('workspace_id', '=', workspaceId)
    .where('cause_id', '=', cause)
    .execute()
  const bare = joined.flatMap(({ record, list, wording }) => {
    const field = slotOfList(list)
    const told = rows.some((change) => change.record === record && change.field === field)
    return told ? [] : [{ record, field, from: null, to: wording, cause }]
  })
  return [...rows, ...bare]
}

/**
 * Records that a cause opened and that are there, each with how much others have to do with it: submissions, links,
 * records that belong to it, and slots that others have filled.
 */
export async function readOpenedBy(db: Runner, workspaceId: string, cause: string): Promise<DoneBy['opened']> {
  const { rows } = await sql<DoneBy['opened'][number]>`
    select id as record, (
      (select count(*) from submission join cause c on c.id = submission.id
        where submission.contact_id = record.id and c.undone_by is null and c.id <> ${cause})
      + (select count(*) from personal_link where contact_id = record.id and withdrawn_at is null)
      + (select count(*) from record other where (other.contact_id = record.id or other.company_id = record.id)
        and other.gone_by is null and other.opened_by is distinct from ${cause}
        and not exists (select from record_change tie where tie.record_id = other.id and tie.field = ${COMPANY_SLOT}
          and tie.cause_id = ${cause}))
      + (select count(*) from (
          select distinct on (field) field, "to" from record_change where record_id = record.id order by field, seq desc
        ) last where last."to" <> 'null' and not exists (
          select from record_change own where own.record_id = record.id and own.field = last.field and own.cause_id = ${cause}))
    )::int as others
    from record where workspace_id = ${workspaceId} and opened_by = ${cause} and gone_by is null
  `.execute(db)
  return rows
}

/** Records that a cause removed and that are gone by it still. */
export async function readRemovedBy(db: Runner, workspaceId: string, cause: string): Promise<DoneBy['removed']> {
  const { rows } = await sql<DoneBy['removed'][number]>`
    select id as record, exists (
      select from record other where other.workspace_id = record.workspace_id and other.type = record.type
        and other.key = record.key and other.gone_by is null
    ) as taken from record where workspace_id = ${workspaceId} and gone_by = ${cause}
  `.execute(db)
  return rows
}

/** Notes that all of a cause was put back by another; and where that one was itself a putting back, that what it undid stands again. */
export async function markUndone(db: Runner, workspaceId: string, cause: string, by: string): Promise<void> {
  await sql`update cause set undone_by = ${by} where workspace_id = ${workspaceId} and id = ${cause}`.execute(db)
  await sql`
    update cause set undone_by = null where workspace_id = ${workspaceId} and undone_by = ${cause}
  `.execute(db)
}
