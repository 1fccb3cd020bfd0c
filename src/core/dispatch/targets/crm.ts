import { isKnown } from '../../records/match'
import { titleOf } from '../../records/record'
import { isOfField } from '../../records/land'
import { addressSetting, secretSetting } from './settings'
import type { TargetRules, WrittenRecord } from './target'
import type { CrmBody } from './bodies'

/** A CRM: gets a contact whole whenever a submission made it, or its fields were changed. */
export const crm: TargetRules<CrmBody> = {
  words: 'CRM',
  about: 'Gets a contact whole, whenever a submission made it, or its fields were changed.',
  settings: {
    url: addressSetting('Contacts are posted to crm/contacts below it'),
    token: secretSetting('Token', 'Sent as a bearer token, where it asks for one'),
  },
  chosen: true,
  plan({ person, changes }, connection, chosen) {
    if (!connection || !isKnown(person)) return []
    const made = person.how === 'new'
    const changed = changes.some(
      (change) => change.record === 'contact' && change.effect === 'set' && isOfField(change),
    )
    if (!made && !changed) return []
    return [
      {
        key: `crm:${connection.name}`,
        to: 'crm',
        connection: connection.name,
        message: null,
        text: `${connection.title} gets the contact`,
        because: `${made ? 'A contact was made' : 'The contact’s fields changed'}. ${chosen}`,
      },
    ]
  },
  body(_, { contact, company }) {
    if (!contact) throw new Error('A CRM delivery needs a contact')
    return bodyOf(contact, company)
  },
  follow: bodyOf,
  nameless: (body) => ({ ...body, email: '', values: {} }),
  explain: ({ email, values, revision }) => ({
    line: `CRM contact ${email}`.trimEnd(),
    text: JSON.stringify({ email, fields: values, revision }, null, 2),
  }),
}

function bodyOf(contact: WrittenRecord, company: WrittenRecord | null): CrmBody {
  const { key: email, values, revision } = contact
  return { to: 'crm', email, values: company ? { ...values, company: titleOf(company) } : values, revision }
}
