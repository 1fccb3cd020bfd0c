import { sql } from 'kysely'
import type { Answer, Answers } from '@/core/answers/answer'
import type { ContactState } from '@/core/records/snapshot'
import { asJson, type Runner } from '../database'

export interface StoredContact extends ContactState {
  workspaceId: string
  revision: number
}

/** Contacts with these ids or addresses, in one workspace, locked until the transaction ends. */
export async function lockContacts(
  db: Runner,
  workspaceId: string,
  emails: readonly string[],
  ids: readonly string[],
): Promise<StoredContact[]> {
  return readContacts(db, workspaceId, emails, ids, true)
}

/** The same without locking. */
export async function readContacts(
  db: Runner,
  workspaceId: string,
  emails: readonly string[],
  ids: readonly string[],
  lock = false,
): Promise<StoredContact[]> {
  if (emails.length + ids.length === 0) return []
  const query = db
    .selectFrom('contact')
    .select(['id', 'email', 'values', 'revision'])
    .select((eb) =>
      eb
        .selectFrom('list_membership as m')
        .select(sql<string[]>`coalesce(array_agg(m.list), '{}')`.as('lists'))
        .whereRef('m.contact_id', '=', 'contact.id')
        .as('lists'),
    )
    .where('workspace_id', '=', workspaceId)
    .where((eb) =>
      eb.or([eb('email', '=', sql<string>`any(${emails})`), eb('id', '=', sql<string>`any(${ids}::uuid[])`)]),
    )
    .orderBy('id')
  const rows = await (lock ? query.forUpdate() : query).execute()
  return rows.map(({ id, email, values, revision, lists }) => ({
    id,
    email,
    values,
    revision,
    workspaceId,
    lists: lists ?? [],
  }))
}

/** Writes contacts as they stand after changes, each with the moment of its last one. */
export async function writeContacts(
  db: Runner,
  contacts: readonly { contact: StoredContact; at: Date }[],
): Promise<void> {
  if (contacts.length === 0) return
  const rows = contacts.map(({ contact: { id, workspaceId, email, values, revision }, at }) => ({
    id,
    workspace_id: workspaceId,
    email,
    values,
    revision,
    at: at.toISOString(),
  }))
  await sql`
    insert into contact (id, workspace_id, email, "values", revision, created_at, updated_at)
    select id, workspace_id, email, "values", revision, at, at
    from jsonb_to_recordset(${asJson(rows)}::jsonb)
      as row(id uuid, workspace_id uuid, email text, "values" jsonb, revision integer, at timestamptz)
    on conflict (id) do update set
      "values" = excluded."values", revision = excluded.revision,
      updated_at = greatest(contact.updated_at, excluded.updated_at)
  `.execute(db)
}

export interface NewChange {
  workspaceId: string
  contactId: string
  field: string
  from: Answer
  to: Answer
  submissionId: string | null
  because: string
  at: Date
}

export async function addChanges(db: Runner, changes: readonly NewChange[]): Promise<void> {
  if (changes.length === 0) return
  await db
    .insertInto('contact_change')
    .values(
      changes.map((change) => ({
        workspace_id: change.workspaceId,
        contact_id: change.contactId,
        field: change.field,
        from: asJson(change.from),
        to: asJson(change.to),
        submission_id: change.submissionId,
        because: change.because,
        at: change.at,
      })),
    )
    .execute()
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
  await db
    .insertInto('list_membership')
    .values(
      memberships.map((membership) => ({
        workspace_id: membership.workspaceId,
        list: membership.list,
        contact_id: membership.contactId,
        wording: membership.wording,
        submission_id: membership.submissionId,
        joined_at: membership.at,
      })),
    )
    .onConflict((conflict) => conflict.doNothing())
    .execute()
}

/** Makes a contact that a person or a program enters, or says that the address is taken. */
export async function insertContact(
  db: Runner,
  workspaceId: string,
  values: Answers & { email: string },
  at: Date,
): Promise<string | null> {
  const row = await db
    .insertInto('contact')
    .values({
      workspace_id: workspaceId,
      email: values.email,
      values: asJson(values),
      created_at: at,
      updated_at: at,
    })
    .onConflict((conflict) => conflict.columns(['workspace_id', 'email']).doNothing())
    .returning('id')
    .executeTakeFirst()
  return row?.id ?? null
}
