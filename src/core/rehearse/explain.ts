import { type Answer, isBlank } from '../answers/answer'
import { showPlainly } from '../answers/show'
import type { Plan } from '../plan'

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
    ...plan.changes.map((change): PlanLine => ({
      place: 'record',
      text:
        change.effect === 'kept'
          ? `${change.label} stays ${show(change.from)}; the answer was ${show(change.to)}`
          : isBlank(change.from)
            ? `${change.label} becomes ${show(change.to)}`
            : `${change.label} goes from ${show(change.from)} to ${show(change.to)}`,
      because: change.because,
    })),
    ...plan.lists.map(({ title, because }): PlanLine => ({ place: 'list', text: `Joins ${title}`, because })),
    ...plan.messages.map(({ title, audience, to, because }): PlanLine => ({
      place: 'message',
      text: audience === 'desk' ? `${plan.routed.desk.title} gets “${title}”` : `“${title}” goes to ${to.join(', ')}`,
      because,
    })),
    ...plan.deliveries
      .filter(({ to }) => to === 'crm')
      .map(({ because }): PlanLine => ({ place: 'delivery', text: 'The CRM gets the contact', because })),
    {
      place: 'outcome',
      text: `The visitor sees “${plan.outcome.title}”`,
      because: 'The form’s only outcome',
    },
    ...plan.findings.map((text): PlanLine => ({ place: 'note', text, because: '' })),
  ]
}

function explainPerson({ person }: Plan): PlanLine {
  const text = {
    email: `${person.email ?? ''} is known`,
    personal_link: `${person.email ?? ''} is known by personal link`,
    new: `${person.email ?? ''} becomes a new contact`,
    nobody: 'Nobody is matched, so nothing lands in a contact',
  }[person.how]
  return { place: 'person', text, because: person.because }
}

const show = (answer: Answer): string => showPlainly(answer) || 'blank'
