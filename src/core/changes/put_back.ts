import { type Answer, partOf, sameAnswer } from '../answers/answer'
import { type ChangeSet, NO_CHANGES, type SlotChange, type Tie } from './change_set'
import { readSlot } from './slot'

/** What a cause did to one slot of a record, all its changes taken together, and what the slot holds now. */
export interface DoneToSlot {
  record: string
  slot: string
  from: Answer
  to: Answer
  now: Answer
}

/** A change of a slot, as whoever puts it back reads it. */
export interface ReadChange {
  record: string
  field: string
  from: Answer
  to: Answer
  cause: string
}

/** What a cause did to slots. `changes` are all that these slots ever had, in the order they were made. */
export function doneToSlots(cause: string, changes: readonly ReadChange[]): DoneToSlot[] {
  const done = new Map<string, DoneToSlot>()
  for (const change of changes) {
    const { record, field: slot, from, to } = change
    const key = `${record} ${slot}`
    const before = done.get(key)
    if (change.cause === cause) done.set(key, { record, slot, from: before ? before.from : from, to, now: to })
    else if (before) done.set(key, { ...before, now: to })
  }
  return [...done.values()]
}

/** What a cause did, as it was kept. */
export interface DoneBy {
  slots: readonly DoneToSlot[]
  /** Records that it opened, and how many things others have to do with each of them by now. */
  opened: readonly { record: string; others: number }[]
  /** Records that it removed and that are gone still; `taken` where another has the name of it by now. */
  removed: readonly { record: string; taken: boolean }[]
}

/** Something that is not put back, and why. */
export interface Left {
  record: string
  /** `null` for the record as a whole. */
  slot: string | null
  why: 'changed since' | 'holds more' | 'name is taken' | 'is gone'
}

export interface PuttingBack {
  set: ChangeSet
  left: Left[]
}

/**
 * What undoes a cause: every slot holds again what it held before, what the cause opened goes, and what it removed is
 * there again. What was changed since stays as it is, unless `despite` says otherwise, and so does a record that others
 * have something to do with: that is told in `left`. Nothing is put back of records that are gone for another reason:
 * `gone` names them.
 */
export function putBack(done: DoneBy, gone: ReadonlySet<string>, despite = false): PuttingBack {
  const left: Left[] = []
  const changes: SlotChange[] = []
  const ties: Tie[] = []
  const restores = done.removed.filter(({ taken }) => !taken).map(({ record }) => record)
  for (const { record, taken } of done.removed) if (taken) left.push({ record, slot: null, why: 'name is taken' })
  const because = 'Put back'
  for (const { record, slot, from, to, now } of done.slots) {
    if (sameAnswer(from, to)) continue
    if (gone.has(record) && !restores.includes(record)) left.push({ record, slot, why: 'is gone' })
    else if (!sameAnswer(now, to) && !despite) left.push({ record, slot, why: 'changed since' })
    else if (sameAnswer(now, from)) continue
    else if (readSlot(slot).is === 'company') ties.push({ record, company: companyOf(from), because })
    else changes.push({ record, slot, from: now, to: from, because })
  }
  const kept = new Set(left.map(({ record }) => record))
  const removes: string[] = []
  for (const { record, others } of done.opened) {
    if (gone.has(record)) continue
    if (others > 0) left.push({ record, slot: null, why: 'holds more' })
    else if (!kept.has(record)) removes.push(record)
  }
  return { set: { ...NO_CHANGES, changes, ties, removes, restores }, left }
}

/** The company that a slot held, by id: before causes were kept, it held only what that was called. */
function companyOf(held: Answer): string | null {
  const id = partOf(held, 'id')
  return typeof id === 'string' ? id : null
}
