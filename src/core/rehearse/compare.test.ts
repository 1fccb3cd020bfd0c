import { describe, expect, it } from 'vitest'
import type { Answers } from '../answers/answer'
import { type Form, formSchema } from '../form/definition'
import { planSubmission } from '../plan/plan'
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

describe('lines that stand twice', () => {
  const desks = ['a@x.example', 'b@x.example']
  const twice = (through: Form, count: number): Run => {
    const one = run(through)
    const [message] = one.plan.messages
    return { ...one, plan: { ...one.plan, messages: Array.from({ length: count }, () => message) as never } }
  }
  it('count twice', () => {
    const [line] = compareRuns(twice(form, 0), twice(form, 1)).come
    expect(compareRuns(twice(form, 2), twice(form, 1))).toEqual({ gone: [line], come: [] })
    expect(compareRuns(twice(form, 1), twice(form, 3))).toEqual({ gone: [], come: [line, line] })
  })
  it('are held to the message of the same name to the same desk', () => {
    const told = (texts: [string, string | null, string][]): Run => {
      const one = run(form)
      const messages = texts.map(([message, desk, text]) => ({
        ...one.plan.messages[0],
        message,
        title: message,
        desk: desk === null ? null : { name: desk, title: desk, addresses: [] },
        to: desks,
        text,
      }))
      return { ...one, plan: { ...one.plan, messages: messages as never } }
    }
    const before = told([
      ['notice', 'north', 'A'],
      ['notice', 'south', 'B'],
      ['thanks', null, 'C'],
    ])
    expect(compareRuns(before, before)).toEqual({ gone: [], come: [] })
    const after = told([
      ['notice', 'north', 'A'],
      ['notice', 'south', 'X'],
      ['thanks', null, 'Y'],
    ])
    expect(compareRuns(before, after).come).toEqual([
      '“notice” to south reads otherwise',
      '“thanks” to a@x.example, b@x.example reads otherwise',
    ])
  })
  it('an outcome of another title is another, not the same in other words', () => {
    const outcome = (title: string, body: string): Run => {
      const one = run(form)
      return { ...one, plan: { ...one.plan, outcome: { ...one.plan.outcome, title, body } } }
    }
    expect(compareRuns(outcome('A', 'x'), outcome('A', 'y'))).toEqual({ gone: [], come: ['“A” reads otherwise'] })
    expect(compareRuns(outcome('A', 'x'), outcome('B', 'y'))).toEqual({
      gone: ['The visitor sees “A”'],
      come: ['The visitor sees “B”'],
    })
  })
})
