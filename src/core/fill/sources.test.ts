import { describe, expect, it } from 'vitest'
import { NOTHING_KNOWN } from '../origins/source'
import { choiceOf, formOf, holderOf } from '../testing/forms'
import { checkCharacter } from '../formats/check_character'
import { fillCarried, filledOnPage, fillForm, fillLanded, fillQuestions, takeCarried, waitsForLanding } from './fill'
import { originsOf } from './origins_of'

const known = NOTHING_KNOWN
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
    ['the record', [{ from: 'record', field: 'code' }], { holder: holderOf({ code: 'k' }) }, ['k', 'record']],
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

describe('where else a value can come from', () => {
  const filled = (fill: object, more: object) => {
    const { values, origins } = fillCarried(carriedForm(fill), { ...known, ...more })
    return values.it === undefined ? null : [values.it, origins.it]
  }
  const stored = holderOf(
    { code: 'k', open: true, wares: ['glass', 'clay'] },
    {
      records: { company: { name: 'Fern Hollow' }, deal: { stage: 'offered' } },
      lists: ['firing_notes'],
      sent: { samples: '2026-11-02', itself: '2026-10-01' },
    },
  )
  const form = { address: 'itself', release: 4, language: 'de' }
  const server = {
    now: '2026-11-25T09:05',
    network: { whole: '203.0.113.7', shortened: '203.0.113.0/24' },
    country: 'SE',
  }
  const browser = { language: 'sv-SE', zone: 'Europe/Stockholm', screen: 'phone' as const }
  it.each<[object, unknown]>([
    [{ from: 'record', field: 'open' }, ['Yes', 'record']],
    [{ from: 'record', field: 'wares' }, ['glass, clay', 'record']],
    [{ from: 'record', record: 'company', field: 'name' }, ['Fern Hollow', 'record']],
    [{ from: 'record', record: 'deal', field: 'stage' }, ['offered', 'record']],
    [{ from: 'record', record: 'request', field: 'status' }, null],
    [{ from: 'list', list: 'firing_notes' }, ['Yes', 'record']],
    [{ from: 'list', list: 'glaze_club' }, ['No', 'record']],
    [{ from: 'last_sent', form: 'samples' }, ['2026-11-02', 'record']],
    [{ from: 'last_sent' }, ['2026-10-01', 'record']],
    [{ from: 'last_sent', form: 'another' }, null],
    [{ from: 'browser', what: 'language' }, ['sv-SE', 'browser']],
    [{ from: 'browser', what: 'zone' }, ['Europe/Stockholm', 'browser']],
    [{ from: 'browser', what: 'screen' }, ['phone', 'browser']],
    [{ from: 'server', what: 'moment' }, ['2026-11-25T09:05', 'server']],
    [{ from: 'server', what: 'day' }, ['2026-11-25', 'server']],
    [{ from: 'server', what: 'country' }, ['SE', 'server']],
    [{ from: 'server', what: 'network' }, ['203.0.113.7', 'server']],
    [{ from: 'server', what: 'network_shortened' }, ['203.0.113.0/24', 'server']],
    [{ from: 'form', what: 'address' }, ['itself', 'form']],
    [{ from: 'form', what: 'release' }, ['4', 'form']],
    [{ from: 'form', what: 'language' }, ['de', 'form']],
    [{ from: 'framing_page' }, ['https://ring.example/kilns', 'browser']],
    [{ from: 'framing_page', parameter: 'shop' }, ['north', 'browser']],
    [{ from: 'framing_page', parameter: 'gone' }, null],
    [{ from: 'first_page' }, ['https://ring.example/', 'link']],
  ])('%j', (fill, expected) => {
    const framedBy = 'https://ring.example/kilns?shop=north#top'
    const link = { first_page: 'https://ring.example/' }
    expect(filled(fill, { holder: stored, form, server, browser, framedBy, link })).toEqual(expected)
  })
  it('is nobody’s stored data where nobody is known', () => {
    const reads = ['record', 'list', 'last_sent'].map((from) => ({ from, field: 'code', list: 'firing_notes' }))
    for (const { from, field, list } of reads) {
      const fill = from === 'record' ? { from, field } : from === 'list' ? { from, list } : { from }
      expect(filled(fill, { form, link: { code: 'k', field: 'k' } })).toBe(null)
    }
  })
  it('is all that a link says of a parameter, where it says it more than once', () => {
    const link = { ware: ['clay', 'glass'] }
    expect(filled({ from: 'link', parameter: 'ware' }, { link })).toEqual(['clay, glass', 'link'])
    const asked = (kind: object) =>
      fillQuestions(
        formOf([{ ...choiceOf('it', 'glass', 'clay'), fill: [{ from: 'link', parameter: 'ware' }], ...kind } as never]),
        { ...known, link },
      ).values
    expect(asked({ kind: 'several_choices' })).toEqual({ it: ['glass', 'clay'] })
    expect(asked({})).toEqual({ it: 'clay' })
  })
})

describe('what is computed from what is filled before it', () => {
  const form = formOf(
    [
      { kind: 'number', name: 'size', label: 'Size', fill: [{ from: 'link', parameter: 'size' }] },
      { kind: 'number', name: 'twice', label: 'Twice', fill: [{ from: 'computed', expression: 'size * 2' }] },
      { kind: 'number', name: 'sure', label: 'Sure', fill: [{ from: 'computed', expression: 'or(nothing, 3)' }] },
    ],
    {
      carried: [
        { name: 'who', label: 'Who', fill: [{ from: 'computed', expression: "or(friend, 'nobody')" }] },
        { name: 'friend', label: 'Friend', fill: [{ from: 'link', parameter: 'friend' }] },
        { name: 'whose', label: 'Whose', fill: [{ from: 'computed', expression: "or(friend, 'nobody')" }] },
      ],
    },
  )
  it('is a claim where one goes into it, and knows nothing of what comes later', () => {
    const { carried, questions } = fillForm(form, { ...known, link: { size: '4', friend: 'Ilka' } })
    expect(carried).toEqual({
      values: { who: 'nobody', friend: 'Ilka', whose: 'Ilka' },
      origins: { who: 'computed', friend: 'link', whose: 'link' },
    })
    expect(questions).toEqual({
      values: { size: 4, twice: 8, sure: 3 },
      origins: { size: 'link', twice: 'link', sure: 'computed' },
    })
    expect(fillForm(form, known).questions.values).toEqual({ sure: 3 })
  })
})

describe('what is known only once an answer is sent, or lands', () => {
  const form = carriedForm(
    { from: 'link', parameter: 'ref' },
    { from: 'random_code' },
    { from: 'constant', value: 'c' },
  )
  it('is waited for, and drawn once it is sent; what came before it in order stays', () => {
    const draw = (name: string, length: number) => `${name}${'7'.repeat(length)}`.toUpperCase().slice(0, length)
    expect(fillCarried(form, known)).toEqual({ values: {}, origins: {} })
    expect(fillCarried(form, { ...known, draw }).values).toEqual({ it: `IT77777777${checkCharacter('IT77777777')}` })
    expect(fillCarried(form, { ...known, draw, link: { ref: 'a' } }).values).toEqual({ it: 'a' })
  })
  it('never ends a code in a star', () => {
    const starred =
      Array.from({ length: 2000 }, (_, n) => `CODE${n}`).find((code) => checkCharacter(code) === '*') ?? ''
    const draw = (name: string) => (name === 'it' ? starred : 'ANOTHER')
    expect(fillCarried(form, { ...known, draw }).values).toEqual({ it: `ANOTHER${checkCharacter('ANOTHER')}` })
  })
  it('is settled by landing, where nothing else has filled it', () => {
    const numbered = formOf([], {
      carried: [
        { name: 'box', label: 'Box', fill: [{ from: 'link', parameter: 'box' }, { from: 'running_number' }] },
        { name: 'desk', label: 'Desk', fill: [{ from: 'form', what: 'desk' }] },
        { name: 'plain', label: 'Plain', fill: [{ from: 'constant', value: 'c' }] },
      ],
    } as never)
    const landing = { number: () => 12, code: () => null, desks: () => ['North desk', 'Advice line'] }
    expect(waitsForLanding(numbered)).toBe(true)
    expect(waitsForLanding(form)).toBe(false)
    expect(fillCarried(numbered, known).values).toEqual({ plain: 'c' })
    expect(fillLanded(numbered, { plain: 'c' }, landing)).toEqual({
      values: { box: '12', desk: 'North desk, Advice line' },
      origins: { box: 'generated', desk: 'form' },
    })
    expect(fillLanded(numbered, { box: '7', desk: 'kept' }, landing).values).toEqual({})
    expect(fillLanded(numbered, {}, { ...landing, number: () => null }).values).toEqual({
      desk: 'North desk, Advice line',
    })
  })
})

describe('what the page’s script is asked to tell', () => {
  const zone = { from: 'browser', what: 'zone' }
  const asked = (...fill: object[]) => filledOnPage(carriedForm(...fill), { ...known, link: { ref: 'a' } })
  it('is what no source before it has told', () => {
    expect(asked(zone, { from: 'constant', value: 'UTC' })).toEqual({ it: 'zone' })
    expect(asked({ from: 'link', parameter: 'gone' }, { from: 'browser', what: 'screen' })).toEqual({ it: 'screen' })
    expect(asked({ from: 'link', parameter: 'ref' }, zone)).toEqual({})
    expect(asked({ from: 'browser', what: 'language' })).toEqual({})
  })
  it('is asked of questions, too', () => {
    const form = formOf([{ kind: 'short_text', name: 'where', label: 'Where', default: 'UTC', fill: [zone] } as never])
    expect(filledOnPage(form, known)).toEqual({ where: 'zone' })
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
    const holder = holderOf({ first_name: 'Ilka', last_name: 'Brandt', nick: 'Ilke' })
    expect(
      filled(name(part('first', 'first_name'), part('first', 'nick'), part('last', 'last_name')), { holder }),
    ).toEqual({
      values: { it: { first: 'Ilka', last: 'Brandt' } },
      origins: { it: 'record', 'it.first': 'record', 'it.last': 'record' },
    })
    expect(filled(name(part('first', 'gone')), { holder })).toEqual({ values: {}, origins: {} })
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
