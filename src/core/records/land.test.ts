import { describe, expect, it } from 'vitest'
import type { Answer } from '../answers/answer'
import { choiceOf, formOf, snapshotOf } from '../testing/forms'
import { landValues } from './land'

const { fields } = snapshotOf()

type Landing = { lands: { field: string }[] }

/** What becomes of a field of a contact, where this is stored there and this is answered. */
function land(question: Landing, stored: Answer, answer: Answer, origins = {}, identity: Answer = null) {
  const asked = { name: 'it', label: 'It', ...question }
  const field = question.lands[0]?.field ?? ''
  const receiver = {
    record: 'contact' as const,
    values: { [field]: stored },
    identity: identity === null ? null : { field, value: identity },
    isOthers: false,
    isUnproven: false,
  }
  const { changes, refused } = landValues(formOf([asked as never]), { it: answer }, origins, [receiver], fields)
  return [...refused, ...changes.map(({ to, effect, because }) => [to, effect, because])]
}
const text = (ifFilled: string) => ({ kind: 'short_text', lands: [{ field: 'notes', ifFilled }] })
const wares = {
  ...choiceOf('it', 'glass', 'stoneware'),
  kind: 'several_choices',
  label: 'It',
  lands: [{ field: 'wares', ifFilled: 'add' }],
}
const size = (ifFilled: string) => ({ kind: 'number', lands: [{ field: 'size', ifFilled }] })
const day = (ifFilled: string) => ({ kind: 'date', lands: [{ field: 'visit', ifFilled }] })
const SET = ['set', 'Answer to “It”'] as const

describe('where something is stored already', () => {
  it.each<[string, Landing, Answer, Answer, unknown[]]>([
    ['is replaced', text('replace'), 'old', 'new', [['new', ...SET]]],
    ['is kept', text('keep'), 'old', 'new', [['new', 'kept', 'It keeps a value that is there']]],
    ['is filled where it is blank', text('keep'), '', 'new', [['new', ...SET]]],
    ['stays where it is the same', text('replace'), 'old', 'old', []],
    ['gets text below it', text('add'), 'old', 'new', [['old\nnew', ...SET]]],
    ['gets a line once', text('add'), 'old\nnew', 'new', []],
    ['gets a line that is a part of another', text('add'), 'newer', 'new', [['newer\nnew', ...SET]]],
    ['gets a letter that is in it', text('add'), 'old', 'o', [['old\no', ...SET]]],
    ['stays where it is of another sort', text('add'), 7, 'new', []],
    ['gets choices, each once', wares, ['glass'], ['stoneware', 'glass'], [[['glass', 'stoneware'], ...SET]]],
    ['stays where what is there is no list', wares, 'glass', ['stoneware'], []],
    ['takes a larger number', size('larger'), 4, 5, [[5, ...SET]]],
    ['takes no smaller one', size('larger'), 5, 4, [[4, 'kept', 'It is no larger than what is there']]],
    ['takes no number for a text', size('larger'), '4', 5, [[5, 'kept', 'It is no larger than what is there']]],
    ['takes an earlier day', day('earlier'), '2026-09-14', '2026-09-13', [['2026-09-13', ...SET]]],
    [
      'takes no later one',
      day('earlier'),
      '2026-09-14',
      '2026-09-15',
      [['2026-09-15', 'kept', 'It is no earlier than what is there']],
    ],
    [
      'takes no day for a number',
      day('earlier'),
      20260914,
      '2026-09-13',
      [['2026-09-13', 'kept', 'It is no earlier than what is there']],
    ],
  ])('a field %s', (_, question, stored, answer, becomes) => {
    expect(land(question, stored, answer)).toEqual(becomes)
  })
  it('joins two values that land in one field, in the form’s order', () => {
    const asked = ['one', 'two'].map((name) => ({ ...text('add'), name, label: name }))
    const receiver = { record: 'contact' as const, values: {}, identity: null, isOthers: false, isUnproven: false }
    const { changes } = landValues(formOf(asked as never), { one: 'A', two: 'B' }, {}, [receiver], fields)
    expect(changes).toMatchObject([{ from: null, to: 'A\nB', value: 'two' }])
  })
})

describe('what a record is known by', () => {
  it('is never overwritten, and the reason says whose it is', () => {
    expect(land(text('replace'), 'old', 'new', {}, 'old')).toEqual([
      ['new', 'kept', 'It is not the notes this person is known by'],
    ])
    const company = {
      record: 'company' as const,
      values: { name: 'Alder' },
      identity: { field: 'name', value: 'Alder' },
      isOthers: false,
      isUnproven: false,
    }
    const form = formOf([
      { kind: 'short_text', name: 'it', label: 'It', lands: [{ record: 'company', field: 'name' }] },
    ])
    expect(landValues(form, { it: 'Elm' }, {}, [company], fields).changes[0]?.because).toBe(
      'It is not the name this company is known by',
    )
  })
})

describe('a landing that insists on what can be trusted', () => {
  const trusting = { kind: 'short_text', lands: [{ field: 'notes', trustedOnly: true }] }
  const effects = (origins: object) => land(trusting, null, 'new', origins).map((one) => one[1])

  it('takes what was typed, and no claim', () => {
    expect(effects({})).toEqual(['set'])
    expect(effects({ it: 'link' })).toEqual(['kept'])
    expect(land(trusting, null, 'new', { it: 'link' })).toEqual([
      ['new', 'kept', 'It is a claim, and notes takes none'],
    ])
  })
  it('judges a part by itself, or by the whole where nothing is known of the part', () => {
    const name = { kind: 'person_name', lands: [{ field: 'notes', part: 'first', trustedOnly: true }] }
    const of = (origins: object) => land(name, null, { first: 'Ilka', last: null }, origins).map((one) => one[1])
    expect(of({ it: 'link' })).toEqual(['kept'])
    expect(of({ it: 'link', 'it.first': 'typed' })).toEqual(['set'])
    expect(of({ it: 'typed', 'it.first': 'link' })).toEqual(['kept'])
  })
})

it('a value that no field takes is said, and nothing else is', () => {
  const odd = { ...choiceOf('it', 'ash'), label: 'It', kind: 'several_choices', lands: [{ field: 'wares' }] }
  expect(land(odd, null, ['ash'])).toEqual(['It cannot land in wares: ASH'])
  expect(land(text('replace'), null, 'new')).toEqual([['new', ...SET]])
})

describe('what somebody says who proves nothing', () => {
  const from = (lands: object, stored: Answer, answer: Answer = 'new', record: 'contact' | 'deal' = 'contact') => {
    const form = formOf([
      { kind: 'short_text', name: 'it', label: 'It', lands: [{ record, field: 'notes', ...lands }] } as never,
    ])
    const receiver = { record, values: { notes: stored }, identity: null, isOthers: false, isUnproven: true }
    const known = [...fields, ...fields.map((field) => ({ ...field, record: 'deal' as const }))]
    return landValues(form, { it: answer }, {}, [receiver], known).changes.map(({ to, effect }) => [to, effect])
  }
  it('is proposed where something is stored, and fills what is blank', () => {
    expect(from({}, 'old')).toEqual([['new', 'proposed']])
    expect(from({}, null)).toEqual([['new', 'set']])
    expect(from({}, 'new')).toEqual([])
  })
  it('does as a landing says', () => {
    expect(from({ ifUnproven: 'change' }, 'old')).toEqual([['new', 'set']])
    expect(from({ ifUnproven: 'keep' }, 'old')).toEqual([['new', 'kept']])
    expect(from({ ifUnproven: 'propose', ifFilled: 'keep' }, 'old')).toEqual([['new', 'kept']])
    expect(from({ ifUnproven: 'propose', ifFilled: 'add' }, 'old')).toEqual([['old\nnew', 'proposed']])
  })
  it('is added to what is there, and changes a deal, unless a landing says otherwise', () => {
    expect(from({ ifFilled: 'add' }, 'old')).toEqual([['old\nnew', 'set']])
    expect(from({}, 'old', 'new', 'deal')).toEqual([['new', 'set']])
    expect(from({ ifUnproven: 'propose' }, 'old', 'new', 'deal')).toEqual([['new', 'proposed']])
  })
  it('changes what somebody has or wants, and what nobody said of themselves', () => {
    const receiver = { record: 'contact' as const, identity: null, isOthers: false, isUnproven: true }
    const effects = (form: object, it: Answer, field: string, stored: Answer) =>
      landValues(
        formOf([], form as never),
        { it },
        {},
        [{ ...receiver, values: { [field]: stored } }],
        fields,
      ).changes.map(({ effect }) => effect)
    const asking = (question: object) => ({
      steps: [{ name: 'a', title: 'A', questions: [{ name: 'it', label: 'It', ...question }] }],
    })
    expect(effects(asking(size('replace')), 5, 'size', 4)).toEqual(['set'])
    expect(effects(asking(day('replace')), '2026-09-14', 'visit', '2026-09-13')).toEqual(['set'])
    expect(effects(asking(text('replace')), 'new', 'notes', 'old')).toEqual(['proposed'])
    const carried = { carried: [{ name: 'it', label: 'It', lands: [{ field: 'notes' }] }] }
    expect(effects(carried, 'new', 'notes', 'old')).toEqual(['set'])
  })
  it('never takes back what an earlier value has set', () => {
    const two = formOf([
      { kind: 'short_text', name: 'one', label: 'One', lands: [{ field: 'notes', ifUnproven: 'change' }] },
      { kind: 'short_text', name: 'two', label: 'Two', lands: [{ field: 'notes' }] },
    ])
    const receiver = {
      record: 'contact' as const,
      values: { notes: 'old' },
      identity: null,
      isOthers: false,
      isUnproven: true,
    }
    expect(landValues(two, { one: 'A', two: 'B' }, {}, [receiver], fields).changes).toMatchObject([
      { to: 'A', effect: 'set' },
    ])
  })
})
