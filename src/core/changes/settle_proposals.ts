import { type Answer, sameAnswer } from '../answers/answer'
import { type ChangeSet, NO_CHANGES, type SlotChange } from './change_set'
import { slotOfProposal } from './slot'

/** What a submission proposes for a field of a record. */
interface Proposed {
  record: string
  submission: string
  field: string
  value: Answer
}

/**
 * What settling proposals comes to: those that are `taken` are stored, unless they are already, and all that are
 * `settled` are proposed no more. `stored` tells what a field of a record holds now.
 */
export function settleProposals<P extends Proposed>(
  { taken, settled }: { taken: readonly P[]; settled: readonly P[] },
  stored: (record: string, field: string) => Answer,
  because: (proposal: P) => string,
): ChangeSet {
  const taking = taken
    .map((one): SlotChange => ({
      record: one.record,
      slot: one.field,
      from: stored(one.record, one.field),
      to: one.value,
      because: because(one),
    }))
    .filter(({ from, to }) => !sameAnswer(from, to))
  const leaving = settled.map((one): SlotChange => ({
    record: one.record,
    slot: slotOfProposal(one),
    from: one.value,
    to: null,
    because: because(one),
  }))
  return { ...NO_CHANGES, changes: [...taking, ...leaving] }
}
