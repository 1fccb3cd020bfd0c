import jsonLogic, { type RulesLogic } from 'json-logic-js'
import { describe, expect, it } from 'vitest'
import type { Answers } from '../answers/answer'
import { choiceOf, formOf } from '../testing/forms'
import type { Condition, Test } from '../logic/condition'
import { exportConditions, foldValues, jsonLogicOf } from './json_logic'

const PHOTO = 'https://forms.example/files/00000000-0000-4000-8000-000000000000/kiln.png'
const form = formOf(
  [
    choiceOf('ware', 'stoneware', 'glass'),
    {
      kind: 'several_choices',
      name: 'glazes',
      label: 'Glazes',
      options: ['ash', 'celadon', 'tenmoku'].map((value) => ({ value, label: value })),
    },
    { kind: 'number', name: 'size', label: 'Size' },
    { kind: 'short_text', name: 'note', label: 'Note' },
    { kind: 'date', name: 'day', label: 'Day' },
    { kind: 'time', name: 'hour', label: 'Hour' },
    { kind: 'yes_no', name: 'night', label: 'At night' },
    { kind: 'person_name', name: 'who', label: 'Who' },
    { kind: 'file', name: 'photos', label: 'Photos', sorts: ['pictures'] },
  ],
  {
    messages: [
      {
        name: 'big',
        title: 'Big',
        to: 'desk',
        subject: 's',
        body: 'b',
        when: { value: 'size', is: 'at_least', to: 500 },
      },
      { name: 'all', title: 'All', to: 'desk', subject: 's', body: 'b' },
    ],
    targets: [{ connection: 'crm', use: true, when: { value: 'night', is: 'equals', to: true } }],
  },
)

/** What json-logic-js, an independent reader of the format, makes of an exported condition. */
const judge = (condition: Condition, values: Answers): boolean =>
  Boolean(jsonLogic.apply(jsonLogicOf(form, condition) as RulesLogic, foldValues(values)))

describe('a test as JsonLogic holds', () => {
  it.each<[Test, yes: Answers[], no: Answers[]]>([
    [
      { value: 'ware', is: 'equals', to: 'stoneware' },
      [{ ware: 'Stoneware' }, { ware: 'STONEWARE' }],
      [{ ware: 'glass' }, { ware: null }, {}],
    ],
    [
      { value: 'ware', is: 'differs', to: 'Stoneware' },
      [{ ware: 'glass' }, { ware: null }, {}],
      [{ ware: 'stoneware' }],
    ],
    [
      { value: 'ware', is: 'one_of', to: ['glass', 'Stoneware'] },
      [{ ware: 'glass' }, { ware: 'stoneware' }],
      [{ ware: 'x' }, {}],
    ],
    [
      { value: 'ware', is: 'none_of', to: ['glass', 'x'] },
      [{ ware: 'Stoneware' }, {}],
      [{ ware: 'x' }, { ware: 'glass' }],
    ],
    [{ value: 'ware', is: 'one_of', to: [] }, [], [{ ware: 'glass' }, {}]],
    [{ value: 'ware', is: 'none_of', to: [] }, [{ ware: 'glass' }, {}], []],
    [
      { value: 'ware', is: 'contains', to: 'STONE' },
      [{ ware: 'Stoneware' }, { ware: 'Soapstone' }],
      [{ ware: 'glass' }, {}],
    ],
    [{ value: 'note', is: 'contains', to: 'kiln' }, [{ note: 'A Kiln' }, { note: 'kiln' }], [{ note: 'oven' }, {}]],
    [{ value: 'day', is: 'contains', to: '2026' }, [{ day: '2026-09-13' }], [{ day: '2027-01-01' }, {}]],
    [{ value: 'hour', is: 'contains', to: '09' }, [{ hour: '09:30' }], [{ hour: '10:30' }]],
    [{ value: 'glazes', is: 'contains', to: 'ash' }, [], [{ glazes: ['ash'] }, {}]],
    [{ value: 'size', is: 'contains', to: 5 }, [], [{ size: 5 }, {}]],
    [
      { value: 'glazes', is: 'includes', to: ['ASH', 'tenmoku'] },
      [{ glazes: ['Ash'] }, { glazes: ['celadon', 'tenmoku'] }],
      [{ glazes: ['celadon'] }, { glazes: [] }, {}],
    ],
    [
      { value: 'glazes', is: 'includes_all', to: ['ash', 'tenmoku'] },
      [{ glazes: ['ash', 'tenmoku'] }, { glazes: ['tenmoku', 'celadon', 'ash'] }],
      [{ glazes: ['ash'] }, { glazes: [] }, {}],
    ],
    [{ value: 'glazes', is: 'includes_all', to: [] }, [{ glazes: ['ash'] }], [{ glazes: [] }, {}]],
    [
      { value: 'glazes', is: 'excludes', to: ['ash'] },
      [{ glazes: ['celadon'] }, { glazes: [] }, {}],
      [{ glazes: ['celadon', 'ash'] }],
    ],
    // Files are a list as choices are.
    [{ value: 'photos', is: 'includes_all', to: [] }, [{ photos: [PHOTO] }], [{ photos: [] }, {}]],
    [{ value: 'photos', is: 'includes', to: [PHOTO] }, [{ photos: [PHOTO] }], [{ photos: [] }, {}]],
    // One choice is no list of them.
    [{ value: 'ware', is: 'includes', to: ['glass'] }, [], [{ ware: 'glass' }, {}]],
    [{ value: 'ware', is: 'includes_all', to: ['glass'] }, [], [{ ware: 'glass' }, {}]],
    [{ value: 'ware', is: 'excludes', to: ['glass'] }, [{ ware: 'glass' }, {}], []],
    [{ value: 'size', is: 'at_least', to: 500 }, [{ size: 500 }, { size: 501 }], [{ size: 499 }, { size: null }, {}]],
    [{ value: 'size', is: 'at_most', to: 500 }, [{ size: 500 }, { size: 0 }], [{ size: 501 }, { size: null }, {}]],
    [
      { value: 'day', is: 'at_least', to: '2026-09-14' },
      [{ day: '2026-09-14' }, { day: '2027-01-01' }],
      [{ day: '2026-09-13' }, {}],
    ],
    [{ value: 'hour', is: 'at_most', to: '12:00' }, [{ hour: '12:00' }, { hour: '09:30' }], [{ hour: '12:01' }, {}]],
    // What sorts differently is not compared.
    [{ value: 'size', is: 'at_least', to: '2026-09-14' }, [], [{ size: 5 }, {}]],
    [{ value: 'day', is: 'at_most', to: 5 }, [], [{ day: '2026-09-14' }, {}]],
    [{ value: 'hour', is: 'at_least', to: '2026-09-14' }, [], [{ hour: '12:00' }, {}]],
    [{ value: 'night', is: 'equals', to: true }, [{ night: true }], [{ night: false }, { night: null }, {}]],
    [{ value: 'night', is: 'differs', to: true }, [{ night: false }, {}], [{ night: true }]],
    [
      { value: 'who.first', is: 'equals', to: 'ilka' },
      [{ who: { first: 'Ilka' } }],
      [{ who: { last: 'Ilka' } }, { who: null }, {}],
    ],
    [
      { value: 'who', is: 'answered' },
      [{ who: { first: null, last: 'Brandt' } }],
      [{ who: { first: null, last: '' } }, { who: null }, {}],
    ],
    [{ value: 'size', is: 'blank' }, [{ size: null }, {}], [{ size: 0 }, { size: 5 }]],
    [{ value: 'glazes', is: 'answered' }, [{ glazes: ['ash'] }], [{ glazes: [] }, {}]],
  ])('%j', (condition, yes, no) => {
    for (const values of yes) expect(judge(condition, values), JSON.stringify(values)).toBe(true)
    for (const values of no) expect(judge(condition, values), JSON.stringify(values)).toBe(false)
  })
})

describe('conditions as JsonLogic', () => {
  const big: Test = { value: 'size', is: 'at_least', to: 500 }
  const glass: Test = { value: 'ware', is: 'equals', to: 'glass' }
  it.each<[Condition, boolean[]]>([
    [{ all: [big, glass] }, [true, false, false, false]],
    [{ any: [big, glass] }, [true, true, true, false]],
    [{ none: [big, glass] }, [false, false, false, true]],
  ])('are joined: %j', (condition, expected) => {
    const all = [
      { size: 500, ware: 'glass' },
      { size: 500, ware: 'x' },
      { size: 5, ware: 'glass' },
      { size: 5, ware: 'x' },
    ]
    expect(all.map((values) => judge(condition, values))).toEqual(expected)
  })
  it('are exported by what they decide, without what always shows or is always sent', () => {
    const shown: Test = { value: 'ware', is: 'answered' }
    const worded = formOf([], {
      ...form,
      records: {
        deal: {
          moves: [
            { when: glass, to: 'won' },
            { when: null, to: 'new' },
          ],
          title: 'Kiln',
        },
      } as never,
      steps: [
        { name: 'one', title: 'One', questions: [choiceOf('ware', 'glass')] },
        {
          name: 'two',
          title: 'Two',
          shownWhen: shown,
          questions: [{ kind: 'number', name: 'size', label: 'Size', shownWhen: glass }],
        },
      ],
    })
    expect(exportConditions(worded)).toEqual({
      steps: { two: jsonLogicOf(worded, shown) },
      questions: { size: jsonLogicOf(worded, glass) },
      messages: { big: jsonLogicOf(worded, big) },
      targets: { crm: jsonLogicOf(worded, { value: 'night', is: 'equals', to: true }) },
      records: { 'deal.1': jsonLogicOf(worded, glass) },
    })
  })
})

it('values are folded for them, and blanks left out', () => {
  const given = {
    note: 'A KILN',
    list: ['A', 'b'],
    none: null,
    empty: '',
    nothing: [],
    parts: { first: 'Ilka', last: null },
    hollow: { first: '', last: null },
    size: 0,
    night: false,
  }
  expect(foldValues(given)).toEqual({
    note: 'a kiln',
    list: ['a', 'b'],
    parts: { first: 'ilka' },
    size: 0,
    night: false,
  })
  expect([foldValues(null), foldValues(5), foldValues('A')]).toEqual([null, 5, 'a'])
})
