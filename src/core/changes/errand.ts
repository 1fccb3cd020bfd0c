import type { Answer } from '../answers/answer'
import { sameAnswer } from '../answers/answer'
import type { RecordType } from '../fields/field'
import type { Consent } from '../records/consent'
import type { Owner } from '../records/record'
import { type ChangeSet, NO_CHANGES } from './change_set'
import { type Held, ownerInSlot } from './ledger'
import { OWNER_SLOT, sameHeld, slotOfList, slotOfNote } from './slot'

/** One thing that is done to many records at once. */
export type Errand =
  /** A field is set; a blank empties it. */
  | { does: 'field'; field: string; value: Answer }
  | { does: 'owner'; owner: Owner | null }
  | { does: 'note'; text: string }
  /** Contacts are put on a list, by the wording they agreed to. */
  | { does: 'join'; list: string; wording: string }
  | { does: 'leave'; list: string }
  /** Contacts are erased for good: nothing puts it back. */
  | { does: 'erase' }

/** What can be done to records of one sort. */
export const canDo = ({ does }: Errand, type: RecordType): boolean =>
  type === 'contact' || !['join', 'leave', 'erase'].includes(does)

/** What an errand does to one record; nothing where all is so already. `wording` is what a list was joined by, if it was. */
export function errandOn(
  record: Held,
  errand: Errand,
  { because, note, wording }: { because: string; note: string; wording: string | null },
): ChangeSet {
  const change = (slot: string, from: Answer, to: Answer, consent?: Consent): ChangeSet =>
    sameHeld(slot, from, to) || sameAnswer(from, to)
      ? NO_CHANGES
      : { ...NO_CHANGES, changes: [{ record: record.id, slot, from, to, because, ...(consent ? { consent } : {}) }] }
  switch (errand.does) {
    case 'field':
      return change(errand.field, record.values[errand.field] ?? null, errand.value)
    case 'owner':
      return change(OWNER_SLOT, ownerInSlot(record.owner), ownerInSlot(errand.owner))
    case 'note':
      return change(slotOfNote(note), null, errand.text)
    case 'join':
      return record.lists.includes(errand.list)
        ? NO_CHANGES
        : change(slotOfList(errand.list), null, errand.wording, { address: record.key, proven: null })
    case 'leave':
      return record.lists.includes(errand.list) ? change(slotOfList(errand.list), wording ?? '', null) : NO_CHANGES
    case 'erase':
      return NO_CHANGES
  }
}
