import type { Plan } from './plan'

/** What is left of a plan once whoever it was of is erased: which desks were told, and by which row. */
export const namelessPlan = (plan: Plan): Plan => ({
  ...plan,
  person: { how: plan.person.how, contact: plan.person.contact, email: null, because: '' },
  records: [],
  changes: [],
  lists: [],
  routed: plan.routed.map((one) => ({ ...one, because: '' })),
  messages: [],
  deliveries: [],
  outcome: namelessOutcome(plan.outcome),
  findings: [],
})

/** Which of a form’s outcomes was shown, and nothing of what it said. */
export const namelessOutcome = ({ because }: Plan['outcome']): Plan['outcome'] => ({
  title: '',
  body: '',
  ...(because === undefined ? {} : { because }),
})
