import { type Answer, type Answers, isBlank, partOf, sameAnswer } from '../answers/answer'
import type { ChangeSet, SlotChange, Tie } from '../changes/change_set'
import { ownerInSlot, readOwner, recordInSlot } from '../changes/ledger'
import type { DoneToSlot, Left } from '../changes/put_back'
import { COMPANY_SLOT, DOMAIN_SLOT, isTieSlot, readSlot, sameHeld, THERE_SLOT } from '../changes/slot'
import type { RecordType } from '../fields/field'
import type { Form } from '../form/definition'
import type { Origins } from '../origins/origin'
import type { Consent } from '../records/consent'
import { companyNameIn, emailIn, isKnown, type Touched } from '../records/match'
import { identityOf, progressOf, type RecordState, titleOf } from '../records/record'
import { changesOf } from './changes_of'
import { type Plan, planSubmission, type VisitFacts } from './plan'
import type { Snapshot } from './snapshot'

/** What a submission did, itself and by earlier corrections. */
export interface DoneBySubmission {
  /** Each slot that it changed: what that held before, what it gave it at last, and what it holds now. */
  slots: readonly DoneToSlot[]
  /** Its id. */
  submission: string
  /** How much others have to do with each record that it opened. */
  others: ReadonlyMap<string, number>
}

export interface Correction {
  /** What the corrected answers would have done. */
  plan: Plan
  /** What turns how things stand into that. */
  set: ChangeSet
  /** What was changed by others since, and stays. */
  left: Left[]
}

const UNSAID = 'The corrected answers say nothing of it'
const NAMED = 'What it is known by was corrected'

/** Answers of a submission, with where each came from. */
export interface Given {
  values: Answers
  origins: Origins
}

/**
 * What correcting the answers of a submission comes to: the difference between having sent them so and having sent them
 * as they are. What others changed since stays, and is told in `left`. A record that the submission opened, and that
 * nobody else has to do with, is the same record still where one of its sort would be opened, under another name where
 * that was corrected; one that is no more wanted is removed, unless others need it. `snapshot.records` are those that
 * either answers may match and all that it changed.
 */
export function planCorrection(
  form: Form,
  { before, after }: { before: Given; after: Given },
  visit: VisitFacts,
  snapshot: Snapshot,
  done: DoneBySubmission,
): Correction {
  // What would be otherwise by now without any correction, as by what others have opened since, is none of it.
  const drift = asIfSent(form, before, visit, snapshot, done)
  const { plan, set, left } = asIfSent(form, after, visit, snapshot, done)
  const has = <T>(all: readonly T[], same: (one: T) => boolean) => all.some(same)
  const opens = set.opens.filter(
    ({ type, key }) => !has(drift.set.opens, (one) => one.type === type && one.key === key),
  )
  const isMeant = (ref: string) => opens.some((one) => one.ref === ref) || !set.opens.some((one) => one.ref === ref)
  return {
    plan,
    set: {
      opens,
      changes: set.changes.filter(
        ({ record, slot, to }) =>
          isMeant(record) &&
          !has(drift.set.changes, (one) => one.record === record && one.slot === slot && sameAnswer(one.to, to)),
      ),
      ties: set.ties.filter(
        ({ record, slot, to }) =>
          isMeant(record) &&
          (to === null || isMeant(to)) &&
          !has(drift.set.ties, (one) => one.record === record && one.slot === slot && one.to === to),
      ),
    },
    left: left.flatMap(({ wanted, ...one }) => {
      const isDrift = ({ wanted: also, ...other }: Missed) =>
        other.record === one.record && other.slot === one.slot && sameAnswer(also, wanted)
      return has(drift.left, isDrift) ? [] : [one]
    }),
  }
}

/** Something that stays, and what it was wanted to be. */
type Missed = Left & { wanted: Answer }

/** What turns how things stand into how they would, had the submission been sent so. */
function asIfSent(
  form: Form,
  { values, origins }: Given,
  visit: VisitFacts,
  snapshot: Snapshot,
  done: DoneBySubmission,
): Omit<Correction, 'left'> & { left: Missed[] } {
  const { records } = snapshot
  const opened = new Set(done.slots.filter(isOpened).map(({ record }) => record))
  // What it opened belonged to nobody before.
  const slots = done.slots.map((one) =>
    one.slot === COMPANY_SLOT && opened.has(one.record) ? { ...one, from: null } : one,
  )
  const held = new Map(slots.map((one) => [keyOf(one), one]))
  const free = new Set([...opened].filter((id) => (done.others.get(id) ?? 0) === 0))
  const before = records.map((one) => asBefore(one, slots, opened))
  const others = { ...snapshot, records: before.filter(({ id }) => !free.has(id)) }
  const plan = reuse(
    planSubmission(form, values, origins, { ...visit, own: new Set([...opened, ...(visit.own ?? [])]) }, others),
    before.filter(({ id }) => free.has(id)),
  )
  const wanted = changesOf(plan, { form: visit.form ?? '', submission: done.submission }, before)
  const left: Missed[] = []
  const changes: SlotChange[] = []
  const ties: Tie[] = []
  const said = new Set<string>()

  /** Has a slot hold what the corrected answers want of it, unless somebody else has changed it since. */
  const settle = (record: string, slot: string, to: Answer, because: string, consent?: Consent): void => {
    const key = keyOf({ record, slot })
    const one = held.get(key)
    const now = one ? one.now : valueOf(records, record, slot)
    if (said.has(key)) return
    said.add(key)
    if (sameHeld(slot, now, to)) return
    if (one && !sameHeld(slot, one.to, one.now)) left.push({ record, slot, why: 'changed since', wanted: to })
    else changes.push({ record, slot, from: now, to, because, ...(consent ? { consent } : {}) })
  }

  for (const change of wanted.changes)
    if (records.some(({ id }) => id === change.record))
      settle(change.record, change.slot, change.to, change.because, change.consent)
    else changes.push(change)
  const named = { contact: emailIn(form, values), company: companyNameIn(form, values) }
  for (const { id, record, key, domain } of plan.records) {
    const stood = records.find((one) => one.id === id)
    if (!stood || !free.has(stood.id) || (record !== 'contact' && record !== 'company')) continue
    if (key !== null && key !== stood.key) settle(stood.id, identityOf(record), named[record] ?? key, NAMED)
    if (record === 'company' && domain !== stood.domain) settle(stood.id, DOMAIN_SLOT, domain, NAMED)
  }
  for (const tie of wanted.ties) {
    const key = keyOf(tie)
    const one = held.get(key)
    said.add(key)
    if (idIn(valueOf(records, tie.record, tie.slot)) === tie.to) continue
    if (one && !sameHeld(one.slot, one.to, one.now))
      left.push({ record: tie.record, slot: tie.slot, why: 'changed since', wanted: tie.to })
    else ties.push(tie)
  }
  const touched = new Set(plan.records.flatMap(({ id }) => id ?? []))
  for (const { record, slot, from, to, now } of slots) {
    if (said.has(keyOf({ record, slot })) || slot === THERE_SLOT || sameHeld(slot, from, now)) continue
    const isKept = isBlank(from) && beginsWith(typeOf(records, record)).includes(slot)
    if (!sameHeld(slot, to, now)) left.push({ record, slot, why: 'changed since', wanted: from })
    else if (isTieSlot(slot)) ties.push({ record, slot, to: idIn(from), because: UNSAID })
    else if (!isKept || (free.has(record) && !touched.has(record)))
      changes.push({ record, slot, from: now, to: from, because: UNSAID })
  }
  for (const { id, type, company } of records) {
    const isBare = (type === 'deal' || type === 'request') && free.has(id) && touched.has(id) && company !== null
    if (isBare && !said.has(keyOf({ record: id, slot: COMPANY_SLOT })))
      ties.push({ record: id, slot: COMPANY_SLOT, to: null, because: UNSAID })
  }
  for (const record of opened) {
    if (touched.has(record)) continue
    if (!free.has(record) || left.some((one) => one.record === record))
      left.push({ record, slot: null, why: 'holds more', wanted: null })
    else changes.push({ record, slot: THERE_SLOT, from: true, to: null, because: UNSAID })
  }
  return { plan, set: { opens: wanted.opens, changes, ties }, left }
}

const keyOf = ({ record, slot }: { record: string; slot: string }): string => `${record} ${slot}`

/** What a record of a sort has from its beginning, whatever is answered: what it is known by, and how far it is. */
const beginsWith = (type: RecordType): string[] => [
  identityOf(type),
  ...(type === 'deal' || type === 'request' ? [progressOf(type)] : []),
]

const isOpened = ({ slot, from, now }: DoneToSlot): boolean => slot === THERE_SLOT && from === null && now !== null

const typeOf = (records: readonly RecordState[], id: string) => records.find((one) => one.id === id)?.type ?? 'contact'

/** The record that a slot holds, by id. */
function idIn(held: Answer): string | null {
  const id = partOf(held, 'id')
  return typeof id === 'string' ? id : null
}

/** What a slot of a record holds that the submission did not change. */
function valueOf(records: readonly RecordState[], id: string, name: string): Answer {
  const record = records.find((one) => one.id === id)
  const slot = readSlot(name)
  if (!record) return null
  if (slot.is === 'field') return record.values[slot.name] ?? null
  if (slot.is === 'domain') return record.domain
  if (slot.is === 'owner') return ownerInSlot(record.owner)
  const tied = slot.is === 'company' ? record.company : slot.is === 'brought' ? record.broughtBy : null
  const other = records.find((one) => one.id === tied)
  return other ? recordInSlot(other) : null
}

/** A record as it was before the submission, where that still shows; one that it opened is there all the same. */
function asBefore(record: RecordState, slots: readonly DoneToSlot[], opened: ReadonlySet<string>): RecordState {
  // What a submission opens belongs to its company from the first, which no slot tells.
  const isFresh = opened.has(record.id) && (record.type === 'deal' || record.type === 'request')
  let one = isFresh ? { ...record, company: null } : record
  for (const { record: id, slot: name, from, to, now } of slots) {
    const isBegun = opened.has(record.id) && beginsWith(record.type).includes(name)
    if (id !== record.id || isBegun || !sameHeld(name, to, now)) continue
    const slot = readSlot(name)
    if (slot.is === 'field') one = { ...one, values: { ...one.values, [slot.name]: from } }
    else if (slot.is === 'domain') one = { ...one, domain: typeof from === 'string' ? from : null }
    else if (slot.is === 'owner') one = { ...one, owner: readOwner(from) }
    else if (slot.is === 'company') one = { ...one, company: idIn(from) }
    else if (slot.is === 'brought') one = { ...one, broughtBy: idIn(from) }
    else if (slot.is === 'list' && from === null)
      one = { ...one, lists: one.lists.filter((list) => list !== slot.name) }
  }
  return one
}

/**
 * Has what would be opened be a record of its sort that the submission opened and nobody else needs: a deal or a request
 * only of the same person.
 */
function reuse(plan: Plan, free: readonly RecordState[]): Plan {
  const sameOf = ({ record }: Touched) => free.find(({ type }) => type === record)
  const contact = plan.person.contact ?? (isKnown(plan.person) ? sameOf({ record: 'contact' } as Touched)?.id : null)
  return {
    ...plan,
    person: { ...plan.person, contact: contact ?? null },
    records: plan.records.map((touched) => {
      const same = touched.id === null ? sameOf(touched) : undefined
      const isTheirs = touched.record === 'contact' || touched.record === 'company' || same?.contact === contact
      return same && isTheirs ? { ...touched, id: same.id, title: titleOf(same) } : touched
    }),
  }
}
