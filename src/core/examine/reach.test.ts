import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Answer, type Answers, isBlank, valueAt } from '../answers/answer'
import { type Condition, holds } from '../logic/condition'
import { type Expectation, meets, type Operator } from '../logic/expectation'
import { formOf, snapshotOf } from '../testing/forms'
import { Cases } from './cases'
import type { Form } from '../form/definition'
import { examineForm } from './examine'
import { conditionOf, examineHolds, examineOrder } from './reach'

/**
 * Questions with so few answers that all of them can be tried: what is found must be exactly what trying finds.
 * Endless sorts (text, days, numbers without steps) are tried at every answer near what a test names.
 */
const option = (value: string) => ({ value, label: value.toUpperCase() })
const QUESTIONS = [
  { kind: 'single_choice', name: 'ware', label: 'Ware', required: true, options: ['a', 'b', 'c'].map(option) },
  { kind: 'single_choice', name: 'clay', label: 'Clay', options: ['a', 'b'].map(option), other: 'Another' },
  {
    kind: 'several_choices',
    name: 'glazes',
    label: 'Glazes',
    options: [...['a', 'b', 'c', 'd'].map(option), { ...option('none'), alone: true }],
    least: 2,
    most: 3,
  },
  { kind: 'slider', name: 'heat', label: 'Heat', minimum: 0, maximum: 12, step: 3 },
  { kind: 'number', name: 'weight', label: 'Weight', minimum: 1, maximum: 3 },
  { kind: 'short_text', name: 'note', label: 'Note' },
  { kind: 'date', name: 'day', label: 'Day', earliest: '2026-03-01', latest: '2026-03-05' },
  { kind: 'time', name: 'hour', label: 'Hour' },
  { kind: 'yes_no', name: 'sure', label: 'Sure' },
  { kind: 'consent', name: 'letter', label: 'Letter', wording: 'Yes' },
  { kind: 'person_name', name: 'who', label: 'Who' },
  { kind: 'ranking', name: 'rank', label: 'Rank', options: ['x', 'y', 'z'].map(option) },
  { kind: 'date_range', name: 'stay', label: 'Stay', earliest: '2026-03-01', latest: '2026-03-04' },
]
const form = formOf(QUESTIONS as never)

const subsets = <T>(all: readonly T[]): T[][] =>
  Array.from({ length: 2 ** all.length }, (_, bits) => all.filter((_one, at) => (bits >> at) & 1))
const STRINGS = ['', 'a', 'b', '-'].flatMap((one) =>
  ['', 'a', 'b', '-'].flatMap((two) =>
    ['', 'a', 'b', '-'].flatMap((three) => ['', 'ab', '-ba'].map((four) => one + two + three + four)),
  ),
)
const TEXTS = [...new Set(STRINGS)].filter(Boolean)
const SIGNS = ['', 'a', 'b', 'c', '-']
const LETTERS = [
  ...new Set(
    SIGNS.flatMap((one) =>
      SIGNS.flatMap((two) => SIGNS.flatMap((three) => SIGNS.map((four) => one + two + three + four))),
    ),
  ),
].filter(Boolean)
const days = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, n) => `2026-03-0${from + n}`)
const record = (parts: Record<string, Answer>): Answer =>
  Object.values(parts).every((one) => one === null) ? null : parts
const blankOr = <T>(all: readonly T[]): (T | null)[] => [null, ...all]

/** Every answer of each question, or every one that tests can tell apart from others. */
const ANSWERS: Record<string, Answer[]> = {
  ware: ['a', 'b', 'c'],
  clay: [null, 'a', 'b', ...LETTERS],
  glazes: [null, ['none'], ...subsets(['a', 'b', 'c', 'd']).filter(({ length }) => length >= 2 && length <= 3)],
  heat: [null, 0, 3, 6, 9, 12],
  weight: [null, ...Array.from({ length: 21 }, (_, n) => 1 + n / 10)],
  note: [null, ...TEXTS],
  day: [null, ...days(1, 5)],
  hour: [null, '00:00', '09:00', '11:59', '12:00', '12:01', '23:59'],
  sure: [null, true, false],
  letter: [null, true, false],
  who: blankOr(['a', 'b', 'zz']).flatMap((first) =>
    blankOr(['a', 'b', 'ab', 'zz']).map((last) => record({ first, last })),
  ),
  rank: blankOr(['x', 'y', 'z']).flatMap((one) =>
    blankOr(['x', 'y', 'z']).flatMap((two) =>
      blankOr(['x', 'y', 'z'])
        .map((three) => [one, two, three])
        .filter((all) => new Set(all.filter(Boolean)).size === all.filter(Boolean).length)
        .map(([place_1 = null, place_2 = null, place_3 = null]) => record({ place_1, place_2, place_3 })),
    ),
  ),
  stay: blankOr(days(1, 4)).flatMap((from) =>
    blankOr(days(1, 4))
      .filter((to) => from === null || to === null || from <= to)
      .map((to) => record({ from, to })),
  ),
}

const test = (
  value: string,
  operators: readonly Operator[],
  operands: fc.Arbitrary<unknown>,
): fc.Arbitrary<Condition> =>
  fc.oneof(
    fc.record({ value: fc.constant(value), is: fc.constantFrom<Operator>('answered', 'blank') }),
    fc.record({ value: fc.constant(value), is: fc.constantFrom(...operators), to: operands as fc.Arbitrary<never> }),
  )
const one = (...of: readonly string[]) => fc.constantFrom(...of)
const some = (...of: readonly string[]) => fc.uniqueArray(fc.constantFrom(...of), { minLength: 1, maxLength: 3 })
const TESTS: fc.Arbitrary<Condition>[] = [
  test('ware', ['equals', 'differs', 'one_of', 'none_of'], some('a', 'b', 'c')),
  test('clay', ['equals', 'differs', 'contains'], one('a', 'b', 'c')),
  test('glazes', ['includes', 'includes_all', 'excludes'], some('a', 'b', 'c', 'none')),
  test('heat', ['at_least', 'at_most', 'equals', 'differs'], fc.constantFrom(-1, 0, 2, 3, 4, 12, 13)),
  test('weight', ['at_least', 'at_most', 'equals', 'differs'], fc.constantFrom(0, 1, 1.5, 2, 3, 4)),
  test('note', ['equals', 'differs', 'contains'], one('a', 'ab', 'b', 'A', 'ba')),
  test(
    'day',
    ['at_least', 'at_most', 'equals', 'differs'],
    one('2026-02-28', '2026-03-01', '2026-03-03', '2026-03-09'),
  ),
  test('hour', ['at_least', 'at_most', 'equals'], one('00:00', '12:00', '23:59')),
  test('sure', ['equals'], fc.boolean()),
  test('letter', ['equals'], fc.boolean()),
  test('who.first', ['equals', 'differs'], one('a', 'b')),
  test('who.last', ['equals', 'contains'], one('a', 'b')),
  test('who', ['answered'], fc.constant(undefined)),
  test('rank.place_1', ['equals', 'differs'], one('x', 'y')),
  test('rank.place_2', ['equals', 'one_of'], some('x', 'y', 'z')),
  test('rank', ['answered'], fc.constant(undefined)),
  test('stay.from', ['at_least', 'at_most', 'equals'], one('2026-03-01', '2026-03-02', '2026-03-03')),
  test('stay.to', ['at_least', 'at_most'], one('2026-03-01', '2026-03-02', '2026-03-04')),
]
/** Conditions that look at one or two questions, so that every pair of answers can be tried. */
const conditions = fc
  .uniqueArray(fc.integer({ min: 0, max: QUESTIONS.length - 1 }), { minLength: 1, maxLength: 2 })
  .chain((chosen) => {
    const names = chosen.map((at) => QUESTIONS[at]?.name ?? '')
    const fitting = TESTS.filter((_, at) => names.some((name) => TEST_NAMES[at] === name))
    return fc.letrec<{ node: Condition }>((tie) => ({
      node: fc.oneof(
        { maxDepth: 2, depthSize: 'small' },
        fc.oneof(...fitting),
        fc.record({ all: fc.array(tie('node'), { maxLength: 3 }) }),
        fc.record({ any: fc.array(tie('node'), { maxLength: 3 }) }),
        fc.record({ none: fc.array(tie('node'), { maxLength: 3 }) }),
      ),
    })).node
  })
const TEST_NAMES = [
  ...['ware', 'clay', 'glazes', 'heat', 'weight', 'note', 'day', 'hour', 'sure', 'letter'],
  ...['who', 'who', 'who', 'rank', 'rank', 'rank', 'stay', 'stay'],
]

const namesIn = (condition: Condition): string[] =>
  'value' in condition
    ? [condition.value.split('.')[0] ?? '']
    : [
        ...new Set(
          Object.values(condition as Record<string, Condition[]>)
            .flat()
            .flatMap(namesIn),
        ),
      ]

/** Every case of some questions. */
function everyCase(names: readonly string[]): Answers[] {
  return names.reduce<Answers[]>(
    (cases, name) => cases.flatMap((values) => (ANSWERS[name] ?? []).map((answer) => ({ ...values, [name]: answer }))),
    [{}],
  )
}

describe('what can never hold', () => {
  it('is exactly what no answer meets, of every sort of answer, by trying them all', () => {
    fc.assert(
      fc.property(conditions, (condition) => {
        const tried = everyCase(namesIn(condition)).some((values) => holds(condition, values))
        const found = examineHolds(form, condition, 'compose', 'x', 'It').length === 0
        expect(found, JSON.stringify(condition)).toBe(tried)
      }),
      { numRuns: 600 },
    )
  })
  it('and where it can, there is an example of it that does, and that the question would take', () => {
    fc.assert(
      fc.property(conditions, (condition) => {
        const cases = Cases.of(form, [condition])
        const example = cases?.example(cases.where(condition))
        if (example) expect(holds(condition, example), JSON.stringify({ condition, example })).toBe(true)
      }),
      { numRuns: 300 },
    )
  })
})

const NARROW: readonly (readonly [string, fc.Arbitrary<Expectation>])[] = (
  [
    ['ware', ['equals', 'differs', 'one_of'], some('a', 'b', 'c')],
    ['heat', ['at_least', 'at_most', 'equals'], fc.constantFrom(0, 3, 4, 12)],
    ['glazes', ['includes', 'includes_all', 'excludes'], some('a', 'b', 'none')],
    ['sure', ['equals'], fc.boolean()],
  ] as const
).map(([name, operators, to]) => [
  name,
  fc.oneof(
    fc.record({ is: fc.constantFrom(...(operators as readonly Operator[])), to: to as fc.Arbitrary<never> }),
    fc.record({ is: fc.constantFrom<Operator>('answered', 'blank') }),
  ),
])
const cells = fc.record(Object.fromEntries(NARROW), { requiredKeys: [] }) as fc.Arbitrary<Record<string, Expectation>>
const CASES = everyCase(NARROW.map(([name]) => name))
const fits = (row: Record<string, Expectation>, values: Answers) =>
  Object.entries(row).every(([path, cell]) => meets(valueAt(values, path), cell))

describe('a table that is read from the top', () => {
  it('has exactly the rows that never fire, and the gap, that trying every case finds', () => {
    fc.assert(
      fc.property(fc.array(cells, { maxLength: 6 }), (rows) => {
        const tried = rows.map((row, at) => ({
          about: `row ${at + 1}`,
          called: `Row ${at + 1}`,
          condition: conditionOf({ cells: row, desk: 'd', message: 'm' }),
          isFaulty: false,
        }))
        const reach = examineOrder(form, tried, true)
        const firsts = CASES.map((values) => rows.findIndex((row) => fits(row, values)))
        const never = rows.flatMap((row, at) =>
          !firsts.includes(at) && CASES.some((values) => fits(row, values)) ? [`row ${at + 1}`] : [],
        )
        expect(reach?.covered.map(({ tried: { about } }) => about)).toEqual(never)
        expect(reach?.gap !== null).toBe(firsts.includes(-1))
        for (const { tried: covered, by } of reach?.covered ?? []) {
          const at = tried.findIndex(({ about }) => about === covered.about)
          const before = by.map((one) => tried.findIndex(({ about }) => about === one.about))
          expect(before.every((one) => one < at)).toBe(true)
          // Those named take all of it, and none of them is named in vain.
          const own = CASES.filter((values) => fits(rows[at] ?? {}, values))
          const taken = (some: readonly number[]) =>
            own.every((values) => some.some((one) => fits(rows[one] ?? {}, values)))
          expect(taken(before)).toBe(true)
          for (const one of before)
            expect(before.length === 1 || !taken(before.filter((other) => other !== one))).toBe(true)
        }
      }),
      { numRuns: 300 },
    )
  })
})

describe('it is told in words', () => {
  const two = (more: object): Form =>
    formOf([...QUESTIONS, { kind: 'email', name: 'email', label: 'Email', lands: [{ field: 'email' }] }] as never, more)
  const told = (one: Form) =>
    examineForm(one, { ...snapshotOf(), destinations: { forms: [], sites: [] } }).map(({ severity, text, example }) =>
      [severity, text, ...(example === undefined ? [] : [example])].join(' | '),
    )
  const message = { name: 'm', title: 'M', to: 'desk', subject: 's', body: 'b' }
  const when = (condition: Condition) => told(two({ messages: [{ ...message, when: condition }] }))
  it.each<[string, Condition, string]>([
    [
      'that exclude each other',
      {
        all: [
          { value: 'ware', is: 'equals', to: 'a' },
          { value: 'sure', is: 'answered' },
          { value: 'ware', is: 'equals', to: 'b' },
        ],
      },
      'fault | M can never hold: “Ware is A” and “Ware is B” exclude each other.',
    ],
    [
      'beyond the end of a slider',
      { value: 'heat', is: 'at_least', to: 50 },
      'fault | M can never hold: no answer meets “Heat is at least 50”.',
    ],
    [
      'a required question that is blank',
      { value: 'ware', is: 'blank' },
      'fault | M can never hold: no answer meets “Ware is blank”.',
    ],
    [
      'two places for one option',
      {
        all: [
          { value: 'rank.place_1', is: 'equals', to: 'x' },
          { value: 'rank.place_2', is: 'equals', to: 'x' },
        ],
      },
      'fault | M can never hold: “Rank · 1st place is X” and “Rank · 2nd place is X” exclude each other.',
    ],
  ])('%s', (_, condition, text) => expect(when(condition)).toContain(text))

  const row = (cell: Record<string, Expectation>) => ({ cells: cell, desk: 'south', message: 'm' })
  const table = (rows: object[], otherwise: object | null = null) =>
    told(two({ messages: [message], routing: { columns: ['ware', 'sure'], rows, otherwise } })).filter((text) =>
      /[Rr]ow/.test(text),
    )
  it('a third row equal to the first, and what no row fits', () => {
    const a = row({ ware: { is: 'equals', to: 'a' } })
    expect(table([a, row({ ware: { is: 'equals', to: 'b' } }), a])).toEqual([
      'warning | Row 3 never fires: row 1 before it takes whatever it fits. | Ware is A',
      'warning | There is no otherwise row: what fits no row goes to the form’s owner. | Ware is C',
    ])
  })
  it('rows that cover everything together need no otherwise row', () => {
    const yes = row({ sure: { is: 'equals', to: true } })
    const rest = row({ sure: { is: 'differs', to: true } })
    expect(table([yes, rest])).toEqual([])
    expect(table([yes, rest], { desk: 'south', message: 'm' })).toEqual([
      'note | Nothing comes to the otherwise row: the others fit every answer.',
    ])
    expect(table([yes, rest, row({ ware: { is: 'equals', to: 'a' } })])).toEqual([
      'warning | Row 3 never fires: rows 1 and 2 before it take whatever it fits. | Sure is blank, Ware is A',
    ])
  })
  it('an outcome behind one that covers it', () => {
    const outcome = (name: string, is: Operator, to: string | string[]) => ({
      name,
      called: name.toUpperCase(),
      when: { value: 'ware', is, to },
      title: 'T',
      body: '',
    })
    const found = told(
      two({ messages: [message], outcomes: [outcome('one', 'one_of', ['a', 'b']), outcome('two', 'equals', 'b')] }),
    )
    expect(found).toContain('warning | Nobody comes to “TWO”: “ONE” before it takes whatever it fits. | Ware is B')
  })
  it('and where there is too much to tell apart, nothing is said that is not known', () => {
    const many = Array.from({ length: 40 }, (_, n) => ({ value: 'note', is: 'contains' as const, to: `text ${n}` }))
    expect(when({ all: many }).filter((text) => text.includes('never'))).toEqual([])
  })
})

it('no question has an answer that is blank among those tried but blank itself', () => {
  for (const answers of Object.values(ANSWERS))
    for (const one of answers) expect(one === null || !isBlank(one)).toBe(true)
})
