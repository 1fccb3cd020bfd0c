import { describe, expect, it } from 'vitest'
import type { Answers } from '../answers/answer'
import { type Form, formSchema } from '../form/definition'
import { planSubmission } from '../plan'
import { choiceOf, emailQuestion, formOf, snapshotOf } from '../testing/forms'
import { compareRuns, type Run } from './compare'

const form = formOf(
  [
    { ...choiceOf('region', 'north', 'south'), lands: [{ field: 'region' }] },
    { kind: 'short_text', name: 'first_name', label: 'First name' },
    emailQuestion,
  ],
  {
    messages: [{ name: 'notice', title: 'Notice', to: 'desk', subject: 'An enquiry', body: '{{ all_answers }}' }],
    routing: {
      columns: ['region'],
      rows: [{ cells: { region: { is: 'equals', to: 'north' } }, desk: 'north', message: 'notice' }],
      otherwise: { desk: 'south', message: 'notice' },
    },
  },
)
const other = (change: (form: Form) => Partial<Form>): Form => formSchema.parse({ ...form, ...change(form) })
const answers = { region: 'north', first_name: 'Ilka', email: 'ilka@studio.example' }

const run = (through: Form, values: Answers = answers, errors: Run['errors'] = []): Run => ({
  form: through,
  plan: planSubmission(through, values, {}, { linkHolder: null, submission: null, form: 'F1' }, snapshotOf()),
  errors,
})

describe('the same answers through two forms', () => {
  it('do the same where nothing changed', () => {
    expect(compareRuns(run(form), run(form))).toEqual({ gone: [], come: [] })
  })
  it('differ in who is told and what lands', () => {
    const changed = other(({ routing, steps }) => ({
      routing: { ...routing, rows: [] },
      steps: steps.map((step) => ({ ...step, questions: step.questions.map((one) => ({ ...one, lands: [] })) })),
    }))
    const { gone, come } = compareRuns(run(form), run(changed))
    expect(gone).toEqual(expect.arrayContaining(['North desk gets “Notice”', 'region becomes NORTH']))
    expect(come).toContain('South desk gets “Notice”')
    expect(come).not.toContain('North desk gets “Notice”')
  })
  it('differ by no reason alone', () => {
    const later = other(({ routing }) => ({
      routing: {
        ...routing,
        rows: routing.rows.flatMap((row) => [{ ...row, cells: { region: { is: 'equals', to: 'south' } } }, row]),
      },
    }))
    expect(run(later).plan.routed).not.toEqual(run(form).plan.routed)
    expect(compareRuns(run(form), run(later))).toEqual({ gone: [], come: [] })
  })
  it('differ in the words of a message and of the outcome', () => {
    const reworded = other(({ messages, outcome }) => ({
      messages: messages.map((message) => ({ ...message, subject: 'A good enquiry' })),
      outcome: { ...outcome, body: 'We call you.' },
    }))
    expect(compareRuns(run(form), run(reworded))).toEqual({
      gone: [],
      come: ['“Notice” to North desk reads otherwise', `“${form.outcome.title}” reads otherwise`],
    })
  })
  it('are told as refused, and nothing else is told of them', () => {
    const refused = run(form, answers, [{ name: 'first_name', message: 'Give an answer.' }])
    expect(compareRuns(run(form), refused)).toEqual({
      gone: ['It is taken, and planned'],
      come: ['It is refused at “First name”: Give an answer.'],
    })
    expect(compareRuns(refused, refused)).toEqual({ gone: [], come: [] })
  })
})
