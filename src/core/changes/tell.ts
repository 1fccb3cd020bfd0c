import { type Answer, partOf } from '../answers/answer'
import { showPlainly } from '../answers/show_plainly'
import { findField, type RecordField, type RecordType, showStored } from '../fields/field'
import type { ListInfo } from '../records/record'
import { readSlot, slotOfList } from './slot'

/** What slots are told with. */
export interface Tellable {
  record: RecordType
  fields: readonly RecordField[]
  lists: readonly ListInfo[]
}

/** What a slot is called: “First name”, “Firing notes”, “Note”. */
export function tellSlot(name: string, { record, fields, lists }: Tellable): string {
  const slot = readSlot(name)
  switch (slot.is) {
    case 'field':
      return findField(fields, record, slot.name)?.label ?? slot.name
    case 'company':
      return 'Company'
    case 'contact':
      return 'Person'
    case 'merged':
      return 'Merged into'
    case 'brought':
      return 'Brought by'
    case 'owner':
      return 'Owner'
    case 'domain':
      return 'Mail domain'
    case 'list':
      return lists.find((list) => list.name === slot.name)?.title ?? slot.name
    case 'pending':
      return `To be confirmed: ${tellSlot(slotOfList(slot.list), { record, fields, lists })}`
    case 'note':
      return 'Note'
    case 'submission':
      return 'Submission'
    case 'link':
      return 'Personal link'
    case 'proposal':
      return `Proposed: ${tellSlot(slot.field, { record, fields, lists })}`
    case 'there':
      return record === 'contact' ? 'Person' : `${record.charAt(0).toUpperCase()}${record.slice(1)}`
  }
}

/** What a slot held, in words; nothing for a blank. */
export function tellHeld(name: string, held: Answer, { record, fields }: Tellable): string {
  const slot = readSlot(name)
  switch (slot.is) {
    case 'field':
      return showStored(findField(fields, record, slot.name), held)
    case 'proposal':
      return showStored(findField(fields, record, slot.field), held)
    case 'company':
    case 'contact':
    case 'merged':
    case 'brought':
    case 'owner':
      return showPlainly(partOf(held, 'name') ?? (typeof held === 'string' ? held : null))
    case 'domain':
    case 'note':
      return showPlainly(held)
    case 'list':
      return held === null ? '' : 'on the list'
    case 'pending':
      return held === null ? '' : 'asked by mail'
    case 'there':
      return held === null ? '' : 'is kept'
    case 'submission':
    case 'link':
      return held === null ? '' : 'is theirs'
  }
}
