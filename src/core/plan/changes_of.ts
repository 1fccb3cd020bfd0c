import type { ChangeSet, Opening, Ref, SlotChange, Tie } from '../changes/change_set'
import { BROUGHT_SLOT, COMPANY_SLOT, DOMAIN_SLOT, slotOfList, slotOfPending, slotOfProposal } from '../changes/slot'
import type { RecordType } from '../fields/field'
import type { Touched } from '../records/match'
import type { RecordState } from '../records/record'
import type { Plan } from './plan'

/** What records a plan names belong to comes before them. */
const ORDER = ['company', 'contact', 'deal', 'request'] as const

/**
 * What a plan does to records: all of it but the mails and the outcome. `sent` is the submission, and the form that opens
 * what is opened, by their ids; `records` are what the plan was made from.
 */
export function changesOf(
  plan: Pick<Plan, 'records' | 'changes' | 'lists' | 'brought'>,
  { form, submission }: { form: string; submission: string },
  records: readonly RecordState[],
): ChangeSet {
  const touched = new Map(plan.records.map((one) => [one.record, one]))
  const inOrder = ORDER.flatMap((type) => touched.get(type) ?? [])
  const refOf = (type: RecordType): Ref | null => {
    const one = touched.get(type)
    return one ? (one.id ?? type) : null
  }
  return {
    opens: inOrder.filter(({ id }) => id === null).map((one) => openingOf(one, form, refOf)),
    changes: [
      ...inOrder.flatMap((one) => [
        ...fieldChanges(plan, one),
        ...proposals(plan, one, submission),
        ...domainChanges(one, records),
      ]),
      ...listChanges(plan, refOf('contact'), submission),
    ],
    ties: [...inOrder.flatMap((one) => tiesOf(one, refOf('company'), records)), ...bringerTies(plan, refOf('contact'))],
  }
}

function openingOf(
  { record, key, domain, because }: Touched,
  form: string,
  refOf: (type: RecordType) => Ref | null,
): Opening {
  const isOpened = record === 'deal' || record === 'request'
  return {
    ref: record,
    type: record,
    key,
    domain,
    contact: isOpened ? refOf('contact') : null,
    company: isOpened ? refOf('company') : null,
    form: isOpened ? form : null,
    because,
  }
}

const fieldChanges = ({ changes }: Pick<Plan, 'changes'>, { record, id }: Touched): SlotChange[] =>
  changes
    .filter((change) => change.record === record && change.effect === 'set')
    .map(({ field, from, to, because }) => ({ record: id ?? record, slot: field, from, to, because }))

/** What stays proposed until somebody takes or leaves it. */
const proposals = ({ changes }: Pick<Plan, 'changes'>, { record, id }: Touched, submission: string): SlotChange[] =>
  changes
    .filter((change) => change.record === record && change.effect === 'proposed')
    .map(({ field, to, because }) => ({
      record: id ?? record,
      slot: slotOfProposal({ submission, field }),
      from: null,
      to,
      because,
    }))

/** A company that was known by its name alone has its mail domain from the first address of its people. */
function domainChanges({ id, domain }: Touched, records: readonly RecordState[]): SlotChange[] {
  const stored = records.find((one) => one.id === id)
  if (!stored || stored.domain !== null || domain === null) return []
  return [{ record: stored.id, slot: DOMAIN_SLOT, from: null, to: domain, because: 'The domain of this address' }]
}

/** Lists that are joined; those that are confirmed by mail wait for that, asked by this submission. */
const listChanges = ({ lists }: Pick<Plan, 'lists'>, contact: Ref | null, submission: string): SlotChange[] =>
  contact === null
    ? []
    : lists.map(({ list, wording, because, consent, pending }) => ({
        record: contact,
        slot: pending ? slotOfPending({ ask: submission, list }) : slotOfList(list),
        from: null,
        to: wording,
        because,
        ...(consent ? { consent } : {}),
      }))

/** Whoever is new belongs to who brought them along. */
const bringerTies = ({ brought }: Pick<Plan, 'brought'>, contact: Ref | null): Tie[] =>
  brought && contact !== null
    ? [{ record: contact, slot: BROUGHT_SLOT, to: brought.contact, because: brought.because }]
    : []

/** Contacts, deals and requests that belong to no company yet belong to the submission’s. */
function tiesOf({ record, id }: Touched, company: Ref | null, records: readonly RecordState[]): Tie[] {
  const isFree =
    record === 'contact'
      ? (records.find((one) => one.id === id)?.company ?? null) === null
      : record !== 'company' && id !== null && records.find((one) => one.id === id)?.company === null
  return company !== null && isFree
    ? [{ record: id ?? record, slot: COMPANY_SLOT, to: company, because: 'The company of this submission' }]
    : []
}
