import { type Answer, partOf, sameAnswer } from '../answers/answer'

/**
 * Where a record holds something: a field, by its name; or a slot of our own, whose names begin with `_`, which no
 * field’s can. Every change is of one slot.
 */
export type Slot =
  | { is: 'field'; name: string }
  /** The company that a contact or a deal belongs to. */
  | { is: 'company' }
  /** The contact whose a deal or a request is. */
  | { is: 'contact' }
  /** The record that this one is part of since the two were merged. */
  | { is: 'merged' }
  /** The contact who brought this one, by their referral code. */
  | { is: 'brought' }
  /** The member who sees to it. */
  | { is: 'owner' }
  /** A company’s mail domain. */
  | { is: 'domain' }
  /** Whether a contact is on a list: the wording agreed to, where it is. */
  | { is: 'list'; name: string }
  /** Whether a contact is asked by mail to confirm that they join a list: the wording agreed to, until they answer. */
  | { is: 'pending'; ask: string; list: string }
  | { is: 'note'; id: string }
  /** Whether a submission is this contact’s. */
  | { is: 'submission'; id: string }
  /** Whether a personal link is this contact’s. */
  | { is: 'link'; id: string }
  /** What a submission proposes for a field, whose sender proved nothing; blank once that is taken or left. */
  | { is: 'proposal'; submission: string; field: string }
  /** Whether the record is there: it is once it was opened, and no more once it was removed. */
  | { is: 'there' }

const LIST = '_list.'
const PENDING = '_pending.'
const NOTE = '_note.'
const SUBMISSION = '_submission.'
const LINK = '_link.'
const PROPOSAL = '_proposed.'

export const COMPANY_SLOT = '_company'
export const CONTACT_SLOT = '_contact'
export const MERGED_SLOT = '_merged'
export const BROUGHT_SLOT = '_brought'
export const DOMAIN_SLOT = '_domain'
export const OWNER_SLOT = '_owner'
export const THERE_SLOT = '_there'
export const slotOfList = (list: string): string => LIST + list
export const slotOfPending = ({ ask, list }: { ask: string; list: string }): string => `${PENDING}${ask}.${list}`
export const slotOfNote = (id: string): string => NOTE + id
export const slotOfSubmission = (id: string): string => SUBMISSION + id
export const slotOfLink = (id: string): string => LINK + id
export const slotOfProposal = ({ submission, field }: { submission: string; field: string }): string =>
  `${PROPOSAL}${submission}.${field}`

/** Slots that hold another record. */
export const TIE_SLOTS = [COMPANY_SLOT, CONTACT_SLOT, MERGED_SLOT, BROUGHT_SLOT] as const
export type TieSlot = (typeof TIE_SLOTS)[number]
export const isTieSlot = (name: string): name is TieSlot => (TIE_SLOTS as readonly string[]).includes(name)

export function readSlot(name: string): Slot {
  if (name === COMPANY_SLOT) return { is: 'company' }
  if (name === CONTACT_SLOT) return { is: 'contact' }
  if (name === MERGED_SLOT) return { is: 'merged' }
  if (name === BROUGHT_SLOT) return { is: 'brought' }
  if (name === OWNER_SLOT) return { is: 'owner' }
  if (name === DOMAIN_SLOT) return { is: 'domain' }
  if (name === THERE_SLOT) return { is: 'there' }
  if (name.startsWith(LIST)) return { is: 'list', name: name.slice(LIST.length) }
  if (name.startsWith(PENDING)) {
    const [ask = '', list = ''] = name.slice(PENDING.length).split('.')
    return { is: 'pending', ask, list }
  }
  if (name.startsWith(NOTE)) return { is: 'note', id: name.slice(NOTE.length) }
  if (name.startsWith(SUBMISSION)) return { is: 'submission', id: name.slice(SUBMISSION.length) }
  if (name.startsWith(LINK)) return { is: 'link', id: name.slice(LINK.length) }
  if (name.startsWith(PROPOSAL)) {
    const [submission = '', field = ''] = name.slice(PROPOSAL.length).split('.')
    return { is: 'proposal', submission, field }
  }
  return { is: 'field', name }
}

/** Whether a slot holds the same: another record, or a member, is the same one whatever they were called when. */
export function sameHeld(slot: string, one: Answer, other: Answer): boolean {
  const [a, b] =
    isTieSlot(slot) || slot === OWNER_SLOT ? [partOf(one, 'id'), partOf(other, 'id')] : [undefined, undefined]
  return typeof a === 'string' && typeof b === 'string' ? a === b : sameAnswer(one, other)
}
