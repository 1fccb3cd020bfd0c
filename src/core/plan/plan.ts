import { speakTo } from '../form/spoken'
import { type Answer, type Answers, isBlank, sameAnswer, valueIn } from '../answers/answer'
import { askToConfirm } from '../dispatch/ask_to_confirm'
import { markTest, type PlannedMessage, writeMessages } from '../dispatch/messages'
import type { Speech } from '../language/texts'
import { chooseConnections } from '../dispatch/choose_connections'
import { type Condition, holds } from '../logic/condition'
import { describeCondition } from '../logic/describe'
import { vocabularyOf } from '../form/vocabulary'
import { chooseOutcome, type Outcome } from '../dispatch/outcome'
import { routeSubmission, type Routed } from '../dispatch/route'
import { targetOf, UNCHOSEN_TARGETS } from '../dispatch/targets/registry'
import type { PlannedDelivery, PlanSoFar } from '../dispatch/targets/target'
import type { TargetName } from '../dispatch/targets/bodies'
import { type MergeFacts, mergeFields, renderLineOr } from '../form/template'
import type { Origins } from '../origins/origin'
import type { Form, Opening } from '../form/definition'
import { labelOf, questionsAsked } from '../form/values'
import { findField, type RecordType, showStored } from '../fields/field'
import { landedIn, landValues, type Receiver, type RecordChange } from '../records/land'
import { isAskedByMail, joinLists, type ListChange } from '../records/lists'
import {
  companyNameIn,
  emailIn,
  isKnown,
  matchCompany,
  matchOpening,
  matchPerson,
  phoneIn,
  type Person,
  type Touched,
} from '../records/match'
import { progressOf, titleOf } from '../records/record'
import { type Brought, findBringer } from './brought'
import { giveOwners } from './give_owners'
import type { Snapshot } from './snapshot'

/** The format of plans made now; `stored.ts` reads older ones. */
export const PLAN_FORMAT = 'lichen-plan-3'

/** Everything a submission will do, computed before anything is done. Plain data. */
export interface Plan extends PlanSoFar {
  format: typeof PLAN_FORMAT
  /** The desks that are told, one at least. */
  routed: Routed[]
  deliveries: PlannedDelivery[]
  outcome: Outcome
  findings: string[]
  /** Who brought the sender along, who is new. */
  brought?: Brought
  /** Name of the desk whose next owner it took, where it took somebody’s turn. */
  turn?: string
}

/** What a plan needs to know of the visit. */
export interface VisitFacts extends MergeFacts {
  /** Id of the contact whose personal link was used, or whose browser it is. */
  linkHolder: string | null
  /** Whether they are known by a browser that remembers them, and not by a personal link. */
  remembered?: boolean
  /** In how many browsers that link had been opened; 0 where it is not known. */
  browsers?: number
  /** Id of the form that was sent. */
  form: string | null
  /** The language and region of the visitor (BCP 47); the form's own where it is not known. */
  locale?: string | null
  /** Whether a colleague sent it to try the form. */
  test?: boolean
  /** Records that it opened itself, by id, where it was applied before: what its sender said of them needs no proof. */
  own?: ReadonlySet<string>
}

/**
 * Plans what a submission does. Pure: the same arguments give the same plan, and nothing is done.
 * `values` are checked answers and carried values, `origins` where each came from; every entry of the plan says
 * why it is there.
 */
export function planSubmission(
  form: Form,
  values: Answers,
  origins: Origins,
  visit: VisitFacts,
  snapshot: Snapshot,
): Plan {
  const spoken = speakTo(form, visit.locale ? [visit.locale] : [])
  const { linkHolder } = visit
  const person = personOf(form, values, visit, snapshot)
  const { brought, findings: notBrought } = findBringer(form, values, person, snapshot.records)
  const contact = snapshot.records.find(({ id }) => id === person.contact) ?? null
  const records = touchRecords(form, values, person, visit, snapshot)
  // Links get forwarded: what was filled in from their holder’s record is nobody else’s.
  const isOthers = linkHolder !== null && person.contact !== linkHolder
  // Whoever knows an address can type it: only its own link, or a browser that remembers them, proves who they are.
  const isUnproven = linkHolder === null || person.contact !== linkHolder
  const receivers = records.map((touched) =>
    receiverOf(touched, { isOthers, isUnproven: isUnproven && !visit.own?.has(touched.id ?? '') }, snapshot),
  )
  const { changes, refused } = landValues(form, values, origins, receivers, snapshot.fields)
  const proven = isUnproven ? null : visit.remembered ? 'browser' : 'link'
  // Whoever is known by a number alone is asked at the address that is stored.
  const address = person.email ?? contact?.key ?? ''
  const consent = { address, proven, locale: spoken.speech.locale } as const
  const lists = isKnown(person) ? joinLists(spoken, values, contact, snapshot.lists, consent) : []
  const routed = routeSubmission(form, values, snapshot)
  // A personal link shows whose address it was sent to, and nobody else’s; a browser remembers whoever had one.
  const isTheirs = snapshot.records.some(({ id, key }) => id === linkHolder && key === person.email)
  const { messages: written, unsent } = writeMessages(
    form,
    spoken,
    values,
    routed,
    { email: person.email, isProven: isTheirs, isAsked: lists.some(({ pending }) => pending) },
    visit,
    snapshot,
  )
  // Whoever has the mail is shown to be the person, and nobody who may speak for a company.
  const isProposed = changes.some(({ record, effect }) => record === 'contact' && effect === 'proposed')
  const feet = {
    ...(isProposed ? { confirm: spoken.speech.tell('mine_mail') } : {}),
    ...(lists.some(({ pending }) => !pending) || (contact?.lists.length ?? 0) > 0
      ? { leave: spoken.speech.tell('leave_mail') }
      : {}),
  }
  const footed = written.map((one) => (one.audience === 'visitor' ? { ...one, ...feet } : one))
  const messages = [
    ...(visit.test ? footed.map(markTest) : footed),
    ...askForLists(lists, address, spoken.speech, snapshot),
  ]
  const { outcome: chosen, unmade } = chooseOutcome(spoken.form, values, { ...visit, speech: spoken.speech })
  const confirmed = snapshot.lists.flatMap(({ name, confirm }) => (confirm ? [name] : []))
  const isAsked = isKnown(person) && isAskedByMail(form, values, confirmed, consent)
  const outcome = isAsked ? { ...chosen, asked: true as const } : chosen
  const owners = giveOwners(form, records, routed, snapshot)
  const all = [...changes, ...openingChanges(form, values, records, changes, visit, snapshot), ...owners.changes]
  return {
    format: PLAN_FORMAT,
    person,
    records,
    changes: all,
    lists,
    routed,
    messages,
    deliveries: planDeliveries(form, values, { person, records, changes: all, lists, messages }, snapshot),
    outcome,
    findings: [
      ...noteForwarded(visit, isOthers, snapshot),
      ...notBrought,
      ...unsent,
      ...unmade,
      ...refused,
      ...noteUnlanded(form, values),
    ],
    ...(brought ? { brought } : {}),
    ...(owners.turn === null ? {} : { turn: owners.turn }),
  }
}

/** The mail that asks to confirm lists, where any is joined only then. */
function askForLists(
  changes: readonly ListChange[],
  email: string,
  speech: Speech,
  { lists, workspace }: Snapshot,
): PlannedMessage[] {
  const asked = lists.filter(({ name }) => changes.some(({ list, pending }) => pending && list === name))
  if (asked.length === 0) return []
  return [askToConfirm({ lists: asked, email, from: workspace, speech }, 'Joins what is confirmed by mail')]
}

/** Who a submission is from. */
export function personOf(
  form: Form,
  values: Answers,
  { linkHolder, remembered }: Pick<VisitFacts, 'linkHolder' | 'remembered'>,
  { records }: Pick<Snapshot, 'records'>,
): Person {
  const holder = linkHolder === null ? null : ({ id: linkHolder, by: remembered ? 'browser' : 'link' } as const)
  const { contact, phone } = form.records
  return matchPerson({ email: emailIn(form, values), phone: phoneIn(form, values) }, holder, records, {
    opens: contact === 'open',
    phone,
  })
}

/** The records a submission opens or updates, as the form says. */
function touchRecords(
  form: Form,
  values: Answers,
  person: Person,
  visit: VisitFacts,
  { records, fields }: Snapshot,
): Touched[] {
  const { company, deal, request } = form.records
  const told = (record: RecordType, by: string | null) => by && landedIn(form, values, [record, by], fields)
  // Who writes from an address that they had before a merge stays known by the one they have.
  const key = records.find(({ id }) => id === person.contact)?.key ?? person.email
  const contact: Touched[] = isKnown(person)
    ? [{ record: 'contact', id: person.contact, key, domain: null, title: null, because: person.because }]
    : []
  const house = company ? matchCompany(companyNameIn(form, values), person.email, records) : null
  const open = (record: 'deal' | 'request', opening: Opening | null): Touched[] =>
    opening ? [matchOpening(record, opening, told(record, opening.by), person.contact, visit.form, records)] : []
  return [...contact, ...(house ? [house] : []), ...open('deal', deal), ...open('request', request)]
}

function receiverOf(
  { record, id, key }: Touched,
  sender: Pick<Receiver, 'isOthers' | 'isUnproven'>,
  { records }: Snapshot,
): Receiver {
  const stored = records.find((one) => one.id === id)
  const values = stored?.values ?? {}
  if (record === 'contact') return { record, values, identity: { field: 'email', value: key }, ...sender }
  const known = record === 'company' && stored && key === stored.key
  return { record, values, identity: known ? { field: 'name', value: values.name ?? null } : null, ...sender }
}

/**
 * What a deal or a request is called and how far it is, where no value landed there: what is opened has its title and its
 * first stage or status, unless a move holds; what is there already only moves.
 */
function openingChanges(
  form: Form,
  values: Answers,
  records: readonly Touched[],
  landed: readonly RecordChange[],
  visit: VisitFacts,
  { fields, records: known }: Snapshot,
): RecordChange[] {
  return records.flatMap(({ record, id, because }) => {
    const opening = record === 'deal' || record === 'request' ? form.records[record] : null
    if (!opening || (record !== 'deal' && record !== 'request')) return []
    const stored = known.find((one) => one.id === id)?.values ?? {}
    const set = (name: string, to: Answer, why = because): RecordChange[] => {
      const field = findField(fields, record, name)
      const from = stored[name] ?? null
      const taken = landed.some(
        (change) => change.record === record && change.field === name && change.effect === 'set',
      )
      if (!field || taken || isBlank(to) || sameAnswer(from, to)) return []
      const words = { from: showStored(field, from), to: showStored(field, to) }
      return [{ record, field: name, label: field.label, from, to, words, effect: 'set', value: '', because: why }]
    }
    const progress = progressOf(record)
    const options = findField(fields, record, progress)?.options ?? []
    const move = opening.moves.find(({ when, to }) => holds(when, values) && options.some(({ value }) => value === to))
    const moved = move ? set(progress, move.to, whyMoved(form, move.when)) : []
    if (id !== null) return moved
    const title = renderLineOr(opening.title, mergeFields(form, values, visit), '')
    return [...set('title', title), ...(move ? moved : set(progress, options[0]?.value ?? null))]
  })
}

const whyMoved = (form: Form, when: Condition | null): string =>
  when ? `This form says so when ${describeCondition(vocabularyOf(form), when)}` : 'This form says so'

/** What goes outside: each message by mail, and what the targets of the chosen connections make of the plan. */
function planDeliveries(form: Form, values: Answers, soFar: PlanSoFar, { connections }: Snapshot): PlannedDelivery[] {
  const own = (name: TargetName) => connections.find(({ target, retired }) => target === name && !retired) ?? null
  return [
    ...UNCHOSEN_TARGETS.flatMap((name) => targetOf(name).plan(soFar, own(name), '')),
    ...chooseConnections(form, values, connections).flatMap(({ connection, because }) =>
      targetOf(connection.target).plan(soFar, connection, because),
    ),
  ]
}

/** Whose link it was, where somebody else answered by it, and whether it went from one browser to another. */
function noteForwarded(
  { linkHolder, remembered, browsers = 0 }: VisitFacts,
  isOthers: boolean,
  { records }: Snapshot,
): string[] {
  const holder = isOthers && records.find(({ id }) => id === linkHolder)
  return [
    ...(holder
      ? [
          remembered
            ? `The browser remembers ${titleOf(holder)}: another address was answered in it`
            : `The personal link is that of ${titleOf(holder)}, who passed it on: another address was answered`,
        ]
      : []),
    ...(browsers > 1 ? [`The personal link had been opened in ${browsers} browsers`] : []),
  ]
}

/** Names the answers that no record takes, in one note. */
function noteUnlanded(form: Form, values: Answers): string[] {
  const joins = new Set(form.joins.map(({ consent }) => consent))
  const nowhere = questionsAsked(form).filter(
    ({ question }) =>
      !isBlank(valueIn(values, question.name)) && question.lands.length === 0 && !joins.has(question.name),
  )
  if (nowhere.length === 0) return []
  const labels = nowhere.map(({ question }) => `“${labelOf(form, question.name)}”`).join(', ')
  return [
    `${nowhere.length === 1 ? 'One answer stays' : `${nowhere.length} answers stay`} with the submission: ${labels}`,
  ]
}
