import { isBlank } from '../answers/answer'
import type { Plan } from '../plan/plan'
import { RECORD_WORDS } from '../fields/field'
import type { RecordChange } from '../records/land'
import type { Touched } from '../records/match'

/** One line of a plan in words, with the reason it is there. */
export interface PlanLine {
  place: 'person' | 'record' | 'list' | 'message' | 'delivery' | 'outcome' | 'note'
  text: string
  because: string
}

/** A plan as lines to read, in the order things happen. */
export function explainPlan(plan: Plan): PlanLine[] {
  return [
    explainPerson(plan),
    ...(plan.brought
      ? [{ place: 'person' as const, text: `Brought along by ${plan.brought.title}`, because: plan.brought.because }]
      : []),
    ...plan.records.filter(({ record }) => record !== 'contact').map((touched) => explainTouched(plan, touched)),
    ...plan.changes.map(explainChange),
    ...plan.lists.map(({ title, because, pending }): PlanLine => ({
      place: 'list',
      text: pending ? `Joins ${title} once they confirm it` : `Joins ${title}`,
      because,
    })),
    ...plan.messages.map(({ title, desk, to, because, waits }): PlanLine => ({
      place: 'message',
      text: `${desk ? `${desk.title} gets “${title}”` : `“${title}” goes to ${to.join(', ')}`}${waits ? `, ${waits.words}` : ''}`,
      because,
    })),
    ...plan.deliveries
      // A mail is said already, with its message.
      .filter(({ message }) => message === null)
      .map(({ text, because }): PlanLine => ({ place: 'delivery', text, because })),
    {
      place: 'outcome',
      text: explainOutcome(plan.outcome),
      because: plan.outcome.because ?? 'The form’s only outcome',
    },
    ...plan.findings.map((text): PlanLine => ({ place: 'note', text, because: '' })),
  ]
}

function explainOutcome({ title, goesTo }: Plan['outcome']): string {
  if (!goesTo) return `The visitor sees “${title}”`
  return goesTo.to === 'form'
    ? `The visitor goes on to the form ${goesTo.form}`
    : `The visitor goes on to ${goesTo.address}`
}

function explainPerson({ person, records }: Plan): PlanLine {
  const text = {
    email: `${person.email ?? ''} is known`,
    phone: `${records.find(({ record }) => record === 'contact')?.key ?? ''} is known by phone number`,
    personal_link: `${person.email ?? ''} is known by personal link`,
    remembered: `${person.email ?? ''} is known by a browser that remembers them`,
    new: `${person.email ?? ''} becomes a new contact`,
    unknown: `${person.email ?? ''} is unknown, and becomes no contact`,
    nobody: 'Nobody is matched, so nothing lands in a contact',
  }[person.how]
  return { place: 'person', text, because: person.because }
}

/** “Matches the company Alder Studio”, “Opens a deal: Kiln for Alder Studio”. */
function explainTouched({ changes }: Plan, { record, id, title, because }: Touched): PlanLine {
  const named = changes.find((change) => change.record === record && /^(name|title)$/.test(change.field))
  const name = named?.words.to ?? ''
  const text = id === null ? `Opens a ${record}${name && `: ${name}`}` : `Matches the ${record} ${title ?? ''}`
  return { place: 'record', text, because }
}

function explainChange({ record, label, from, words, effect, because }: RecordChange): PlanLine {
  const what = record === 'contact' ? label : `${RECORD_WORDS[record]} · ${label}`
  const [before, after] = [words.from || 'blank', words.to || 'blank']
  const text =
    effect === 'kept'
      ? `${what} stays ${before}; the answer was ${after}`
      : effect === 'proposed'
        ? `${what} stays ${before}; ${after} is proposed`
        : isBlank(from)
          ? `${what} becomes ${after}`
          : `${what} goes from ${before} to ${after}`
  return { place: 'record', text, because }
}
