import { type Answer, isBlank, partOf } from '../answers/answer'
import { type ChangeSet, NO_CHANGES, type SlotChange, type Tie } from './change_set'
import { isTieSlot, MERGED_SLOT, readSlot, sameHeld } from './slot'

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

/** What causes did to slots, taken as one. `changes` are all that these slots ever had, in the order they were made. */
export function doneToSlots(causes: readonly string[], changes: readonly ReadChange[]): DoneToSlot[] {
  const done = new Map<string, DoneToSlot>()
  for (const change of changes) {
    const { record, field: slot, from, to } = change
    const key = `${record} ${slot}`
    const before = done.get(key)
    if (causes.includes(change.cause)) done.set(key, { record, slot, from: before ? before.from : from, to, now: to })
    else if (before) done.set(key, { ...before, now: to })
  }
  return [...done.values()]
}

/** What putting back has to know beside the slots. */
export interface Around {
  /** Which of the records are gone, and of the companies that they belonged to. */
  gone: ReadonlySet<string>
  /** How much others have to do with records that the cause opened. */
  others: ReadonlyMap<string, number>
  /** Records that are gone and whose name another has by now. */
  taken: ReadonlySet<string>
  /** The field that each record is known by. */
  identity: ReadonlyMap<string, string>
}

/** Something that is not put back, and why. */
export interface Left {
  record: string
  /** `null` for the record as a whole. */
  slot: string | null
  why: 'changed since' | 'holds more' | 'name is taken' | 'is gone' | 'is needed'
}

export interface PuttingBack {
  set: ChangeSet
  left: Left[]
}

/**
 * What undoes a cause: every slot holds again what it held before, what the cause opened is removed, and what it
 * removed is there again. What was changed since stays as it is, unless `despite` says otherwise, and so does a record
 * that others have something to do with, and what a record that stays is known by: that is told in `left`, as is what
 * cannot be put back because a record is gone for another reason.
 */
export function putBack(done: readonly DoneToSlot[], around: Around, despite = false): PuttingBack {
  const { gone, others, taken, identity } = around
  const left: Left[] = []
  const changes: SlotChange[] = []
  const ties: Tie[] = []
  const because = 'Put back'
  const undone = done.filter(({ slot, from, to, now }) => !sameHeld(slot, from, to) && !sameHeld(slot, from, now))
  const [there, slots] = [undone.filter(isThere), undone.filter((one) => !isThere(one))]
  // What was merged on since stands for a record no more that would be there again.
  const mergedOn = new Set(
    slots.flatMap((one) => (one.slot === MERGED_SLOT && !canGo(one, despite) ? [one.record] : [])),
  )
  const restored = new Set(
    there.flatMap(({ record, to }) => (to === null && !taken.has(record) && !mergedOn.has(record) ? [record] : [])),
  )
  // What cannot be parted, or merged again, stays with all that it has.
  const isHeld = (record: string) =>
    (others.get(record) ?? 0) > 0 || slots.some((one) => one.record === record && !canGo(one, despite))
  const isAgainMerged = (record: string) =>
    slots.some((one) => one.record === record && one.slot === MERGED_SLOT && one.from !== null)
  const stuck = new Set(
    there.flatMap(({ record, to }) =>
      (to === null ? !restored.has(record) : isAgainMerged(record) && isHeld(record)) ? [record] : [],
    ),
  )
  const isGone = (id: string | null) => id !== null && gone.has(id) && !restored.has(id)
  // What was handed over is one thing: where one end stays, so does the other.
  const stays = new Set(
    slots.flatMap((one) =>
      isHandedOver(one.slot) && (isGone(one.record) || stuck.has(one.record) || !canGo(one, despite)) ? [one.slot] : [],
    ),
  )
  const named: SlotChange[] = []
  for (const one of slots) {
    const { record, slot, from, now } = one
    const change = { record, slot, from: now, to: from, because }
    const before = recordBefore({ slot, from })
    // To whom something belongs is kept up of what is gone, too, also where that is gone: both may be there again.
    const isKeptUp = isTieSlot(slot) && !stuck.has(record)
    if (isGone(record) ? !isKeptUp : isGone(before)) left.push({ record, slot, why: 'is gone' })
    else if (slot === MERGED_SLOT && stuck.has(record)) left.push({ record, slot, why: 'holds more' })
    else if (!canGo(one, despite) || stays.has(slot)) left.push({ record, slot, why: 'changed since' })
    else if (isTieSlot(slot)) ties.push({ record, slot, to: before, because })
    else if (isBlank(from) && identity.get(record) === slot) named.push(change)
    else changes.push(change)
  }
  const kept = new Set(left.map(({ record }) => record))
  const removed = new Set<string>()
  for (const { record, slot, from, to, now } of there) {
    if (mergedOn.has(record)) continue
    if (to === null && !restored.has(record)) left.push({ record, slot: null, why: 'name is taken' })
    else if (to !== null && (others.get(record) ?? 0) > 0) left.push({ record, slot: null, why: 'holds more' })
    else if (to === null || !kept.has(record)) {
      changes.push({ record, slot, from: now, to: from, because })
      if (to !== null) removed.add(record)
    }
  }
  for (const change of named)
    if (removed.has(change.record)) changes.push(change)
    else left.push({ record: change.record, slot: change.slot, why: 'is needed' })
  return { set: { ...NO_CHANGES, changes, ties }, left }
}

const canGo = ({ slot, now, to }: DoneToSlot, despite: boolean): boolean => despite || sameHeld(slot, now, to)

const isHandedOver = (slot: string): boolean =>
  ['note', 'submission', 'link', 'proposal', 'pending'].includes(readSlot(slot).is)

const isThere = ({ slot }: DoneToSlot): boolean => readSlot(slot).is === 'there'

/** Every record that putting this back needs to know: those it is about, and those they belonged to. */
export const recordsIn = (done: readonly DoneToSlot[]): string[] => [
  ...new Set(done.flatMap((one) => [one.record, recordBefore(one) ?? one.record])),
]

/** The record that a slot held before, by id: until causes were kept, it held only what that was called. */
function recordBefore({ slot, from }: Pick<DoneToSlot, 'slot' | 'from'>): string | null {
  const id = isTieSlot(slot) ? partOf(from, 'id') : null
  return typeof id === 'string' ? id : null
}
