import type { Consent } from '../records/consent'
import { type ChangeSet, NO_CHANGES, type SlotChange } from './change_set'
import { slotOfList, slotOfPending } from './slot'

/** A list that a contact is asked by mail to confirm, and by which asking. */
interface Pending {
  ask: string
  list: string
  wording: string
}

/** What is asked, and is no more. */
const askNoMore = (contact: string, pending: readonly Pending[], because: string): SlotChange[] =>
  pending.map((one) => ({ record: contact, slot: slotOfPending(one), from: one.wording, to: null, because }))

/**
 * What it comes to that somebody confirms lists: they join those that they are not on yet, by how they agreed. Whatever
 * asks about these lists is answered by it; `pending` is all that they are asked.
 */
export function confirmLists(
  { id, lists }: { id: string; lists: readonly string[] },
  asked: readonly { name: string; wording: string }[],
  consent: Consent,
  pending: readonly Pending[],
): ChangeSet {
  const because = 'Confirmed by mail'
  const joined = asked
    .filter(({ name }) => !lists.includes(name))
    .map(({ name, wording }) => ({ record: id, slot: slotOfList(name), from: null, to: wording, because, consent }))
  return { ...NO_CHANGES, changes: [...joined, ...askNoMore(id, about(asked, pending), because)] }
}

/** What it comes to that somebody did not want to join lists: nothing asks about them any more. */
export const refuseLists = (
  contact: string,
  asked: readonly { name: string }[],
  pending: readonly Pending[],
): ChangeSet => ({
  ...NO_CHANGES,
  changes: askNoMore(contact, about(asked, pending), 'Said by mail that they did not ask'),
})

const about = (asked: readonly { name: string }[], pending: readonly Pending[]): Pending[] =>
  pending.filter(({ list }) => asked.some(({ name }) => name === list))

/**
 * What it comes to that somebody is asked once more, by another asking: those of before can be answered no more.
 * `pending` are what asks about the list, the latest first.
 */
export function askAnew(
  contact: string,
  [latest, ...before]: readonly [Pending & { address: string }, ...Pending[]],
  ask: string,
  because: string,
): ChangeSet {
  const { list, wording, address } = latest
  const consent: Consent = { address, proven: null, asked: latest.ask }
  const anew = { record: contact, slot: slotOfPending({ ask, list }), from: null, to: wording, because, consent }
  return { ...NO_CHANGES, changes: [anew, ...askNoMore(contact, [latest, ...before], because)] }
}
