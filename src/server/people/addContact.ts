import { randomUUID } from 'node:crypto'
import type { Answers } from '@/core/answers/answer'
import { companyDomain, companyKey } from '@/core/records/company'
import { findField, rulesOfField } from '@/core/fields/field'
import { matchCompany } from '@/core/records/match'
import type { Db, Runner } from '@/db/database'
import { lockNames } from '@/db/queries/clock'
import { addChanges, insertContact, readRecords, writeRecords } from '@/db/queries/records'
import { readResources } from '@/db/queries/workspace'
import { COMPANY_LINK } from '../submissions/batch'

export type Added = { ok: true; id: string } | { ok: false; status: 409 | 422; message: string }

/**
 * Makes a contact from fields the workspace knows, with a line of lineage for each; of the company named, which
 * is made where nobody has that name.
 */
export async function addContact(
  db: Db,
  workspaceId: string,
  values: Answers & { email: string },
  because: string,
  now: Date,
  company: string | null = null,
): Promise<Added> {
  const { fields } = await readResources(db, workspaceId)
  for (const [name, value] of Object.entries(values)) {
    const field = findField(fields, 'contact', name)
    if (!field) return { ok: false, status: 422, message: `There is no contact field “${name}”.` }
    if (!rulesOfField(field.type).takes(value, field.options))
      return { ok: false, status: 422, message: `“${name}” must be: ${rulesOfField(field.type).words.toLowerCase()}.` }
  }
  return db.transaction().execute(async (tx): Promise<Added> => {
    const house =
      company === null ? null : await findOrOpenCompany(tx, workspaceId, company, values.email, because, now)
    const id = await insertContact(tx, workspaceId, values, house?.id ?? null, now)
    if (!id) return { ok: false, status: 409, message: `A contact with the address ${values.email} exists.` }
    const by = { workspaceId, recordId: id, from: null, submissionId: null, because, at: now }
    const set = house ? { ...values, [COMPANY_LINK]: house.name } : values
    await addChanges(
      tx,
      Object.entries(set).map(([field, to]) => ({ ...by, field, to })),
    )
    return { ok: true, id }
  })
}

async function findOrOpenCompany(
  tx: Runner,
  workspaceId: string,
  name: string,
  email: string,
  because: string,
  at: Date,
): Promise<{ id: string; name: string } | null> {
  const key = companyKey(name)
  await lockNames(tx, [`${workspaceId} company ${key}`])
  const domain = companyDomain(email)
  const wanted = { emails: [], contacts: [], companyKeys: [key], domains: domain ? [domain] : [], openings: false }
  const records = await readRecords(tx, workspaceId, wanted)
  const matched = matchCompany(name, email, records)
  if (!matched) return null
  if (matched.id) return { id: matched.id, name: matched.title ?? name }
  const record = {
    id: randomUUID(),
    workspaceId,
    type: 'company' as const,
    key,
    domain,
    contact: null,
    company: null,
    form: null,
    values: { name },
    lists: [],
    revision: 1,
  }
  await writeRecords(tx, [{ record, at }])
  await addChanges(tx, [
    { workspaceId, recordId: record.id, field: 'name', from: null, to: name, submissionId: null, because, at },
  ])
  return { id: record.id, name }
}
