import fc from 'fast-check'
import { type Form, type FormInput, formSchema } from '../form/definition'
import type { Snapshot } from '../records/snapshot'

/** Forms and snapshots that the core's tests share. */

type QuestionInput = NonNullable<FormInput['steps'][number]['questions']>[number]

export const formOf = (questions: QuestionInput[], more: Partial<FormInput> = {}): Form =>
  formSchema.parse({ title: 'A form', steps: [{ name: 'one', title: 'One', questions }], ...more })

export const emailQuestion: QuestionInput = {
  kind: 'email',
  name: 'email',
  label: 'Email',
  required: true,
  lands: [{ field: 'email' }],
}

export const choiceOf = (name: string, ...values: string[]): Extract<QuestionInput, { kind: 'single_choice' }> => ({
  kind: 'single_choice',
  name,
  label: name,
  options: values.map((value) => ({ value, label: value.toUpperCase() })),
})

export const snapshotOf = (more: Partial<Snapshot> = {}): Snapshot => ({
  workspace: { name: 'Tarnfield Kilns', mailDomain: 'tarnfield.example' },
  owner: { name: 'Ines', email: 'ines@tarnfield.example' },
  contacts: [],
  fields: ['email', 'first_name', 'region'].map((name) => ({ name, label: name })),
  lists: [{ name: 'firing_notes', title: 'Firing notes' }],
  desks: [
    { name: 'north', title: 'North desk', addresses: ['north@tarnfield.example'] },
    { name: 'south', title: 'South desk', addresses: ['south@tarnfield.example'] },
  ],
  crm: true,
  ...more,
})

const word = fc.constantFrom('a', 'B', 'é', 'Éa', 'kiln', 'x y', '7')
const option = fc.constantFrom('red', 'green', 'blue')

/** A test on one of the values asked before. */
const testOn = (names: readonly string[]) => {
  const value = fc.constantFrom(...names)
  return fc.oneof(
    fc.record({
      value,
      is: fc.constantFrom('equals' as const, 'differs' as const, 'contains' as const),
      to: fc.oneof(word, option, fc.integer({ min: 0, max: 9 }), fc.boolean()),
    }),
    fc.record({
      value,
      is: fc.constantFrom('one_of' as const, 'none_of' as const),
      to: fc.array(fc.oneof(word, option), { maxLength: 3 }),
    }),
    fc.record({
      value,
      is: fc.constantFrom('at_least' as const, 'at_most' as const),
      to: fc.integer({ min: 0, max: 9 }),
    }),
    fc.record({ value, is: fc.constantFrom('answered' as const, 'blank' as const) }),
  )
}

const conditionOn = (names: readonly string[]) =>
  fc.record({
    join: fc.constantFrom('all' as const, 'any' as const, 'none' as const),
    tests: fc.array(testOn(names), { minLength: 1, maxLength: 3 }),
  })

const questionNamed = (name: string, before: readonly string[]) =>
  fc
    .record({
      kind: fc.constantFrom('short_text', 'long_text', 'email', 'number', 'single_choice', 'consent'),
      required: fc.boolean(),
      condition: fc.option(conditionOn(before)),
      maxLength: fc.integer({ min: 1, max: 6 }),
      minimum: fc.option(fc.integer({ min: -2, max: 2 })),
      step: fc.option(fc.constantFrom(1, 0.5)),
    })
    .map(({ kind, required, condition, maxLength, minimum, step }): QuestionInput => {
      const common = { name, label: name, required, shownWhen: condition }
      switch (kind) {
        case 'number':
          return { kind, ...common, minimum, step, maximum: 8 }
        case 'single_choice':
          return { ...choiceOf(name, 'red', 'green', 'blue'), ...common }
        case 'consent':
          return { kind, ...common, wording: 'Agreed' }
        case 'email':
          return { kind, ...common }
        default:
          return { kind: kind as 'short_text' | 'long_text', ...common, maxLength }
      }
    })

const NAMES = ['q1', 'q2', 'q3', 'q4']

/** Forms of four questions with conditions on what comes before, and a carried value. */
export const anyForm: fc.Arbitrary<Form> = fc
  .tuple(...NAMES.map((name, index) => questionNamed(name, ['source', ...NAMES.slice(0, index)])))
  .map((questions) => formOf(questions, { carried: [{ name: 'source', label: 'Source' }] }))

/** Raw answers to such forms: sound ones, wrong ones and nonsense. */
export const anyAnswers: fc.Arbitrary<Record<string, unknown>> = fc.dictionary(
  fc.constantFrom(...NAMES),
  fc.oneof(
    word,
    option,
    fc.integer({ min: -5, max: 12 }),
    fc.constantFrom(0.5, 1.25, true, false, 'yes', '', '  ', 'ilka@tarnfield.example', 'no@', 'toolongtext', null),
  ),
)
