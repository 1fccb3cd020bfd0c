import { type Answer, isBlank, sameAnswer } from '../answers/answer'
import { type ChangeSet, NO_CHANGES, type Opening, type SlotChange, type Tie } from '../changes/change_set'
import { COMPANY_SLOT, slotOfList } from '../changes/slot'
import { matchCompany, matchPerson } from '../records/match'
import type { RecordState } from '../records/record'
import type { ImportPlan } from './import_plan'
import type { SaidRow } from './read_row'

/** What a row comes to. */
export type Brought =
  /** `wrong` is what was left out of it. */
  | { is: 'made' | 'changed' | 'same'; set: ChangeSet; email: string; wrong: SaidRow['wrong'] }
  /** Nobody has the address, and nobody is to be made. */
  | { is: 'unknown'; email: string }
  | { is: 'wrong'; wrong: SaidRow['wrong'] }

/**
 * What a row of an import does to the records there are: the contact of its address, known or made, its company, and
 * the lists that it is put on. Something wrong keeps the row out, or itself, as the plan says. `records` are those that
 * the row may match, and the companies they belong to.
 */
export function bringRow(
  { email, contact, company, joins, wrong }: SaidRow,
  plan: ImportPlan,
  records: readonly RecordState[],
  because: string,
): Brought {
  if (email === null || (wrong.length > 0 && plan.wrongKeeps === 'row')) return { is: 'wrong', wrong }
  const person = matchPerson({ email }, null, records, { opens: plan.opens, phone: 'never' })
  if (person.how === 'unknown') return { is: 'unknown', email }
  const known = records.find(({ id }) => id === person.contact) ?? null
  const house = houseOf(company, email, known, records)
  const ref = known?.id ?? 'contact'
  const opened = { contact: null, company: null, form: null, because }
  const opens: Opening[] = [
    ...(house?.id === null
      ? [{ ref: 'company', type: 'company' as const, key: house.key, domain: house.domain, ...opened }]
      : []),
    ...(known ? [] : [{ ref, type: 'contact' as const, key: email, domain: null, ...opened }]),
  ]
  const changes: SlotChange[] = [
    ...(known ? [] : [{ record: ref, slot: 'email', from: null, to: email, because }]),
    ...settle(ref, known, contact, plan, because),
    ...(house
      ? settle(house.id ?? 'company', records.find(({ id }) => id === house.id) ?? null, company, plan, because)
      : []),
    ...joinsOf(joins, { ref, email, known }, because),
  ]
  const isFree = (known?.company ?? null) === null
  const moves = house !== null && (isFree || (plan.ifFilled === 'replace' && known?.company !== house.id))
  const ties: Tie[] = moves ? [{ record: ref, slot: COMPANY_SLOT, to: house.id ?? 'company', because }] : []
  const set = { ...NO_CHANGES, opens, changes, ties }
  const isSame = opens.length + changes.length + ties.length === 0
  const leftOut = joins
    .filter(({ list }) => known?.left?.includes(list))
    .map(() => ({ column: columnOfEmail(plan), why: 'left a list by themselves, and stays off it' }))
  return { is: known ? (isSame ? 'same' : 'changed') : 'made', set, email, wrong: [...wrong, ...leftOut] }
}

const columnOfEmail = ({ targets }: ImportPlan): number =>
  Math.max(
    0,
    targets.findIndex((one) => one.to === 'field' && one.record === 'contact' && one.field === 'email'),
  )

/** The company that a row names; one that it only says something of is the one that the contact belongs to. */
function houseOf(
  company: ReadonlyMap<string, Answer>,
  email: string,
  known: RecordState | null,
  records: readonly RecordState[],
): { id: string | null; key: string | null; domain: string | null } | null {
  const name = company.get('name')
  if (typeof name === 'string') return matchCompany(name, email, records)
  if (company.size === 0) return null
  return records.find(({ id }) => id === known?.company) ?? matchCompany(null, email, records)
}

/** The fields of a record that hold something else from now on. */
function settle(
  record: string,
  before: RecordState | null,
  said: ReadonlyMap<string, Answer>,
  { ifFilled }: ImportPlan,
  because: string,
): SlotChange[] {
  return [...said].flatMap(([slot, to]): SlotChange[] => {
    const from = before?.values[slot] ?? null
    const isKept = !isBlank(from) && (ifFilled === 'keep' || (before?.type === 'company' && slot === 'name'))
    return sameAnswer(from, to) || isKept ? [] : [{ record, slot, from, to, because }]
  })
}

/** A list that they are on already they stay on, with the wording they agreed to; one that they left they stay off. */
const joinsOf = (
  joins: SaidRow['joins'],
  { ref, email, known }: { ref: string; email: string; known: RecordState | null },
  because: string,
): SlotChange[] =>
  joins
    .filter(({ list }) => !known?.lists.includes(list) && !known?.left?.includes(list))
    .map(({ list, wording, origin, given }) => ({
      record: ref,
      slot: slotOfList(list),
      from: null,
      to: wording,
      because: `${because}: ${origin}`,
      consent: { address: email, proven: null, origin, ...(given === undefined ? {} : { given }) },
    }))
