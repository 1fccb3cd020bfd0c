import { sql } from 'kysely'
import type { Held, Written } from '@/core/changes/ledger'
import { titleOf } from '@/core/records/record'
import type { Wanted } from '@/core/records/wanted'
import { asJson, type Runner } from '../database'

/** Records of one workspace that may be matched, of those that are there, the latest made first; locked until the transaction ends where `lock` says so. */
export async function readRecords(db: Runner, workspaceId: string, wanted: Wanted, lock = false): Promise<Held[]> {
  const { emails, contacts, companyKeys, domains, openings } = wanted
  const read = (which: ReturnType<typeof sql<boolean>>) =>
    select(db, workspaceId, lock, sql`gone_by is null and (${which})`)
  const people = await read(
    sql<boolean>`type = 'contact' and (key = any(${emails}::text[]) or id = any(${contacts}::uuid[]))`,
  )
  const houses =
    companyKeys.length + domains.length > 0
      ? await read(
          sql<boolean>`type = 'company' and (key = any(${companyKeys}::text[]) or domain = any(${domains}::text[]))`,
        )
      : []
  const ids = people.map(({ id }) => id)
  const opened =
    openings && ids.length > 0
      ? await read(sql<boolean>`type in ('deal', 'request') and contact_id = any(${ids}::uuid[])`)
      : []
  return [...people, ...houses, ...opened]
}

/** Records by id, those that are gone as well; locked until the transaction ends. */
export const holdRecords = (tx: Runner, workspaceId: string, ids: readonly string[]): Promise<Held[]> =>
  select(tx, workspaceId, true, sql<boolean>`id = any(${ids}::uuid[])`)

async function select(db: Runner, workspaceId: string, lock: boolean, which: ReturnType<typeof sql<boolean>>) {
  const query = db
    .selectFrom('record')
    .selectAll('record')
    .select((eb) =>
      eb
        .selectFrom('list_membership as m')
        .select(sql<string[]>`coalesce(array_agg(m.list), '{}')`.as('lists'))
        .whereRef('m.contact_id', '=', 'record.id')
        .as('lists'),
    )
    .where('workspace_id', '=', workspaceId)
    .where(which)
    .orderBy('created_at', 'desc')
    .orderBy('id')
  const rows = await (lock ? query.forUpdate() : query).execute()
  return rows.map((row): Held => ({
    id: row.id,
    type: row.type,
    key: row.key,
    domain: row.domain,
    contact: row.contact_id,
    company: row.company_id,
    form: row.form_id,
    values: row.values,
    lists: row.lists ?? [],
    revision: row.revision,
    goneBy: row.gone_by,
  }))
}

/** Writes records as they stand after changes, each with the moment of its last one. */
export async function writeRecords(db: Runner, workspaceId: string, records: Written['records']): Promise<void> {
  if (records.length === 0) return
  // Whom a record belongs to is written before it.
  const order = ['company', 'contact', 'deal', 'request']
  const rows = records
    .toSorted((a, b) => order.indexOf(a.record.type) - order.indexOf(b.record.type))
    .map(({ record: { lists: _, ...record }, at }) => ({ ...record, title: titleOf(record), at: at.toISOString() }))
  await sql`
    insert into record (id, workspace_id, type, key, title, domain, contact_id, company_id, form_id, "values", revision,
      gone_by, created_at, updated_at)
    select id, ${workspaceId}, type, key, title, domain, contact, company, form, "values", revision, "goneBy", at, at
    from jsonb_to_recordset(${asJson(rows)}::jsonb) as row(id uuid, type text, key text, title text, domain text,
      contact uuid, company uuid, form uuid, "values" jsonb, revision integer, "goneBy" uuid, at timestamptz)
    on conflict (id) do update set
      key = excluded.key, title = excluded.title, "values" = excluded."values", revision = excluded.revision, domain = excluded.domain,
      contact_id = excluded.contact_id, company_id = excluded.company_id, gone_by = excluded.gone_by,
      updated_at = greatest(record.updated_at, excluded.updated_at)
  `.execute(db)
}

/** Writes changes in the order they were made: lineage is told by it. */
export async function addChanges(db: Runner, workspaceId: string, changes: Written['changes']): Promise<void> {
  if (changes.length === 0) return
  await sql`
    insert into record_change (workspace_id, record_id, field, "from", "to", cause_id, because, at)
    select ${workspaceId}, record, field, coalesce("from", 'null'), coalesce("to", 'null'), cause, because, at
    from jsonb_to_recordset(${asJson(changes.map((change, n) => ({ ...change, n })))}::jsonb) as row(n integer,
      record uuid, field text, "from" jsonb, "to" jsonb, cause uuid, because text, at timestamptz)
    order by n
  `.execute(db)
}

/** Puts contacts on lists, or takes them off. Somebody who is on one stays there with the wording they agreed to. */
export async function writeMemberships(db: Runner, workspaceId: string, lists: Written['lists']): Promise<void> {
  const joined = lists.filter(({ wording }) => wording !== null)
  if (joined.length > 0)
    await sql`
      insert into list_membership (workspace_id, list, contact_id, wording, cause_id, joined_at)
      select ${workspaceId}, list, contact, wording, cause, at
      from jsonb_to_recordset(${asJson(joined)}::jsonb) as row(list text, contact uuid, wording text, cause uuid,
        at timestamptz)
      on conflict do nothing
    `.execute(db)
  const left = lists.filter(({ wording }) => wording === null)
  if (left.length > 0)
    await sql`
      delete from list_membership m using jsonb_to_recordset(${asJson(left)}::jsonb) as row(list text, contact uuid)
      where m.workspace_id = ${workspaceId} and m.list = row.list and m.contact_id = row.contact
    `.execute(db)
}

/** Writes notes as they read now, and takes those away that are gone. */
export async function writeNotes(db: Runner, workspaceId: string, notes: Written['notes']): Promise<void> {
  const kept = notes.filter(({ text }) => text !== null)
  if (kept.length > 0)
    await sql`
      insert into note (id, workspace_id, record_id, text, cause_id, written_at)
      select note, ${workspaceId}, record, text, cause, at
      from jsonb_to_recordset(${asJson(kept)}::jsonb) as row(note uuid, record uuid, text text, cause uuid, at timestamptz)
      on conflict (id) do update set text = excluded.text, cause_id = excluded.cause_id, written_at = excluded.written_at
      where note.workspace_id = excluded.workspace_id
    `.execute(db)
  const gone = notes.flatMap(({ note, text }) => (text === null ? [note] : []))
  if (gone.length > 0)
    await db.deleteFrom('note').where('workspace_id', '=', workspaceId).where('id', 'in', gone).execute()
}
