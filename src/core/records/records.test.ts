import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fileAddress } from '../answers/files'
import type { Answer, Answers } from '../answers/answer'
import { ENGLISH } from '../language/languages'
import type { Form, FormInput } from '../form/definition'
import { choiceOf, contactOf, emailQuestion, formOf, snapshotOf } from '../testing/forms'
import { companyDomain, companyKey } from './company'
import { landValues } from './land'
import { joinLists } from './lists'
import { matchPerson } from './match'
import type { RecordState } from './record'

const { fields, lists } = snapshotOf()
const ilka = contactOf('c1', 'ilka@x.example', { values: { first_name: 'Ilka' } })
const oda = contactOf('c2', 'oda@x.example')

/** What lands in a contact, typed. */
const land = (form: Form, values: Answers, contact: RecordState | null, identity: string | null = null) =>
  landValues(
    form,
    values,
    {},
    [
      {
        record: 'contact',
        values: contact?.values ?? {},
        identity: { field: 'email', value: identity },
        isOthers: false,
        isUnproven: false,
      },
    ],
    fields,
  )

const FILES = ['a.png', 'b.png'].map((name, n) =>
  fileAddress('https://forms.example', `00000000-0000-4000-8000-00000000000${n}`, name),
)

describe('matching', () => {
  it.each([
    ['ilka@x.example', null, 'email', 'c1'],
    ['ilka@x.example', 'c1', 'email', 'c1'],
    ['oda@x.example', 'c1', 'email', 'c2'],
    ['new@x.example', 'c1', 'new', null],
    [null, 'c1', 'personal_link', 'c1'],
    [null, 'gone', 'nobody', null],
    [null, null, 'nobody', null],
  ])('email %s with the link of %s is %s', (email, holder, how, contact) => {
    expect(matchPerson({ email }, holder === null ? null : { id: holder, by: 'link' }, [ilka, oda])).toMatchObject({
      how,
      contact,
    })
  })
})

describe('landing', () => {
  const named = (name: string, ifFilled: 'keep' | 'replace' = 'replace') => ({
    kind: 'short_text' as const,
    name,
    label: name,
    lands: [{ field: 'first_name', ifFilled }],
  })

  it('changes nothing where the same is stored, and nothing for a blank', () => {
    const form = formOf([named('a')])
    expect(land(form, { a: 'Ilka' }, ilka).changes).toEqual([])
    expect(land(form, { a: null }, ilka).changes).toEqual([])
    expect(land(form, { a: '' }, ilka).changes).toEqual([])
  })
  it('lets the later of two values in one field win, from what was stored', () => {
    const form = formOf([named('a'), named('b')])
    expect(land(form, { a: 'One', b: 'Two' }, ilka).changes).toMatchObject([
      { field: 'first_name', from: 'Ilka', to: 'Two', value: 'b', effect: 'set' },
    ])
    expect(land(form, { a: 'One', b: null }, ilka).changes).toMatchObject([{ to: 'One', value: 'a' }])
  })
  it('lands each part of a value in its own field', () => {
    const form = formOf([
      {
        kind: 'person_name',
        name: 'person',
        label: 'Name',
        lands: [
          { field: 'first_name', part: 'first' },
          { field: 'notes', part: 'last' },
        ],
      },
    ])
    const person = { first: 'Ilka', last: 'Brandt' }
    expect(land(form, { person }, ilka).changes).toMatchObject([
      { field: 'notes', to: 'Brandt', value: 'person.last', because: 'Answer to “Name · Last name”' },
    ])
  })
  it('keeps what an earlier value has just set, where the later one keeps', () => {
    const form = formOf([named('a'), named('b', 'keep')])
    expect(land(form, { a: 'One', b: 'Two' }, null).changes).toMatchObject([{ from: null, to: 'One' }])
  })
  it('ignores a field that is no longer there', () => {
    const form = formOf([{ ...named('a'), lands: [{ field: 'gone' }] }])
    expect(land(form, { a: 'x' }, ilka).changes).toEqual([])
  })
  it.each<[string, object, Answer, Answer, Answer]>([
    ['a date in a date', { kind: 'date', lands: [{ field: 'visit' }] }, '2026-09-14', null, '2026-09-14'],
    [
      'anything in text, in words',
      { kind: 'date', lands: [{ field: 'notes' }] },
      '2026-09-14',
      null,
      '14 September 2026',
    ],
    [
      'a date in a number, by its year',
      { kind: 'date', lands: [{ field: 'size', translate: 'year' }] },
      '2026-09-14',
      null,
      2026,
    ],
    ['a date in a number, not at all', { kind: 'date', lands: [{ field: 'size' }] }, '2026-09-14', null, null],
    ['a date by its month', { kind: 'date', lands: [{ field: 'size', translate: 'month' }] }, '2026-09-14', null, 9],
    [
      'a date by its day of the month',
      { kind: 'date', lands: [{ field: 'size', translate: 'day_of_month' }] },
      '2026-09-14',
      null,
      14,
    ],
    [
      'text as its number',
      { kind: 'short_text', lands: [{ field: 'size', translate: 'number' }] },
      '1 240,5',
      3,
      1240.5,
    ],
    [
      'text that is no number',
      { kind: 'short_text', lands: [{ field: 'size', translate: 'number' }] },
      'about 12',
      3,
      3,
    ],
    [
      'text of which nobody knows',
      { kind: 'short_text', lands: [{ field: 'size', translate: 'number' }] },
      '1,234',
      3,
      3,
    ],
    [
      'a number as bare digits',
      { kind: 'number', unit: 'boards', lands: [{ field: 'notes', translate: 'digits' }] },
      12,
      null,
      '12',
    ],
    [
      'an answer that says nothing, not at all',
      { ...choiceOf('q', 'glass', 'not_sure'), lands: [{ field: 'notes', unless: ['not_sure'] }] },
      'not_sure',
      'Glass',
      'Glass',
    ],
    [
      'of several, those that say something',
      {
        ...choiceOf('q', 'glass', 'not_sure'),
        kind: 'several_choices',
        lands: [{ field: 'wares', unless: ['not_sure'] }],
      },
      ['glass', 'not_sure'],
      null,
      ['glass'],
    ],
    ['the larger number', { kind: 'number', lands: [{ field: 'size', ifFilled: 'larger' }] }, 3, 5, 5],
    ['a larger number', { kind: 'number', lands: [{ field: 'size', ifFilled: 'larger' }] }, 7, 5, 7],
    [
      'the earlier day',
      { kind: 'date', lands: [{ field: 'visit', ifFilled: 'earlier' }] },
      '2026-09-14',
      '2026-10-01',
      '2026-09-14',
    ],
    [
      'a day that is no earlier',
      { kind: 'date', lands: [{ field: 'visit', ifFilled: 'earlier' }] },
      '2026-11-14',
      '2026-10-01',
      '2026-10-01',
    ],
    [
      'choices added to those there',
      { ...choiceOf('q', 'glass', 'stoneware'), kind: 'several_choices', lands: [{ field: 'wares', ifFilled: 'add' }] },
      ['stoneware'],
      ['glass'],
      ['glass', 'stoneware'],
    ],
    [
      'choices counted',
      {
        ...choiceOf('q', 'glass', 'stoneware'),
        kind: 'several_choices',
        lands: [{ field: 'size', translate: 'count' }],
      },
      ['stoneware', 'glass'],
      null,
      2,
    ],
    [
      'one choice as the only one',
      { ...choiceOf('q', 'glass', 'stoneware'), lands: [{ field: 'wares', translate: 'only' }] },
      'glass',
      null,
      ['glass'],
    ],
    ['a file in text, by its name', { kind: 'file', lands: [{ field: 'notes' }] }, FILES, null, 'a.png, b.png'],
    [
      'a file in text, by its link',
      { kind: 'file', lands: [{ field: 'notes', translate: 'link' }] },
      FILES,
      null,
      FILES[0] ?? '',
    ],
    [
      'files in text, by their links',
      { kind: 'file', lands: [{ field: 'notes', translate: 'links' }] },
      FILES,
      null,
      FILES.join('\n'),
    ],
    ['a file in a number, not at all', { kind: 'file', lands: [{ field: 'size' }] }, FILES, null, null],
    [
      'text below the text that is there',
      { kind: 'short_text', lands: [{ field: 'notes', ifFilled: 'add' }] },
      'B',
      'A',
      'A\nB',
    ],
  ])('lands %s', (_, question, answer, stored, expected) => {
    const form = formOf([{ name: 'q', label: 'Q', ...question } as QuestionInput])
    const [{ field = '' } = {}] = form.steps[0]?.questions[0]?.lands ?? []
    const contact = { ...ilka, values: { ...ilka.values, [field]: stored } }
    const change = land(form, { q: answer }, contact).changes.find((one) => one.field === field)
    expect(change?.effect === 'set' ? change.to : stored).toEqual(expected)
  })
  it('never puts a blank in place of a value, whatever is answered', () => {
    const answers = fc.option(fc.constantFrom<Answer>('', 'x', 0, 5, true, false))
    const rule = fc.constantFrom('keep' as const, 'replace' as const)
    fc.assert(
      fc.property(answers, answers, rule, rule, fc.constantFrom(ilka, null), (a, b, ruleA, ruleB, contact) => {
        const changes = land(formOf([named('a', ruleA), named('b', ruleB)]), { a, b }, contact).changes
        for (const { from, to, effect } of changes) {
          expect(to === null || to === '').toBe(false)
          if (effect === 'kept') expect(from).toBe('Ilka')
        }
        expect(changes.length).toBeLessThanOrEqual(1)
      }),
    )
  })
})

describe('lists', () => {
  const STRANGER = { address: 'ada@bellows.example', proven: null }
  const form = formOf(
    [emailQuestion, { kind: 'consent', name: 'letter', label: 'Letter', wording: 'Send me Firing notes.' }],
    { joins: [{ list: 'firing_notes', consent: 'letter' }] },
  )
  it('are joined by a ticked consent, with its exact wording, and only once', () => {
    expect(joinLists({ form, speech: ENGLISH }, { letter: true }, null, lists, STRANGER)).toMatchObject([
      { wording: 'Send me Firing notes.' },
    ])
    expect(
      joinLists({ form, speech: ENGLISH }, { letter: true }, { ...ilka, lists: ['firing_notes'] }, lists, STRANGER),
    ).toEqual([])
  })
  it('keep what this person read, where that is worded by their answers', () => {
    const worded = formOf(
      [
        choiceOf('ware', 'stone'),
        { kind: 'consent', name: 'letter', label: 'Letter', wording: 'News on {{ ware | default: "kilns" }}.' },
      ],
      { joins: [{ list: 'firing_notes', consent: 'letter' }] },
    )
    const read = (values: Answers) =>
      joinLists({ form: worded, speech: ENGLISH }, values, null, lists, STRANGER)[0]?.wording
    expect(read({ letter: true, ware: 'stone' })).toBe('News on STONE.')
    expect(read({ letter: true })).toBe('News on kilns.')
  })
  it('are joined only where what else they ask for holds, and each once', () => {
    const asking = formOf(
      [
        choiceOf('ware', 'stone', 'glass'),
        { kind: 'consent', name: 'letter', label: 'Letter', wording: 'News' },
        { kind: 'consent', name: 'more', label: 'More', wording: 'More news' },
      ],
      {
        joins: [
          { list: 'firing_notes', consent: 'letter', when: { value: 'ware', is: 'equals', to: 'stone' } },
          { list: 'firing_notes', consent: 'more' },
        ],
      },
    )
    const read = (values: Answers) =>
      joinLists({ form: asking, speech: ENGLISH }, values, null, lists, STRANGER).map(({ wording, because }) => [
        wording,
        because,
      ])
    expect(read({ letter: true, ware: 'stone', more: true })).toEqual([['News', 'Ticked “Letter”, and ware is STONE']])
    expect(read({ letter: true, ware: 'glass', more: true })).toEqual([['More news', 'Ticked “More”']])
    expect(read({ letter: true, ware: 'glass' })).toEqual([])
  })
  it('are not left by an unticked box, nor joined by anything else that is true', () => {
    expect(
      joinLists({ form, speech: ENGLISH }, { letter: false }, { ...ilka, lists: ['firing_notes'] }, lists, STRANGER),
    ).toEqual([])
    expect(joinLists({ form, speech: ENGLISH }, { letter: 'true' }, null, lists, STRANGER)).toEqual([])
    expect(joinLists({ form, speech: ENGLISH }, { letter: true }, null, [], STRANGER)).toEqual([])
  })
  it('are each the one whose consent it was, and none where what was ticked is no consent', () => {
    const two = formOf(
      [
        { kind: 'consent', name: 'letter', label: 'Letter', wording: 'News' },
        { kind: 'consent', name: 'offers', label: 'Offers', wording: 'Prices' },
        { kind: 'yes_no', name: 'night', label: 'At night' },
      ],
      {
        joins: [
          { list: 'firing_notes', consent: 'letter' },
          { list: 'price_list', consent: 'offers' },
          { list: 'firing_notes', consent: 'night' },
          { list: 'firing_notes', consent: 'gone' },
        ],
      },
    )
    const known = [...lists, { name: 'price_list', title: 'Price list' }]
    const all = { letter: true, offers: true, night: true }
    expect(joinLists({ form: two, speech: ENGLISH }, all, null, known, STRANGER)).toEqual([
      { list: 'firing_notes', title: 'Firing notes', wording: 'News', because: 'Ticked “Letter”', consent: STRANGER },
      { list: 'price_list', title: 'Price list', wording: 'Prices', because: 'Ticked “Offers”', consent: STRANGER },
    ])
  })
})

describe('a company', () => {
  it('is called the same however its name is written', () => {
    for (const name of ['Alder Studio', ' ALDER  studio.', 'alder-studio', 'Alder Studio'])
      expect(companyKey(name)).toBe('alder studio')
    expect(companyKey('Печь')).not.toBe('')
    expect(companyKey('…')).toBe('')
  })
  it('shares the domain of its people’s mail, unless that is a free service’s', () => {
    expect(companyDomain('ilka@mail.alder.example')).toBe('alder.example')
    expect(companyDomain('ilka@alder.co.uk')).toBe('alder.co.uk')
    for (const none of ['ilka@gmail.com', 'ilka@kiln.gmail.com', 'ilka@localhost', 'ilka@10.0.0.1', 'ilka'])
      expect(companyDomain(none)).toBe(null)
  })
})

type QuestionInput = NonNullable<FormInput['steps'][number]['questions']>[number]
