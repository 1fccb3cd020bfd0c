/**
 * Where a record holds something: a field, by its name; or a slot of our own, whose names begin with `_`, which no
 * field’s can. Every change is of one slot.
 */
export type Slot =
  | { is: 'field'; name: string }
  /** The company that a contact or a deal belongs to. */
  | { is: 'company' }
  /** A company’s mail domain. */
  | { is: 'domain' }
  /** Whether a contact is on a list: the wording agreed to, where it is. */
  | { is: 'list'; name: string }
  | { is: 'note'; id: string }
  /** Whether the record is there: it is once it was opened, and no more once it was removed. */
  | { is: 'there' }

const LIST = '_list.'
const NOTE = '_note.'

export const COMPANY_SLOT = '_company'
export const DOMAIN_SLOT = '_domain'
export const THERE_SLOT = '_there'
export const slotOfList = (list: string): string => LIST + list
export const slotOfNote = (id: string): string => NOTE + id

export function readSlot(name: string): Slot {
  if (name === COMPANY_SLOT) return { is: 'company' }
  if (name === DOMAIN_SLOT) return { is: 'domain' }
  if (name === THERE_SLOT) return { is: 'there' }
  if (name.startsWith(LIST)) return { is: 'list', name: name.slice(LIST.length) }
  if (name.startsWith(NOTE)) return { is: 'note', id: name.slice(NOTE.length) }
  return { is: 'field', name }
}
