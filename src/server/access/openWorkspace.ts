import { randomUUID } from 'node:crypto'
import { BUILT_IN_FIELDS, type RecordField } from '@/core/fields/field'
import { asJson, type Runner } from '@/db/database'
import { addMember } from '@/db/queries/members'
import { hash } from './hashing'

export interface NewWorkspace {
  name: string
  /** The domain its mail comes from. */
  mailDomain: string
  timeZone: string
  sites?: string[]
  /** Fields beside those that every workspace has, or in place of them. */
  fields?: readonly Omit<RecordField, 'retired'>[]
}

/** Makes a workspace with the fields that every one has. */
export async function openWorkspace(
  db: Runner,
  { name, mailDomain, timeZone, sites = [], fields = [] }: NewWorkspace,
): Promise<string> {
  const { id } = await db
    .insertInto('workspace')
    .values({ name, mail_domain: mailDomain, time_zone: timeZone, sites })
    .returning('id')
    .executeTakeFirstOrThrow()
  await db
    .insertInto('record_field')
    .values(
      [...BUILT_IN_FIELDS.filter(({ record, name: called }) => !isAmong(fields, record, called)), ...fields].map(
        ({ record, name: called, label, type, options }, position) => ({
          workspace_id: id,
          record,
          name: called,
          label,
          type,
          options: asJson(options),
          position,
        }),
      ),
    )
    .execute()
  return id
}

const isAmong = (fields: NewWorkspace['fields'] = [], record: string, name: string): boolean =>
  fields.some((one) => one.record === record && one.name === name)

/** Makes somebody who can sign in; `null` where another has the address. */
export async function addUser(
  db: Runner,
  { name, email, password }: { name: string; email: string; password: string },
): Promise<string | null> {
  const id = randomUUID()
  const hashed = await hash(password)
  const made = await db
    .insertInto('user')
    .values({ id, name, email })
    .onConflict((conflict) => conflict.column('email').doNothing())
    .returning('id')
    .executeTakeFirst()
  if (!made) return null
  await db
    .insertInto('account')
    .values({ id: randomUUID(), accountId: id, providerId: 'credential', userId: id, password: hashed })
    .execute()
  return id
}

/** Makes somebody who can sign in, the owner of a workspace; `null` where another has the address. */
export async function addOwner(
  db: Runner,
  workspaceId: string,
  person: { name: string; email: string; password: string },
): Promise<string | null> {
  const id = await addUser(db, person)
  if (id !== null) await addMember(db, workspaceId, id, 'owner')
  return id
}
