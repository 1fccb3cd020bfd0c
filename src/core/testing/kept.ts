import { type Answer, sameAnswer } from '../answers/answer'
import type { Caused, Doer } from '../changes/cause'
import { type ChangeSet, NO_CHANGES } from '../changes/change_set'
import { type Held, type KeptChange, Ledger, ownerInSlot, recordInSlot, type Written } from '../changes/ledger'
import { mergeRecords, weighMerge } from '../changes/merge'
import { doneToSlots, putBack, type PuttingBack, recordsIn } from '../changes/put_back'
import {
  BROUGHT_SLOT,
  COMPANY_SLOT,
  isTieSlot,
  MERGED_SLOT,
  OWNER_SLOT,
  readSlot,
  slotOfList,
  slotOfNote,
  slotOfProposal,
  slotOfSubmission,
  THERE_SLOT,
  type TieSlot,
} from '../changes/slot'
import { identityOf, isKnownBy, type Owner } from '../records/record'
import { contactOf } from './forms'

const by: Doer = { sort: 'member', id: 'ines', name: 'Ines' }
export const held = (id: string, more: Partial<Held> = {}): Held => ({
  ...contactOf(id, `${id}@x.example`),
  revision: 1,
  goneBy: null,
  mergedInto: null,
  ...more,
})
export const house = (id: string, name: string): Held =>
  held(id, { type: 'company', key: name.toLowerCase(), values: { name } })

/** A workspace in memory, which keeps what is written as the database does. */
export class Kept {
  readonly records = new Map<string, Held>()
  readonly notes = new Map<string, { record: string; text: string }>()
  /** What is proposed, by its record and slot. */
  readonly proposals = new Map<string, Written['proposals'][number]>()
  /** Whose each submission is. */
  readonly sent = new Map<string, string>()
  readonly changes: KeptChange[] = []
  readonly causes: (Caused & { undoneBy: string | null })[] = []
  private ids = 0

  constructor(records: readonly Held[]) {
    for (const record of records) this.records.set(record.id, record)
  }

  do(set: ChangeSet, cause: Caused['cause'] = { sort: 'deed', by, deed: 'changeRecord' }): string {
    const id = `cause ${this.causes.length}`
    const ledger = new Ledger(this.records.values(), () => `opened ${this.ids++}`)
    ledger.do({ id, workspaceId: 'w', cause, at: new Date(0) }, set)
    const written = ledger.written()
    for (const caused of written.causes) this.causes.push({ ...caused, undoneBy: null })
    for (const { record } of written.records) this.records.set(record.id, record)
    for (const { contact, list, wording } of written.lists) {
      const record = this.get(contact)
      const others = record.lists.filter((one) => one !== list)
      this.records.set(contact, { ...record, lists: wording === null ? others : [...others, list] })
    }
    for (const { note, record, text } of written.notes)
      if (text === null) this.notes.delete(note)
      else this.notes.set(note, { record, text })
    for (const proposal of written.proposals) {
      const key = `${proposal.record} ${slotOfProposal(proposal)}`
      if (proposal.value === null) this.proposals.delete(key)
      else this.proposals.set(key, proposal)
    }
    for (const { id: submission, from, to } of written.handedOver)
      if (this.sent.get(submission) === from) this.sent.set(submission, to)
    this.changes.push(...written.changes)
    return id
  }

  get(id: string): Held {
    const record = this.records.get(id)
    if (!record) throw new Error(id)
    return record
  }

  there = (): Held[] => [...this.records.values()].filter(({ goneBy }) => goneBy === null)

  /** Finds whom a submission or a company’s name means. */
  match = (type: Held['type'], key: string): Held | undefined =>
    this.there().find((one) => one.type === type && isKnownBy({ key: one.key, also: this.partsOf(one.id) }, key))

  private partsOf = (id: string) => [...this.records.values()].filter(({ mergedInto }) => mergedInto === id)

  merge(kept: Held, gone: Held[], pick: number): string {
    const ids = new Set(gone.map(({ id }) => id))
    const choices = weighMerge({ kept, gone }, () => null)
    const take = new Map(choices.map(({ slot, offers }) => [slot, offers[pick % offers.length]?.record ?? '']))
    const notes = [...this.notes].map(([id, note]) => ({ id, ...note }))
    const others = [...this.records.values()]
    const belongings = {
      submissions: [...this.sent].map(([id, contact]) => ({ id, contact })).filter(({ contact }) => ids.has(contact)),
      links: [],
      notes: notes.filter(({ record }) => ids.has(record)),
      proposals: [...this.proposals.values()].filter(({ record }) => ids.has(record)),
      pending: [],
      lists: gone.flatMap(({ id, lists }) => lists.map((list) => ({ contact: id, list, wording: 'I agree' }))),
      tied: others.flatMap(({ id, company, mergedInto, broughtBy }): { record: string; slot: TieSlot }[] => [
        ...(ids.has(company ?? '') ? [{ record: id, slot: COMPANY_SLOT } as const] : []),
        ...(ids.has(mergedInto ?? '') ? [{ record: id, slot: MERGED_SLOT } as const] : []),
        ...(ids.has(broughtBy ?? '') ? [{ record: id, slot: BROUGHT_SLOT } as const] : []),
      ]),
    }
    return this.do(mergeRecords({ kept, gone }, choices, take, belongings), { sort: 'merge', by })
  }

  putBack(of: string, despite = false): PuttingBack {
    const slots = doneToSlots([of], this.changes.filter(this.isTouchedBy(of)))
    const ids = slots.map(({ record }) => record)
    const gone = recordsIn(slots).filter((id) => this.get(id).goneBy !== null)
    const isTaken = (id: string) =>
      this.there().some(({ type, key }) => type === this.get(id).type && key === this.get(id).key)
    const around = {
      gone: new Set(gone),
      others: new Map(ids.map((id) => [id, this.othersOf(id, of)])),
      taken: new Set(gone.filter(isTaken)),
      identity: new Map(ids.map((id) => [id, identityOf(this.get(id).type)])),
    }
    const back = putBack(slots, around, despite)
    if (back.set.changes.length + back.set.ties.length === 0) return back
    const cause = this.do(back.set, { sort: 'put back', by, of })
    if (back.left.length > 0) return back
    for (const one of this.causes) {
      if (one.undoneBy === of) one.undoneBy = null
      if (one.id === of) one.undoneBy = cause
    }
    return back
  }

  private isTouchedBy = (cause: string) => {
    const own = this.changes.filter((change) => change.cause === cause)
    return ({ record, field }: KeptChange) => own.some((one) => one.record === record && one.field === field)
  }

  private othersOf(id: string, cause: string): number {
    const own = this.changes.filter((change) => change.cause === cause)
    const isOwn = (record: string, slot: string) => own.some((one) => one.record === record && one.field === slot)
    // What it had before the cause brought it is not since.
    const begun = this.changes.findIndex(
      ({ record, field, cause: by }) => record === id && field === THERE_SLOT && by === cause,
    )
    const belonging = this.there().filter(
      (other) => other.company === id && !isOwn(other.id, COMPANY_SLOT) && !isOwn(other.id, THERE_SLOT),
    )
    const brought = this.there().filter(
      (other) => other.broughtBy === id && !isOwn(other.id, BROUGHT_SLOT) && !isOwn(other.id, THERE_SLOT),
    )
    const parts = this.partsOf(id).filter((part) => !isOwn(part.id, MERGED_SLOT))
    const chain = this.chainOf(cause)
    const sent = [...this.sent].filter(
      ([submission, contact]) =>
        contact === id &&
        !chain.includes(submission) &&
        !isOwn(id, slotOfSubmission(submission)) &&
        this.causes.some((one) => one.id === submission && one.undoneBy === null),
    )
    const heldAt = (changes: readonly KeptChange[]) =>
      new Map(changes.flatMap(({ record, field, to }) => (record === id ? [[field, to] as const] : [])))
    const before = heldAt(this.changes.slice(0, begun + 1))
    const filled = [...heldAt(this.changes)].filter(
      ([field, to]) =>
        to !== null &&
        readSlot(field).is !== 'submission' &&
        !isTieSlot(field) &&
        !isOwn(id, field) &&
        !sameAnswer(to, before.get(field) ?? null),
    )
    return belonging.length + brought.length + parts.length + sent.length + filled.length
  }

  /** A cause, what it puts back, and so on. */
  private chainOf(id: string): string[] {
    const cause = this.causes.find((one) => one.id === id)?.cause
    return cause?.sort === 'put back' ? [id, ...this.chainOf(cause.of)] : [id]
  }

  /** What each slot of each record that is there holds, the blank ones left out. */
  state(): Record<string, Answer> {
    const slots: Record<string, Answer> = {}
    for (const record of this.there()) {
      for (const [field, value] of Object.entries(record.values)) slots[`${record.id} ${field}`] = value
      slots[`${record.id} ${COMPANY_SLOT}`] = record.company === null ? null : recordInSlot(this.get(record.company))
      slots[`${record.id} ${BROUGHT_SLOT}`] =
        record.broughtBy === null ? null : recordInSlot(this.get(record.broughtBy))
      slots[`${record.id} ${OWNER_SLOT}`] = ownerInSlot(record.owner)
      for (const list of record.lists) slots[`${record.id} ${slotOfList(list)}`] = 'I agree'
    }
    for (const [note, { record, text }] of this.notes) slots[`${record} ${slotOfNote(note)}`] = text
    for (const [key, { record, value }] of this.proposals) if (this.get(record).goneBy === null) slots[key] = value
    for (const [submission, contact] of this.sent)
      if (this.causes.find(({ id }) => id === submission)?.undoneBy === null)
        slots[`${contact} ${slotOfSubmission(submission)}`] = true
    for (const { id, mergedInto } of this.records.values()) slots[`${id} ${MERGED_SLOT}`] = mergedInto
    return Object.fromEntries(Object.entries(slots).filter(([, value]) => value !== null))
  }

  /** Slots whose value is not what the last change of them said. */
  unexplained(): string[] {
    const last = new Map(this.changes.map(({ record, field, to }) => [`${record} ${field}`, to]))
    return Object.entries(this.state()).flatMap(([slot, value]) =>
      last.has(slot) && !sameAnswer(last.get(slot), value) && !/ _(company|merged|brought)$/.test(slot) ? [slot] : [],
    )
  }
}

export const edit = (record: Held, slot: string, to: Answer): ChangeSet => ({
  ...NO_CHANGES,
  changes: [{ record: record.id, slot, from: record.values[slot] ?? null, to, because: 'Entered' }],
})

/** As a member does who gives a record an owner. */
export const own = (record: Held, to: Owner | null): ChangeSet => ({
  ...NO_CHANGES,
  changes: [
    { record: record.id, slot: OWNER_SLOT, from: ownerInSlot(record.owner), to: ownerInSlot(to), because: 'Given' },
  ],
})

/**
 * As a submission does: somebody known or new, their company known or new, a field, a list. Whoever is known and joins
 * none proved nothing, and only proposes.
 */
export function submission(kept: Kept, email: string, name: string, stage: string, joins: boolean): ChangeSet {
  const contact = kept.match('contact', email)
  const company = kept.match('company', name)
  const belongs = { contact: null, company: null, form: null, domain: null, because: 'Answered' }
  const ref = contact?.id ?? 'contact'
  const because = 'Answered'
  const consent = slotOfList('notes')
  const slot =
    contact && !joins ? slotOfProposal({ submission: `cause ${kept.causes.length}`, field: 'stage' }) : 'stage'
  const from = slot === 'stage' ? (contact?.values.stage ?? null) : null
  // Whoever is new, and joins, was brought along by somebody who is there.
  const bringer = !contact && joins ? kept.there().find(({ type }) => type === 'contact') : undefined
  return {
    ...NO_CHANGES,
    opens: [
      ...(company ? [] : [{ ...belongs, ref: 'company', type: 'company' as const, key: name }]),
      ...(contact ? [] : [{ ...belongs, ref: 'contact', type: 'contact' as const, key: email }]),
    ],
    changes: [
      ...(company ? [] : [{ record: 'company', slot: 'name', from: null, to: name, because }]),
      ...(sameAnswer(contact?.values.stage, stage) ? [] : [{ record: ref, slot, from, to: stage, because }]),
      ...(joins && !contact?.lists.includes('notes')
        ? [{ record: ref, slot: consent, from: null, to: 'I agree', because }]
        : []),
    ],
    ties: [
      ...((contact?.company ?? null) === null
        ? [{ record: ref, slot: COMPANY_SLOT, to: company?.id ?? 'company', because } as const]
        : []),
      ...(bringer ? [{ record: ref, slot: BROUGHT_SLOT, to: bringer.id, because } as const] : []),
    ],
  }
}
