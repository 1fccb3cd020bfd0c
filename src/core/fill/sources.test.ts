import { describe, expect, it } from 'vitest'
import { choiceOf, formOf } from '../testing/forms'
import { fillCarried, fillQuestions, takeCarried } from './fill'
import { originsOf } from './origins_of'

const known = { link: {}, record: null, pageBefore: null }
const carriedForm = (...fill: object[]) => formOf([], { carried: [{ name: 'it', label: 'It', fill }] } as never)

describe('what a carried value is filled from', () => {
  const filled = (fill: object[], more: object, sent = {}) => {
    const { values, origins } = fillCarried(carriedForm(...fill), { ...known, ...more }, sent)
    return [values.it ?? null, origins.it ?? null]
  }
  it.each<[string, object[], object, unknown[]]>([
    [
      'the page before',
      [{ from: 'page_before' }],
      { pageBefore: 'https://look.example/a' },
      ['https://look.example/a', 'browser'],
    ],
    ['no page before', [{ from: 'page_before' }], {}, [null, null]],
    ['a constant', [{ from: 'constant', value: 'finder' }], {}, ['finder', 'constant']],
    ['the link', [{ from: 'link', parameter: 'ref' }], { link: { ref: 'a7' } }, ['a7', 'link']],
    ['the record', [{ from: 'record', field: 'code' }], { record: { code: 'k' } }, ['k', 'record']],
    ['no form before', [{ from: 'form_before', value: 'x' }], {}, [null, null]],
    [
      'the first of several',
      [
        { from: 'link', parameter: 'ref' },
        { from: 'constant', value: 'c' },
      ],
      {},
      ['c', 'constant'],
    ],
  ])('%s', (_, fill, more, result) => {
    expect(filled(fill, more)).toEqual(result)
  })
  it('is what was sent for it, where the link may set it, in that source’s turn', () => {
    const first = [
      { from: 'constant', value: 'c' },
      { from: 'link', parameter: 'ref' },
    ]
    expect(filled(first, {}, { it: 'sent' })).toEqual(['c', 'constant'])
    expect(
      filled(
        [
          { from: 'record', field: 'code' },
          { from: 'link', parameter: 'ref' },
        ],
        {},
        { it: 'sent' },
      ),
    ).toEqual(['sent', 'link'])
    expect(filled([{ from: 'link', parameter: 'ref' }], { link: { ref: 'there' } }, { it: 'sent' })).toEqual([
      'there',
      'link',
    ])
    expect(filled([{ from: 'record', field: 'code' }], {}, { it: 'sent' })).toEqual([null, null])
  })
  it('keeps what the link gave others', () => {
    const form = formOf([], {
      carried: ['one', 'two'].map((name) => ({ name, label: name, fill: [{ from: 'link', parameter: name }] })),
    } as never)
    const link = { one: '1', two: '2' }
    expect(fillCarried(form, { ...known, link }, { one: 'sent' }).values).toEqual(link)
    expect(link).toEqual({ one: '1', two: '2' })
  })
})

describe('carried values as somebody says they are', () => {
  const form = formOf([], {
    carried: [
      { name: 'it', label: 'It' },
      { name: 'other', label: 'Other' },
    ],
  })

  it('are the sound ones that are said; a blank takes one away', () => {
    expect(takeCarried(form, {})).toEqual({})
    expect(takeCarried(form, { it: 'a7', unknown: 'x' })).toEqual({ it: 'a7' })
    expect(takeCarried(form, { it: '', other: 'b' })).toEqual({ it: null, other: 'b' })
    expect(takeCarried(form, { it: { not: 'text' }, other: 'b' })).toEqual({ other: 'b' })
  })
})

describe('what a question is filled with', () => {
  const filled = (question: object, more: object) =>
    fillQuestions(formOf([{ name: 'it', label: 'It', ...question } as never]), { ...known, ...more })
  const fromLink = { fill: [{ from: 'link', parameter: 'it' }] }

  it('is nothing where nothing is said, or what is said is unsound', () => {
    expect(filled({ kind: 'number', ...fromLink }, {})).toEqual({ values: {}, origins: {} })
    expect(filled({ kind: 'number', ...fromLink }, { link: { it: 'many' } })).toEqual({ values: {}, origins: {} })
    expect(filled({ kind: 'number', default: null, ...fromLink }, {})).toEqual({ values: {}, origins: {} })
    expect(filled({ kind: 'short_text', ...fromLink }, { link: { it: 'Ilka' } })).toEqual({
      values: { it: 'Ilka' },
      origins: { it: 'link' },
    })
  })
  it('is read in words only where there is a choice of one', () => {
    const wares = { ...choiceOf('it', 'glass', 'clay'), ...fromLink }
    expect(filled(wares, { link: { it: ' Clay ' } }).values).toEqual({ it: 'clay' })
    expect(filled(wares, { link: { it: 'ash' } }).values).toEqual({})
    expect(filled({ ...wares, kind: 'several_choices' }, { link: { it: 'CLAY!' } }).values).toEqual({})
  })
  it('takes parts only after no whole was there, each from the first that has it', () => {
    const name = (...fill: object[]) => ({ kind: 'person_name', fill })
    const part = (which: string, field: string) => ({ from: 'record', field, part: which })
    const record = { first_name: 'Ilka', last_name: 'Brandt', nick: 'Ilke' }
    expect(
      filled(name(part('first', 'first_name'), part('first', 'nick'), part('last', 'last_name')), { record }),
    ).toEqual({
      values: { it: { first: 'Ilka', last: 'Brandt' } },
      origins: { it: 'record', 'it.first': 'record', 'it.last': 'record' },
    })
    expect(filled(name(part('first', 'gone')), { record })).toEqual({ values: {}, origins: {} })
  })
})

describe('origins of what was sent', () => {
  const form = formOf([
    { kind: 'person_name', name: 'who', label: 'Who' },
    { kind: 'number', name: 'size', label: 'Size' },
    { kind: 'computed', name: 'twice', label: 'Twice', expression: 'size * 2' },
    { kind: 'computed', name: 'three', label: 'Three', expression: '3' },
  ])
  const origins = (answers: object, values: object, of: object, carried = {}) =>
    originsOf(form, answers as never, { values, origins: of } as never, carried)

  it('are those of the filling for what stands as it was filled, and typed for the rest', () => {
    const filled = { size: 4 }
    expect(origins({ size: 4 }, filled, { size: 'record' })).toEqual({ size: 'record' })
    expect(origins({ size: 5 }, filled, { size: 'record' })).toEqual({ size: 'typed' })
    expect(origins({ size: 4 }, filled, {})).toEqual({ size: 'typed' })
    expect(origins({ size: null }, filled, { size: 'record' })).toEqual({})
    expect(origins({ size: 4 }, filled, { size: 'record' }, { code: 'link' })).toEqual({ code: 'link', size: 'record' })
  })
  it('are told of parts where they differ from the whole’s', () => {
    const who = { first: 'Ilka', last: 'Brandt' }
    const filled = { who }
    expect(origins({ who }, filled, { who: 'record' })).toEqual({ who: 'record' })
    expect(origins({ who }, filled, { who: 'record', 'who.last': 'link' })).toEqual({
      who: 'record',
      'who.last': 'link',
    })
    expect(origins({ who: { ...who, first: 'Ilke' } }, filled, { who: 'record' })).toEqual({
      who: 'typed',
      'who.last': 'record',
    })
    expect(origins({ who: { first: 'Wim', last: 'Sand' } }, filled, { who: 'record' })).toEqual({ who: 'typed' })
  })
  it('of what is computed are a claim where one goes into it, and computed otherwise', () => {
    expect(origins({ size: 4, twice: 8, three: 3 }, { size: 4 }, { size: 'link' })).toEqual({
      size: 'link',
      twice: 'link',
      three: 'computed',
    })
    expect(origins({ size: 4, twice: 8 }, { size: 4 }, { size: 'browser' })).toEqual({
      size: 'browser',
      twice: 'browser',
    })
    expect(origins({ size: 4, twice: 8 }, { size: 4 }, { size: 'record' })).toEqual({
      size: 'record',
      twice: 'computed',
    })
    expect(origins({ size: 4, twice: null }, {}, {})).toEqual({ size: 'typed' })
  })
})
