import { randomUUID } from 'node:crypto'
import type { Answers } from '@/core/answers/answer'
import type { Doer } from '@/core/changes/cause'
import { type ChangeSet, NO_CHANGES, type Opening, type SlotChange } from '@/core/changes/change_set'
import { COMPANY_SLOT } from '@/core/changes/slot'
import { Ledger } from '@/core/changes/ledger'
import { companyDomain, companyKey } from '@/core/records/company'
import { matchCompany } from '@/core/records/match'
import { isKnownBy, type RecordState } from '@/core/records/record'
import type { Db } from '@/db/database'
import { lockNames } from '@/db/queries/clock'
import { NOTHING_WANTED } from '@/core/records/wanted'
import { readRecords } from '@/db/queries/records'
import { readResources } from '@/db/queries/workspace'
import { inTurn } from '../changes/inTurn'
import { writeChanges } from '../changes/writeChanges'
import { findUnfitField } from './fields'

export type Added = { ok: true; id: string } | { ok: false; status: 409 | 422; message: string }

/** A contact as somebody enters it, of the company named, which is made where nobody has that name. */
export interface NewContact {
  values: Answers & { email: string }
  company: string | null
  /** Why each value is as it is. */
  because: string
  /** When; left out, now. */
  at?: Date
}

/** Makes a contact from fields the workspace knows, with a line of lineage for each. */
export async function addContact(db: Db, workspaceId: string, contact: NewContact, by: Doer): Promise<Added> {
  const { values, company } = contact
  const { fields } = await readResources(db, workspaceId)
  const unfit = findUnfitField('contact', values, fields)
  if (unfit) return { ok: false, status: 422, message: unfit }
  return inTurn(db, workspaceId, async (tx, now): Promise<Added> => {
    const domain = company === null ? null : companyDomain(values.email)
    const companyKeys = company === null ? [] : [companyKey(company)]
    await lockNames(tx, [
      `${workspaceId} ${values.email}`,
      ...companyKeys.map((key) => `${workspaceId} company ${key}`),
    ])
    const wanted = {
      ...NOTHING_WANTED,
      emails: [values.email],
      companyKeys,
      domains: domain ? [domain] : [],
    }
    const records = await readRecords(tx, workspaceId, wanted, true)
    if (records.some((one) => one.type === 'contact' && isKnownBy(one, values.email)))
      return { ok: false, status: 409, message: `A contact with the address ${values.email} exists.` }
    const ledger = new Ledger(records, randomUUID)
    const caused = { id: randomUUID(), workspaceId, about: values.email }
    const cause = { sort: 'deed' as const, by, deed: 'addContact' as const }
    const find = ledger.do({ ...caused, cause, at: contact.at ?? now }, entering(contact, records))
    await writeChanges(tx, workspaceId, ledger.written())
    return { ok: true, id: find('contact').id }
  })
}

/** What entering a contact does: it is opened, and its company where nobody has that name. */
export function entering({ values, company, because }: NewContact, records: readonly RecordState[]): ChangeSet {
  const matched = company === null ? null : matchCompany(company, values.email, records)
  const opened = { contact: null, company: null, form: null, because }
  const opens: Opening[] = [{ ref: 'contact', type: 'contact', key: values.email, domain: null, ...opened }]
  const changes = Object.entries(values).map(([slot, to]): SlotChange => ({
    record: 'contact',
    slot,
    from: null,
    to,
    because,
  }))
  if (!matched) return { ...NO_CHANGES, opens, changes }
  const house = matched.id ?? 'company'
  if (matched.id === null) {
    opens.unshift({ ref: 'company', type: 'company', key: matched.key, domain: matched.domain, ...opened })
    changes.unshift({ record: 'company', slot: 'name', from: null, to: company, because })
  }
  return { ...NO_CHANGES, opens, changes, ties: [{ record: 'contact', slot: COMPANY_SLOT, to: house, because }] }
}
