import type { Answers } from '../../answers/answer'
import { isKnown } from '../../records/match'
import { titleOf } from '../../records/snapshot'
import { addressSetting, secretSetting } from './settings'
import type { TargetRules } from './target'

export interface CrmBody {
  to: 'crm'
  email: string
  values: Answers
  /** Counts the states of the contact, so that an older one that arrives later can be told. */
  revision: number
}

/** A CRM: gets a contact whole whenever a submission made it or changed its fields. */
export const crm: TargetRules<CrmBody> = {
  words: 'CRM',
  about: 'Gets a contact whole, whenever a submission made it or changed its fields.',
  settings: {
    url: addressSetting('Contacts are posted to crm/contacts below it'),
    token: secretSetting('Token', 'Sent as a bearer token, where it asks for one'),
  },
  chosen: true,
  plan({ person, changes }, connection, chosen) {
    if (!connection || !isKnown(person)) return []
    const made = person.how === 'new'
    const changed = changes.some(({ record, effect }) => record === 'contact' && effect === 'set')
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
    const { key: email, values, revision } = contact
    return { to: 'crm', email, values: company ? { ...values, company: titleOf(company) } : values, revision }
  },
  explain: ({ email, values, revision }) => ({
    line: `CRM contact ${email}`,
    text: JSON.stringify({ email, fields: values, revision }, null, 2),
  }),
}
