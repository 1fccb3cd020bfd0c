import { type Answer, isBlank } from '../answers/answer'
import { identityOf, titleOf } from '../records/record'
import { type ChangeSet, NO_CHANGES, type SlotChange, type Tie } from './change_set'
import { type Held, ownerInSlot, tiedTo } from './ledger'
import {
  BROUGHT_SLOT,
  COMPANY_SLOT,
  DOMAIN_SLOT,
  isTieSlot,
  MERGED_SLOT,
  OWNER_SLOT,
  sameHeld,
  slotOfLink,
  slotOfList,
  slotOfNote,
  slotOfPending,
  slotOfProposal,
  slotOfSubmission,
  THERE_SLOT,
  type TieSlot,
} from './slot'

/** What set a value: when, and whether a member did by hand, who is believed before anybody else. */
export interface SetBy {
  at: Date
  byHand: boolean
  /** What whoever did is called; `null` for a visitor. */
  who: string | null
}

/** What one of the records that are merged has in a slot. */
interface Offer {
  record: string
  value: Answer
  setBy: SetBy | null
}

/** A slot that more than one record could fill: what each offers, the best first, and why that one is. */
export interface Choice {
  slot: string
  offers: [Offer, ...Offer[]]
  because: 'all have the same' | 'no other has one' | 'entered by hand' | 'set last' | 'it is kept'
}

/** Records that are merged: those in `gone` are part of `kept` from then on. All are of one sort. */
export interface Merging {
  kept: Held
  gone: readonly Held[]
}

/** The company that somebody belongs to, and who sees to them, are chosen as fields are; what a record is known by is its own. */
const slotsIn = (records: readonly Held[]): string[] => {
  const names = new Set(records.flatMap(({ values }) => Object.keys(values)))
  for (const { type } of records) names.delete(identityOf(type))
  return [
    ...(records.some(({ company }) => company !== null) ? [COMPANY_SLOT] : []),
    ...(records.some(({ broughtBy }) => broughtBy !== null) ? [BROUGHT_SLOT] : []),
    ...(records.some(({ owner }) => owner !== null) ? [OWNER_SLOT] : []),
    ...names,
  ]
}

function valueOf(record: Held, slot: string): Answer {
  if (isTieSlot(slot)) return tiedTo(record, slot)
  return slot === OWNER_SLOT ? ownerInSlot(record.owner) : (record.values[slot] ?? null)
}

/**
 * What the record that is kept could hold of each slot that any of them fills, with the better one first: what is not
 * blank before what is, what a member entered before what was sent, what was set later before what was set earlier.
 */
export function weighMerge({ kept, gone }: Merging, setBy: (record: string, slot: string) => SetBy | null): Choice[] {
  const records = [kept, ...gone]
  const merged = new Set<Answer>(records.map(({ id }) => id))
  return slotsIn(records).flatMap((slot): Choice[] => {
    const [first, second, ...rest] = records
      .map((record): Offer => ({ record: record.id, value: valueOf(record, slot), setBy: setBy(record.id, slot) }))
      // Nobody brought themselves.
      .filter(({ value }) => !isBlank(value) && !(slot === BROUGHT_SLOT && merged.has(value)))
      // What is alike in all else stays in the order of the records: the one that is kept first.
      .sort((a, b) => Number(byHand(b)) - Number(byHand(a)) || since(b) - since(a))
    if (!first) return []
    if (!second) return [{ slot, offers: [first], because: 'no other has one' }]
    const offers: Choice['offers'] = [first, second, ...rest]
    return [{ slot, offers, because: whyFirst(slot, offers, first, second) }]
  })
}

const byHand = ({ setBy }: Offer): boolean => setBy?.byHand ?? false
const since = ({ setBy }: Offer): number => setBy?.at.getTime() ?? 0

function whyFirst(slot: string, all: readonly Offer[], first: Offer, second: Offer): Choice['because'] {
  if (all.every(({ value }) => sameHeld(slot, value, first.value))) return 'all have the same'
  if (byHand(first) !== byHand(second)) return 'entered by hand'
  return since(first) === since(second) ? 'it is kept' : 'set last'
}

/** All that belongs to the records that will be gone. */
export interface Belongings {
  submissions: readonly { id: string; contact: string }[]
  links: readonly { id: string; contact: string }[]
  notes: readonly { id: string; record: string; text: string }[]
  /** What submissions propose for their fields. */
  proposals: readonly { record: string; submission: string; field: string; value: Answer }[]
  /** What they are asked by mail to confirm. */
  pending: readonly { contact: string; ask: string; list: string; wording: string }[]
  /** Lists they are on, with the wording agreed to. */
  lists: readonly { contact: string; list: string; wording: string }[]
  /** Records that belong to them: people of a company, deals of a person, what was merged into them before. */
  tied: readonly { record: string; slot: TieSlot }[]
}

/**
 * The lists that the record that is kept joins, each once, by the first consent: those that the others are on, and it is
 * not. What any of them left by themselves, nobody but they can join again.
 */
export function joinedBy<L extends { list: string }>({ kept, gone }: Merging, lists: readonly L[]): L[] {
  const left = [kept, ...gone].flatMap((one) => one.left ?? [])
  return lists.filter(
    ({ list }, place) =>
      !kept.lists.includes(list) && !left.includes(list) && lists.findIndex((one) => one.list === list) === place,
  )
}

/**
 * What merging does: the record that is kept takes the value of the record that `take` names for a slot, or else the
 * better one; all that belonged to the others belongs to it; and they are gone, part of it. Nothing is lost: putting
 * it back has each of them again with what it had.
 */
export function mergeRecords(
  { kept, gone }: Merging,
  choices: readonly Choice[],
  take: ReadonlyMap<string, string>,
  belongings: Belongings,
): ChangeSet {
  const names = new Map([kept, ...gone].map((one) => [one.id, titleOf(one)]))
  const of = (id: string) => `Merged from ${names.get(id) ?? 'another'}`
  const into = `Merged into ${titleOf(kept)}`
  const changes: SlotChange[] = []
  const ties: Tie[] = []
  for (const { slot, offers } of choices) {
    const chosen = offers.find(({ record }) => record === take.get(slot)) ?? offers[0]
    const from = valueOf(kept, slot)
    if (sameHeld(slot, from, chosen.value)) continue
    const because = of(chosen.record)
    if (isTieSlot(slot)) ties.push({ record: kept.id, slot, to: String(chosen.value), because })
    else changes.push({ record: kept.id, slot, from, to: chosen.value, because })
  }
  const housed = gone.find(({ domain }) => domain !== null)
  if (kept.domain === null && housed)
    changes.push({ record: kept.id, slot: DOMAIN_SLOT, from: null, to: housed.domain, because: of(housed.id) })
  /** Something that is another record's from now on. */
  const move = (record: string, slot: string, held: Answer) =>
    changes.push(
      { record, slot, from: held, to: null, because: into },
      { record: kept.id, slot, from: null, to: held, because: of(record) },
    )
  for (const { id, contact } of belongings.submissions) move(contact, slotOfSubmission(id), true)
  for (const { id, contact } of belongings.links) move(contact, slotOfLink(id), true)
  for (const { id, record, text } of belongings.notes) move(record, slotOfNote(id), text)
  for (const { record, value, ...proposal } of belongings.proposals) move(record, slotOfProposal(proposal), value)
  for (const { contact, wording, ...asked } of belongings.pending) move(contact, slotOfPending(asked), wording)
  for (const { contact, list, wording } of joinedBy({ kept, gone }, belongings.lists)) {
    // Whoever is gone stays on it, unseen: with the moment and the place of the consent.
    changes.push({ record: kept.id, slot: slotOfList(list), from: null, to: wording, because: of(contact) })
  }
  for (const { record, slot } of belongings.tied)
    if (record !== kept.id) ties.push({ record, slot, to: kept.id, because: into })
    else if (!choices.some((one) => one.slot === slot)) ties.push({ record, slot, to: null, because: into })
  for (const { id } of gone) {
    changes.push({ record: id, slot: THERE_SLOT, from: true, to: null, because: into })
    ties.push({ record: id, slot: MERGED_SLOT, to: kept.id, because: into })
  }
  return { ...NO_CHANGES, changes, ties }
}
