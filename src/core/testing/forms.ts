import fc from 'fast-check'
import { fileAddress } from '../answers/files'
import { type Form, type FormInput, formSchema } from '../form/definition'
import type { Answer, Answers } from '../answers/answer'
import type { Stored } from '../origins/source'
import { KIND_NAMES, type KindName } from '../kinds/registry'
import type { Connection } from '../dispatch/connection'
import type { TargetName } from '../dispatch/targets/bodies'
import { type Condition, makeGroup, type Test } from '../logic/condition'
import { BUILT_IN_FIELDS, type RecordField, type RecordType } from '../fields/field'
import type { Resources } from '../examine/examine'
import type { Touched } from '../records/match'
import type { RecordState } from '../records/record'
import type { Snapshot } from '../plan/snapshot'

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

const fieldOf = (
  record: RecordType,
  name: string,
  type: RecordField['type'] = 'text',
  options: string[] = [],
): RecordField => ({
  record,
  name,
  label: name,
  type,
  options: options.map((value) => ({ value, label: value.toUpperCase() })),
  retired: false,
})

/** What is stored of somebody, their own fields. */
export const holderOf = (contact: Answers, more: Partial<Stored> = {}): Stored => ({
  lists: [],
  sent: {},
  ...more,
  records: { contact, ...more.records },
})

/** A stored contact. */
export const contactOf = (id: string, email: string, more: Partial<RecordState> = {}): RecordState => ({
  id,
  type: 'contact',
  key: email,
  domain: null,
  contact: null,
  company: null,
  owner: null,
  broughtBy: null,
  form: null,
  lists: [],
  ...more,
  values: { email, ...more.values },
})

export const snapshotOf = (more: Partial<Snapshot> = {}): Snapshot & Pick<Resources, 'destinations' | 'members'> => ({
  members: [
    { id: 'ines', name: 'Ines Dahl' },
    { id: 'kim', name: 'Kim Aasen' },
  ],
  destinations: {
    forms: [
      { slug: 'advice', name: 'Advice', live: true },
      { slug: 'draft', name: 'A draft', live: false },
    ],
    sites: ['https://www.tarnfield.example'],
  },
  workspace: { name: 'Tarnfield Kilns', mailDomain: 'tarnfield.example' },
  owner: { name: 'Ines', email: 'ines@tarnfield.example' },
  records: [],
  fields: [
    ...BUILT_IN_FIELDS,
    fieldOf('contact', 'region', 'choice', ['north', 'south']),
    fieldOf('contact', 'notes'),
    fieldOf('contact', 'visit', 'date'),
    fieldOf('contact', 'size', 'number'),
    fieldOf('contact', 'wares', 'several_choices', ['glass', 'stoneware']),
    fieldOf('company', 'region'),
    fieldOf('deal', 'budget', 'money'),
  ],
  lists: [{ name: 'firing_notes', title: 'Firing notes' }],
  desks: [
    { name: 'north', title: 'North desk', addresses: ['north@tarnfield.example'] },
    { name: 'south', title: 'South desk', addresses: ['south@tarnfield.example'] },
  ],
  connections: [connectionOf('crm', 'crm')],
  ...more,
})

/** A connection that every form sends to. */
export const connectionOf = (name: string, target: TargetName, more: Partial<Connection> = {}): Connection => ({
  name,
  title: `The ${name}`,
  target,
  settings: { url: `https://${name}.example/` },
  everyForm: true,
  retired: false,
  ...more,
})

const word = fc.constantFrom('a', 'B', 'é', 'Éa', 'kiln', 'x y', '7')
const option = fc.constantFrom('red', 'green', 'blue')
const time = fc.constantFrom('09:29', '09:30', '17:59', '23:00')
const file = fc.constantFrom(
  ...['kiln.png', 'Maß.pdf', 'list.csv'].map((name, n) =>
    fileAddress('https://forms.example', `00000000-0000-4000-8000-00000000000${n}`, name),
  ),
)
const day = fc.constantFrom('2026-09-13', '2026-09-14', '2026-10-02', '2028-02-29')

/** Any stored answer. */
export const anyAnswer: fc.Arbitrary<Answer> = fc.oneof(
  fc.constantFrom(null, true, false),
  word,
  day,
  time,
  fc.integer({ min: -5, max: 12 }),
  fc.array(option, { maxLength: 3 }),
  fc.record({ first: word, last: fc.option(word) }),
)

/** A test on one of these paths. */
const testOn = (paths: readonly string[]): fc.Arbitrary<Test> => {
  const value = fc.constantFrom(...paths)
  return fc.oneof(
    fc.record({
      value,
      is: fc.constantFrom('equals' as const, 'differs' as const, 'contains' as const),
      to: fc.oneof(word, option, day, fc.integer({ min: 0, max: 9 }), fc.boolean()),
    }),
    fc.record({
      value,
      is: fc.constantFrom(
        'one_of' as const,
        'none_of' as const,
        'includes' as const,
        'includes_all' as const,
        'excludes' as const,
      ),
      to: fc.array(fc.oneof(word, option), { maxLength: 3 }),
    }),
    fc.record({
      value,
      is: fc.constantFrom('at_least' as const, 'at_most' as const),
      to: fc.oneof(fc.integer({ min: 0, max: 9 }), day, time),
    }),
    fc.record({ value, is: fc.constantFrom('answered' as const, 'blank' as const) }),
  )
}

/** A condition on these paths: tests, and groups of them within groups. */
export const anyCondition = (paths: readonly string[]): fc.Arbitrary<Condition> =>
  fc.letrec<{ condition: Condition; group: Condition }>((tie) => ({
    condition: fc.oneof({ maxDepth: 2 }, testOn(paths), tie('group')),
    group: fc
      .tuple(
        fc.constantFrom('all' as const, 'any' as const, 'none' as const),
        fc.array(tie('condition'), { minLength: 1, maxLength: 3 }),
      )
      .map(([join, parts]) => makeGroup(join, parts)),
  })).condition

/** The same limits with a minimum that lies on a step. */
const onStep = <T extends { minimum: number; step: number }>(limits: T): T => ({
  ...limits,
  minimum: Math.floor(limits.minimum / limits.step) * limits.step,
})

const PAINTS = ['red', 'green', 'blue'].map((value) => ({ value, label: value.toUpperCase() }))
const ROWS = ['first', 'last'].map((value) => ({ value, label: value.toUpperCase() }))
const other = fc.constantFrom('', 'Another paint')

/** Settings that are worth trying, by kind; a kind without any here is tried with none. */
const SETTINGS: { readonly [K in KindName]?: fc.Arbitrary<object> } = {
  short_text: fc.record({
    minLength: fc.integer({ min: 0, max: 2 }),
    maxLength: fc.integer({ min: 2, max: 6 }),
    like: fc.constantFrom('', '', 'x 9', 'A(b.'),
  }),
  long_text: fc.record({ minLength: fc.integer({ min: 0, max: 2 }), maxLength: fc.integer({ min: 2, max: 6 }) }),
  number: fc.record({
    minimum: fc.option(fc.integer({ min: -2, max: 2 })),
    maximum: fc.constant(8),
    step: fc.option(fc.constantFrom(1, 0.5)),
  }),
  slider: fc
    .record({ minimum: fc.integer({ min: -2, max: 2 }), maximum: fc.constant(8), step: fc.constantFrom(1, 2, 0.5) })
    .map(onStep),
  stepper: fc.record({ minimum: fc.constant(0), maximum: fc.constantFrom(3, 8) }),
  money: fc
    .record({ maximum: fc.option(fc.constant(8)), whole: fc.boolean(), currency: fc.constantFrom('EUR', 'JPY') })
    .map(({ whole, ...money }) => ({ ...money, whole: whole || money.maximum === null })),
  rating: fc.record({ points: fc.constantFrom(2, 5, 10) }),
  scale: fc.record({ from: fc.constantFrom(0, 1), to: fc.constantFrom(5, 10) }),
  time: fc.record({ earliest: fc.option(fc.constant('09:30')), latest: fc.option(fc.constant('18:00')) }),
  date: fc.record({ earliest: fc.option(fc.constant('2026-09-14')), latest: fc.option(fc.constant('2027-01-31')) }),
  single_choice: fc.record({ options: fc.constant([...PAINTS, { value: 'gone', label: 'Gone', off: true }]), other }),
  several_choices: fc.record({
    options: fc.constant([...PAINTS, { value: 'none', label: 'None', alone: true }]),
    other,
    least: fc.option(fc.integer({ min: 1, max: 2 })),
    most: fc.option(fc.integer({ min: 2, max: 3 })),
  }),
  person_name: fc.record({ boxes: fc.constantFrom('two', 'two', 'one') }),
  date_range: fc.record({
    earliest: fc.option(fc.constant('2026-09-14')),
    latest: fc.option(fc.constant('2027-01-31')),
  }),
  ranking: fc.record({ options: fc.constant(PAINTS), places: fc.option(fc.integer({ min: 1, max: 3 })) }),
  matrix: fc.record({ rows: fc.constant(ROWS), options: fc.constant(PAINTS), several: fc.boolean() }),
  computed: fc.record({
    expression: fc.constantFrom(
      '',
      'q1 * 2',
      'or(q1, 1) / or(q2, 2)',
      "q1 == 'red' ? 1 : count(q2)",
      'days(q1.from, q1.to)',
      '1 +',
    ),
    decimals: fc.integer({ min: 0, max: 3 }),
  }),
  file: fc.record({ most: fc.integer({ min: 1, max: 2 }) }),
  phone: fc.record({ country: fc.constantFrom(null, 'SE', 'US') }),
  address: fc.record({ countries: fc.constantFrom([], ['DE', 'HK']), postcode: fc.boolean() }),
  consent: fc.constant({ wording: 'Agreed' }),
}

/** A question of any kind there is, shown by what comes before it. */
const questionNamed = (name: string, before: readonly string[]): fc.Arbitrary<QuestionInput> =>
  fc
    .constantFrom(...KIND_NAMES)
    .chain((kind) =>
      fc.tuple(fc.constant(kind), SETTINGS[kind] ?? fc.constant({}), fc.boolean(), fc.option(anyCondition(before))),
    )
    .map(
      ([kind, settings, required, shownWhen]) =>
        ({ kind, name, label: name, required, shownWhen, ...settings }) as QuestionInput,
    )

const NAMES = ['q1', 'q2', 'q3', 'q4']
const pathsBefore = (index: number) => ['source', ...NAMES.slice(0, index).flatMap((name) => [name, `${name}.first`])]

/** Forms of four questions in two steps with conditions on what comes before, and a carried value. */
export const anyForm: fc.Arbitrary<Form> = fc
  .tuple(
    fc.option(anyCondition(pathsBefore(2))),
    ...NAMES.map((name, index) => questionNamed(name, pathsBefore(index))),
  )
  .map(([shownWhen, ...questions]) =>
    formOf([], {
      steps: [
        { name: 'one', title: 'One', questions: questions.slice(0, 2) },
        { name: 'two', title: 'Two', shownWhen, questions: questions.slice(2) },
      ],
      carried: [{ name: 'source', label: 'Source' }],
    }),
  )

/** Raw answers to such forms: sound ones, wrong ones and nonsense. */
export const anyAnswers: fc.Arbitrary<Record<string, unknown>> = fc.dictionary(
  fc.constantFrom(...NAMES),
  fc.oneof(
    word,
    option,
    day,
    time,
    fc.integer({ min: -5, max: 12 }),
    fc.uniqueArray(fc.oneof(option, fc.constant('nope')), { maxLength: 3 }),
    fc.record({ first: word, last: fc.option(word) }),
    fc.record({ full: word }),
    fc.constantFrom(0.5, 1.25, true, false, 'yes', '', '  ', 'ilka@tarnfield.example', 'no@', 'toolongtext', null),
    fc.constantFrom('_other', { '': ['_other'], other: 'blue glaze' }, { '': ['red', '_other'], other: 'ash' }),
    fc.constantFrom({ '': 'red', other: 'left behind' }, { other: 'ash' }, ['red', 'none'], ['none'], ['ash', 'soda']),
    fc.record({ from: fc.option(day), to: fc.option(day) }),
    fc.constantFrom('+46 70 174 06 05', { number: '070-174 06 05', country: 'SE' }, { number: '12', country: 'US' }),
    fc.record({
      street: fc.constantFrom('', 'Brennerweg 4'),
      city: fc.option(word),
      postcode: fc.option(fc.constant('10115')),
      country: fc.constantFrom('', 'DE', 'HK', 'XX'),
    }),
    fc.uniqueArray(fc.oneof(file, fc.constant('file:///etc/passwd')), { maxLength: 3 }),
    fc.record({ drawn: fc.option(file), typed: fc.constantFrom('', 'Ilka Sand') }),
    fc.dictionary(fc.constantFrom('place_1', 'place_2', 'place_3'), option),
    fc.dictionary(fc.constantFrom('first', 'last'), fc.oneof(option, fc.array(option, { maxLength: 2 }))),
    fc.constantFrom('é 4', 'Q(z.', 'Q(zx'),
    fc.constantFrom('2026-02-30', '2027-02-01', 'https://tarnfield.example/kilns', { first: 3 }, { middle: 'x' }),
  ),
)

/** A record that a plan touches: opened, unless it has an id. */
export const touchedOf = (record: Touched['record'], more: Partial<Touched> = {}): Touched => ({
  record,
  id: null,
  key: null,
  domain: null,
  title: null,
  because: 'so the form says',
  ...more,
})
