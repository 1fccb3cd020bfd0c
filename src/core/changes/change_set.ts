import type { Answer } from '../answers/answer'
import type { RecordType } from '../fields/field'
import type { Consent } from '../records/consent'
import type { TieSlot } from './slot'

/** A record by its id; or, of one that the change set opens, what it is called there. */
export type Ref = string

/** A record that is opened. Whom it belongs to is opened before it, or there already. */
export interface Opening {
  ref: Ref
  type: RecordType
  /** What it is matched by from now on; `null` where that is its own id. */
  key: string | null
  domain: string | null
  contact: Ref | null
  company: Ref | null
  /** The form that opens it, by id. */
  form: string | null
  because: string
}

/** One slot of a record that holds something else from now on. */
export interface SlotChange {
  record: Ref
  slot: string
  from: Answer
  to: Answer
  because: string
  /** How somebody agreed, of a list that they join or are asked to confirm. */
  consent?: Consent
}

/** A record that belongs to another from now on, or to none: to a company, to a contact, or to what it was merged into. */
export interface Tie {
  record: Ref
  slot: TieSlot
  to: Ref | null
  because: string
}

/** All that one cause does to records, as it shall be. Plain data: nothing is done by making one. */
export interface ChangeSet {
  opens: Opening[]
  changes: SlotChange[]
  ties: Tie[]
}

export const NO_CHANGES: ChangeSet = { opens: [], changes: [], ties: [] }
