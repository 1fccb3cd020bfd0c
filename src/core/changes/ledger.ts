import { type Answer, partOf } from '../answers/answer'
import { companyKey } from '../records/company'
import type { Consent } from '../records/consent'
import type { Wanted } from '../records/wanted'
import { type Owner, type RecordState, titleOf } from '../records/record'
import type { Caused } from './cause'
import type { ChangeSet, Opening, Ref, SlotChange } from './change_set'
import { BROUGHT_SLOT, COMPANY_SLOT, CONTACT_SLOT, MERGED_SLOT, readSlot, THERE_SLOT, type TieSlot } from './slot'

/** A stored record, with how often its fields have changed: whoever is sent it can tell an older state by that. */
export interface Held extends RecordState {
  revision: number
  /** The cause that removed it: nobody meets it any more. */
  goneBy: string | null
  /** The record that it was merged into, by id: that one stands for it. */
  mergedInto: string | null
}

/** A change as it is kept for good. */
export interface KeptChange {
  record: string
  field: string
  from: Answer
  to: Answer
  because: string
  cause: string
  at: Date
}

/** What a slot holds that another record is in: which one, and what it was called then. */
export const recordInSlot = (record: RecordState): Answer => ({ id: record.id, name: titleOf(record) })

/** What the slot of an owner holds: which member, and what they were called then. */
export const ownerInSlot = (owner: Owner | null): Answer => owner && { id: owner.id, name: owner.name }

/** The owner that such a slot holds. */
export function readOwner(held: Answer): Owner | null {
  const [id, name] = [partOf(held, 'id'), partOf(held, 'name')]
  return typeof id === 'string' ? { id, name: typeof name === 'string' ? name : '' } : null
}

/** What of a record says to which other it belongs. */
const TIED = {
  [COMPANY_SLOT]: 'company',
  [CONTACT_SLOT]: 'contact',
  [MERGED_SLOT]: 'mergedInto',
  [BROUGHT_SLOT]: 'broughtBy',
} as const

/** The record in such a slot, by id. */
export const tiedTo = (record: Held, slot: TieSlot): string | null => record[TIED[slot]]

/** Every record that one belongs to, by id. */
export const tiedIds = (record: Held): string[] => Object.values(TIED).flatMap((slot) => record[slot] ?? [])

/** A list that a contact joins, with how they agreed to it where that is known, or (`wording` is `null`) does not. */
interface ListWritten {
  contact: string
  list: string
  wording: string | null
  consent?: Consent
  because: string
  cause: string
  at: Date
}

/** What several change sets come to, each thing once, as it stands after the last of them. */
export interface Written {
  causes: Caused[]
  /** Records as they stand, with the moment of their last change. */
  records: { record: Held; at: Date }[]
  /** Every change, in the order it was made. */
  changes: KeptChange[]
  /** Lists that contacts are on by now, or (`wording` is `null`) no more. */
  lists: ListWritten[]
  /** What contacts are asked by mail to confirm by now; `wording` is `null` where they are asked no more. */
  pending: (ListWritten & { ask: string })[]
  /** Notes as they read by now; `null` of those that are gone. */
  notes: { record: string; note: string; text: string | null; cause: string; at: Date }[]
  /** What submissions propose for fields of records by now; `null` of what is proposed no more. */
  proposals: { record: string; submission: string; field: string; value: Answer; at: Date }[]
  /** Submissions and personal links that one contact had, and another has by now. */
  handedOver: { what: 'submission' | 'link'; id: string; from: string; to: string }[]
}

/** What causes come to that change nothing about people. */
export const causesAlone = (causes: Caused[]): Written => ({
  causes,
  records: [],
  changes: [],
  lists: [],
  pending: [],
  notes: [],
  proposals: [],
  handedOver: [],
})

/** A record whose key follows the field it is known by: a contact’s address, a company’s name. */
function keyedAnew(record: Held, changed: string): Held {
  const { type, values } = record
  const to = values[changed]
  if (typeof to !== 'string' || to === '') return record
  if (type === 'contact' && changed === 'email') return { ...record, key: to }
  return type === 'company' && changed === 'name' ? { ...record, key: companyKey(to) } : record
}

const termOf = (what: 'contact' | 'company' | 'domain', term: string): string => `${what} ${term}`

/** What a record is matched by, and what of it is: by its own, and by those of what was merged into it. */
function termsOf({ type, key, domain, also = [] }: Held): string[] {
  if (type !== 'contact' && type !== 'company') return []
  return [{ key, domain }, ...also].flatMap((one) => [
    termOf(type, one.key),
    ...(type === 'company' && one.domain !== null ? [termOf('domain', one.domain)] : []),
  ])
}

/**
 * Records in hand, and what is done to them: change sets are done one after another, each to what the ones before it
 * left, and what they come to is written at once. It must hold every record that a change set names by its id.
 * `newId` gives ids for what is opened.
 */
export class Ledger {
  private readonly records = new Map<string, Held>()
  /** Where each came to hand among the others. */
  private readonly places = new Map<string, number>()
  /** Ids of those that are, or were, matched by a term. */
  private readonly byTerm = new Map<string, Set<string>>()
  private readonly causes: Caused[] = []
  private readonly touched = new Map<string, { record: Held; at: Date }>()
  private readonly changes: KeptChange[] = []
  private readonly lists = new Map<string, Written['lists'][number]>()
  private readonly pending = new Map<string, Written['pending'][number]>()
  private readonly notes = new Map<string, Written['notes'][number]>()
  private readonly proposals = new Map<string, Written['proposals'][number]>()
  /** Who gave up each thing that can be handed over, and who has it now. */
  private readonly given = new Map<string, { from: string | null; to: string | null }>()

  constructor(
    records: Iterable<Held>,
    private readonly newId: () => string,
  ) {
    for (const record of records) this.hold(record)
  }

  /** The records that are there, as they stand by now. */
  known(): Held[] {
    return [...this.records.values()].filter(({ goneBy }) => goneBy === null)
  }

  /**
   * Of those, in the same order, the ones that may be what is wanted by address, name or mail domain, and the companies
   * that these belong to: a few, of however many are in hand.
   */
  near({ emails, companyKeys, domains }: Pick<Wanted, 'emails' | 'companyKeys' | 'domains'>): Held[] {
    const terms = [
      ...emails.map((email) => termOf('contact', email)),
      ...companyKeys.map((key) => termOf('company', key)),
      ...domains.map((domain) => termOf('domain', domain)),
    ]
    const met = new Set(terms.flatMap((term) => [...(this.byTerm.get(term) ?? [])]))
    for (const id of [...met]) {
      const { company } = this.get(id)
      if (company !== null && this.records.has(company)) met.add(company)
    }
    return [...met]
      .toSorted((one, other) => this.placeOf(one) - this.placeOf(other))
      .map((id) => this.get(id))
      .filter(({ goneBy }) => goneBy === null)
  }

  /** Does what a change set says. Gives each record that it names, as it stands then. */
  do(caused: Caused, set: ChangeSet): (ref: Ref) => Held {
    // What is done in parts is one cause.
    if (this.causes.at(-1)?.id !== caused.id) this.causes.push(caused)
    const opened = new Map<Ref, string>()
    const find = (ref: Ref) => this.get(opened.get(ref) ?? ref)
    for (const opening of set.opens) opened.set(opening.ref, this.open(caused, opening, find))
    const counted = new Set(opened.values())
    for (const change of set.changes) {
      const { id } = find(change.record)
      this.change(caused, { ...change, record: id })
      if (readSlot(change.slot).is !== 'field' || counted.has(id)) continue
      counted.add(id)
      this.put(caused, { ...this.get(id), revision: this.get(id).revision + 1 })
    }
    for (const { record, slot, to, because } of set.ties)
      this.tie(caused, find(record), slot, to === null ? null : find(to), because)
    return find
  }

  /** A record as it stands by now. */
  get(id: string): Held {
    const record = this.records.get(id)
    if (!record) throw new Error(`No record ${id} is in hand`)
    return record
  }

  written(): Written {
    return {
      causes: this.causes,
      records: [...this.touched.values()],
      changes: this.changes,
      lists: [...this.lists.values()],
      pending: [...this.pending.values()],
      notes: [...this.notes.values()],
      proposals: [...this.proposals.values()],
      handedOver: [...this.given].flatMap(([name, { from, to }]) => {
        const slot = readSlot(name)
        const isHanded = from !== null && to !== null && from !== to
        return isHanded && (slot.is === 'submission' || slot.is === 'link')
          ? [{ what: slot.is, id: slot.id, from, to }]
          : []
      }),
    }
  }

  private open(caused: Caused, opening: Opening, find: (ref: Ref) => Held): string {
    const { type, key, domain, contact, company, form, because } = opening
    const id = this.newId()
    this.put(caused, {
      id,
      type,
      key: key ?? id,
      domain,
      contact: contact === null ? null : find(contact).id,
      company: company === null ? null : find(company).id,
      owner: null,
      form,
      // A contact has its address, whatever lands.
      values: type === 'contact' && key !== null ? { email: key } : {},
      lists: [],
      revision: 1,
      goneBy: null,
      mergedInto: null,
      broughtBy: null,
    })
    this.keep(caused, { record: id, slot: THERE_SLOT, from: null, to: true, because })
    return id
  }

  private change(caused: Caused, { record: id, slot: name, from, to, because, consent }: SlotChange): void {
    const record = this.get(id)
    const slot = readSlot(name)
    const text = typeof to === 'string' ? to : null
    const by = { cause: caused.id, at: caused.at }
    const how = consent ? { consent } : {}
    this.keep(caused, { record: id, slot: name, from, to, because })
    switch (slot.is) {
      case 'field':
        return this.put(caused, keyedAnew({ ...record, values: { ...record.values, [slot.name]: to } }, slot.name))
      case 'domain':
        return this.put(caused, { ...record, domain: text })
      case 'owner':
        return this.put(caused, { ...record, owner: readOwner(to) })
      case 'there':
        return this.put(caused, { ...record, goneBy: to === null ? caused.id : null })
      case 'company':
      case 'contact':
      case 'merged':
      case 'brought':
        throw new Error('Which other record a record belongs to is said by a tie')
      case 'list': {
        const others = record.lists.filter((list) => list !== slot.name)
        this.records.set(id, { ...record, lists: text === null ? others : [...others, slot.name] })
        this.lists.set(`${id} ${slot.name}`, { contact: id, list: slot.name, wording: text, ...how, because, ...by })
        return
      }
      case 'pending': {
        const { ask, list } = slot
        this.pending.set(`${id} ${name}`, { contact: id, ask, list, wording: text, ...how, because, ...by })
        return
      }
      case 'note':
        // Where another record has it by now, it is no more this one’s, and not gone.
        if (text === null && (this.notes.get(slot.id)?.record ?? id) !== id) return
        this.notes.set(slot.id, { record: id, note: slot.id, text, ...by })
        return
      case 'proposal': {
        const { submission, field } = slot
        this.proposals.set(`${id} ${name}`, { record: id, submission, field, value: to, at: caused.at })
        return
      }
      case 'submission':
      case 'link': {
        const { from: giver = null, to: taker = null } = this.given.get(name) ?? {}
        this.given.set(name, to === null ? { from: giver ?? id, to: taker } : { from: giver, to: id })
      }
    }
  }

  private tie(caused: Caused, record: Held, slot: TieSlot, to: Held | null, because: string): void {
    const before = tiedTo(record, slot)
    this.keep(caused, {
      record: record.id,
      slot,
      from: before === null ? null : recordInSlot(this.get(before)),
      to: to && recordInSlot(to),
      because,
    })
    this.put(caused, { ...record, [TIED[slot]]: to?.id ?? null })
  }

  private keep({ id: cause, at }: Caused, { record, slot: field, from, to, because }: SlotChange): void {
    this.changes.push({ record, field, from, to, because, cause, at })
  }

  private put({ at }: Caused, record: Held): void {
    this.hold(record)
    this.touched.set(record.id, { record, at })
  }

  private placeOf(id: string): number {
    return this.places.get(id) ?? this.places.size
  }

  private hold(record: Held): void {
    const before = this.records.get(record.id)
    this.records.set(record.id, record)
    if (!before) this.places.set(record.id, this.places.size)
    if (before?.key === record.key && before.domain === record.domain) return
    for (const term of termsOf(record)) {
      const ids = this.byTerm.get(term)
      if (ids) ids.add(record.id)
      else this.byTerm.set(term, new Set([record.id]))
    }
  }
}
