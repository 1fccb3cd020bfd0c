import { type Answers, isBlank, valueIn } from './answers/answer'
import { type PlannedMessage, writeMessages } from './dispatch/messages'
import { chooseOutcome, type Outcome } from './dispatch/outcome'
import { routeSubmission, type Routed } from './dispatch/route'
import type { MergeFacts } from './dispatch/template'
import type { Form } from './form/definition'
import { emailQuestions, labelOf, questionsAsked } from './form/values'
import { landValues, type RecordChange } from './records/land'
import { joinLists, type ListChange } from './records/lists'
import { matchPerson, type Person } from './records/match'
import type { Snapshot } from './records/snapshot'

/** Everything a submission will do, computed before anything is done. Plain data. */
export interface Plan {
  person: Person
  changes: RecordChange[]
  lists: ListChange[]
  routed: Routed
  messages: PlannedMessage[]
  deliveries: PlannedDelivery[]
  outcome: Outcome
  findings: string[]
}

/** One thing to send outside. `key` is unique in a plan and the same each time it is made. */
export type PlannedDelivery =
  { key: string; to: 'mail'; message: number; because: string } | { key: string; to: 'crm'; because: string }

/** What a plan needs to know of the visit. */
export interface VisitFacts extends MergeFacts {
  /** Id of the contact whose personal link was used. */
  linkHolder: string | null
}

/**
 * Plans what a submission does. Pure: the same arguments give the same plan, and nothing is done.
 * `values` are checked answers and carried values; every entry of the plan says why it is there.
 */
export function planSubmission(form: Form, values: Answers, visit: VisitFacts, snapshot: Snapshot): Plan {
  const person = matchPerson(emailIn(form, values), visit.linkHolder, snapshot.contacts)
  const contact = snapshot.contacts.find(({ id }) => id === person.contact) ?? null
  const known = person.how !== 'nobody'
  const changes = known ? landValues(form, values, person.email, contact, snapshot.fields) : []
  const lists = known ? joinLists(form, values, contact, snapshot.lists) : []
  const routed = routeSubmission(form, values, snapshot)
  const { messages, unsent } = writeMessages(form, values, routed, person.email, visit, snapshot)
  const { outcome, unmade } = chooseOutcome(form, values, visit)
  return {
    person,
    changes,
    lists,
    routed,
    messages,
    deliveries: planDeliveries(person, changes, messages, snapshot),
    outcome,
    findings: [...unsent, ...unmade, ...noteUnlanded(form, values)],
  }
}

/**
 * The address a person is matched by: the first one really answered on their way, whichever of the form's
 * email questions asked for it. Carried values are claims and never tell who somebody is.
 */
export function emailIn(form: Form, values: Answers): string | null {
  const answered = emailQuestions(form).map(({ name }) => valueIn(values, name))
  return answered.find((email) => typeof email === 'string' && email !== '')?.toString() ?? null
}

function planDeliveries(
  person: Person,
  changes: RecordChange[],
  messages: PlannedMessage[],
  snapshot: Snapshot,
): PlannedDelivery[] {
  const mails = messages.map(({ message, because }, index): PlannedDelivery => ({
    key: `mail:${message}`,
    to: 'mail',
    message: index,
    because,
  }))
  const changed = person.how === 'new' || changes.some(({ effect }) => effect === 'set')
  if (!snapshot.crm || !changed || person.how === 'nobody') return mails
  const because = person.how === 'new' ? 'A contact was made' : 'The contact’s fields changed'
  return [...mails, { key: 'crm:contact', to: 'crm', because }]
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
