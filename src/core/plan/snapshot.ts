import type { Connection } from '../dispatch/connection'
import type { Reachable } from '../dispatch/desk'
import type { Sender } from '../dispatch/messages'
import type { RecordField } from '../fields/field'
import type { ListInfo, RecordState } from '../records/record'

/** What is known of the workspace when a plan is made. A plan depends on nothing else. */
export interface Snapshot extends Reachable {
  workspace: Sender
  /**
   * Records that may be matched: the holder of the personal link, the contact with the answered email, companies
   * of that name or mail domain, and what this form has opened for that contact, the latest first.
   */
  records: RecordState[]
  fields: RecordField[]
  lists: ListInfo[]
  /** The outside places of the workspace, in its order. */
  connections: readonly Connection[]
}
