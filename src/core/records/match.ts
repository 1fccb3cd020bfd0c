import type { ContactState } from './snapshot'

/** Who a submission is taken to be from, and why. */
export interface Person {
  how: 'email' | 'personal_link' | 'new' | 'nobody'
  /** The contact's id; `null` for a new contact, which has none yet, and for nobody. */
  contact: string | null
  email: string | null
  because: string
}

/**
 * Matches a submission with a contact.
 *
 * The answered email decides. The personal link decides only where no email was answered, because
 * links get forwarded: whoever types another address is somebody else, and must not overwrite the
 * person the link was made for.
 */
export function matchPerson(
  email: string | null,
  linkHolder: string | null,
  contacts: readonly ContactState[],
): Person {
  if (email) {
    const contact = contacts.find((candidate) => candidate.email === email)
    if (!contact) return { how: 'new', contact: null, email, because: `No contact has the address ${email}` }
    const because =
      contact.id === linkHolder
        ? 'The personal link and the address belong to this contact'
        : `The address ${email} belongs to this contact`
    return { how: 'email', contact: contact.id, email, because }
  }
  const holder = contacts.find(({ id }) => id === linkHolder)
  if (holder)
    return {
      how: 'personal_link',
      contact: holder.id,
      email: holder.email,
      because: 'No address was answered; the personal link belongs to this contact',
    }
  return {
    how: 'nobody',
    contact: null,
    email: null,
    because: 'No address was answered and there was no personal link',
  }
}
