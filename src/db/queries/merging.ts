import { sql } from 'kysely'
import type { Belongings } from '@/core/changes/merge'
import { BROUGHT_SLOT, COMPANY_SLOT, CONTACT_SLOT, MERGED_SLOT, OWNER_SLOT, type TieSlot } from '@/core/changes/slot'
import type { Runner } from '../database'

/** All that belongs to these records, of what their page tells and of what it does not. */
export async function readBelongings(db: Runner, workspaceId: string, ids: readonly string[]): Promise<Belongings> {
  const ofContacts = (table: 'submission' | 'personal_link') =>
    db
      .selectFrom(table)
      .select(['id', sql<string>`contact_id`.as('contact')])
      .where('workspace_id', '=', workspaceId)
      .where('contact_id', 'in', ids)
      .execute()
  const [submissions, links, notes, proposals, pending, lists, tied] = await Promise.all([
    ofContacts('submission'),
    ofContacts('personal_link'),
    db
      .selectFrom('note')
      .select(['id', 'record_id as record', 'text'])
      .where('workspace_id', '=', workspaceId)
      .where('record_id', 'in', ids)
      .execute(),
    db
      .selectFrom('proposal')
      .select(['record_id as record', 'submission_id as submission', 'field', 'value'])
      .where('workspace_id', '=', workspaceId)
      .where('record_id', 'in', ids)
      .execute(),
    db
      .selectFrom('list_pending')
      .select(['contact_id as contact', 'ask_id as ask', 'list', 'wording'])
      .where('workspace_id', '=', workspaceId)
      .where('contact_id', 'in', ids)
      .execute(),
    db
      .selectFrom('list_membership')
      .select(['contact_id as contact', 'list', 'wording'])
      .where('workspace_id', '=', workspaceId)
      .where('contact_id', 'in', ids)
      .orderBy('joined_at')
      .execute(),
    readTied(db, workspaceId, ids),
  ])
  return { submissions, links, notes, proposals, pending, lists, tied }
}

async function readTied(db: Runner, workspaceId: string, ids: readonly string[]): Promise<Belongings['tied']> {
  const by = (slot: TieSlot, column: 'company_id' | 'contact_id' | 'merged_into' | 'brought_by') => sql<{
    record: string
    slot: TieSlot
  }>`
    select id as record, ${slot}::text as slot from record
    where workspace_id = ${workspaceId} and ${sql.ref(column)} = any(${ids}::uuid[])`
  const { rows } = await sql<{ record: string; slot: TieSlot }>`
    ${by(COMPANY_SLOT, 'company_id')} union all ${by(CONTACT_SLOT, 'contact_id')}
    union all ${by(MERGED_SLOT, 'merged_into')} union all ${by(BROUGHT_SLOT, 'brought_by')}
  `.execute(db)
  return rows
}

/** What set each field of these records last, and the company they belong to. */
export async function readSetBy(db: Runner, workspaceId: string, ids: readonly string[]) {
  const { rows } = await sql<{ record: string; slot: string; at: Date; sort: string; who: string | null }>`
    select distinct on (record_id, field) record_id as record, field as slot, change.at, cause.sort, cause.who
    from record_change change
    join cause on cause.workspace_id = change.workspace_id and cause.id = change.cause_id
    where change.workspace_id = ${workspaceId} and record_id = any(${ids}::uuid[])
      and (not starts_with(field, '_') or field in (${COMPANY_SLOT}, ${OWNER_SLOT}, ${BROUGHT_SLOT}))
    order by record_id, field, change.seq desc
  `.execute(db)
  return rows
}

/** The contact or company of this key, or that one of this key is part of; `null` where there is none. */
export async function findKnownBy(
  db: Runner,
  workspaceId: string,
  type: 'contact' | 'company',
  key: string,
): Promise<string | null> {
  const { rows } = await sql<{ id: string }>`
    select coalesce(merged_into, id) as id from record
    where workspace_id = ${workspaceId} and type = ${type} and key = ${key}
      and (gone_by is null or merged_into is not null)
    order by gone_by is null desc limit 1
  `.execute(db)
  return rows[0]?.id ?? null
}
