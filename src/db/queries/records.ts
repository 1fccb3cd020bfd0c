import { sql } from 'kysely'
import type { Answer, Answers } from '@/core/answers/answer'
import { type RecordState, titleOf } from '@/core/records/record'
import type { Wanted } from '@/core/records/wanted'
import { asJson, type Runner } from '../database'

export interface StoredRecord extends RecordState {
  workspaceId: string
  revision: number
}

/** Records of one workspace that may be matched, the latest made first; locked until the transaction ends where `lock` says so. */
export async function readRecords(
  db: Runner,
  workspaceId: string,
  wanted: Wanted,
  lock = false,
): Promise<StoredRecord[]> {
  const { emails, contacts, companyKeys, domains, openings } = wanted
  const read = (which: ReturnType<typeof sql<boolean>>) => select(db, workspaceId, lock, which)
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
  return rows.map((row): StoredRecord => ({
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
    workspaceId,
  }))
}

/** Writes records as they stand after changes, each with the moment of its last one. */
export async function writeRecords(db: Runner, records: readonly { record: StoredRecord; at: Date }[]): Promise<void> {
  if (records.length === 0) return
  // Whom a record belongs to is written before it.
  const order = ['company', 'contact', 'deal', 'request']
  const rows = records
    .toSorted((a, b) => order.indexOf(a.record.type) - order.indexOf(b.record.type))
    .map(({ record: { lists: _, ...record }, at }) => ({ ...record, title: titleOf(record), at: at.toISOString() }))
  await sql`
    insert into record (id, workspace_id, type, key, title, domain, contact_id, company_id, form_id, "values", revision, created_at, updated_at)
    select id, "workspaceId", type, key, title, domain, contact, company, form, "values", revision, at, at
    from jsonb_to_recordset(${asJson(rows)}::jsonb) as row(id uuid, "workspaceId" uuid, type text, key text, title text, domain text,
      contact uuid, company uuid, form uuid, "values" jsonb, revision integer, at timestamptz)
    on conflict (id) do update set
      title = excluded.title, "values" = excluded."values", revision = excluded.revision, domain = excluded.domain,
      contact_id = excluded.contact_id, company_id = excluded.company_id,
      updated_at = greatest(record.updated_at, excluded.updated_at)
  `.execute(db)
}

export interface NewChange {
  workspaceId: string
  recordId: string
  field: string
  from: Answer
  to: Answer
  submissionId: string | null
  because: string
  at: Date
}

/** Writes changes in the order they were made: lineage is told by it. */
export async function addChanges(db: Runner, changes: readonly NewChange[]): Promise<void> {
  if (changes.length === 0) return
  await sql`
    insert into record_change (workspace_id, record_id, field, "from", "to", submission_id, because, at)
    select "workspaceId", "recordId", field, coalesce("from", 'null'), coalesce("to", 'null'), "submissionId", because, at
    from jsonb_to_recordset(${asJson(changes.map((change, n) => ({ ...change, n })))}::jsonb) as row(n integer,
      "workspaceId" uuid, "recordId" uuid, field text, "from" jsonb, "to" jsonb, "submissionId" uuid, because text,
      at timestamptz)
    order by n
  `.execute(db)
}

export interface NewMembership {
  workspaceId: string
  list: string
  contactId: string
  wording: string
  submissionId: string
  at: Date
}

export async function addMemberships(db: Runner, memberships: readonly NewMembership[]): Promise<void> {
  if (memberships.length === 0) return
  await sql`
    insert into list_membership (workspace_id, list, contact_id, wording, submission_id, joined_at)
    select "workspaceId", list, "contactId", wording, "submissionId", at
    from jsonb_to_recordset(${asJson(memberships)}::jsonb) as row("workspaceId" uuid, list text, "contactId" uuid,
      wording text, "submissionId" uuid, at timestamptz)
    on conflict do nothing
  `.execute(db)
}

/** Makes a contact that a person or a program enters, or says that the address is taken. */
export async function insertContact(
  db: Runner,
  workspaceId: string,
  values: Answers & { email: string },
  companyId: string | null,
  at: Date,
): Promise<string | null> {
  const row = await db
    .insertInto('record')
    .values({
      workspace_id: workspaceId,
      type: 'contact',
      key: values.email,
      title: titleOf({ type: 'contact', key: values.email, values }),
      company_id: companyId,
      values: asJson(values),
      created_at: at,
      updated_at: at,
    })
    .onConflict((conflict) => conflict.columns(['workspace_id', 'type', 'key']).doNothing())
    .returning('id')
    .executeTakeFirst()
  return row?.id ?? null
}
