import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BUILT_IN_FIELDS, type RecordField } from '../fields/field'
import type { Form } from '../form/definition'
import { findQuestion } from '../form/values'
import { walkForm } from '../form/walk'
import { choiceOf, emailQuestion, formOf } from '../testing/forms'
import { type Came, cameAsFields, cameAsJson } from './came'
import { inletSettingsSchema, USUAL_INLET } from './inlet'
import { learnFrom } from './learn'
import { meaningOf } from './meanings'
import { agreeOnSenses, labelOf, proposeSenses } from './propose'
import { askedThrough, feedsOf, isTrapped, isUnderstood, readCame } from './read_came'

const fields: RecordField[] = [
  ...BUILT_IN_FIELDS,
  { record: 'contact', name: 'phone', label: 'Phone', type: 'phone', options: [], retired: false },
]
const post = (fields: Record<string, string>): Came => cameAsFields(Object.entries(fields)) ?? []
const understood = (form: Form, came: readonly Came[]): Form => {
  const learned = learnFrom(came)
  return agreeOnSenses(form, 'old', proposeSenses(learned, form, 'old', USUAL_INLET), learned, fields)
}

describe('a post', () => {
  it('is told by its fields, whose names are cut and have no line breaks', () => {
    expect(
      cameAsFields([
        ['', 'x'],
        ['a\r\nb', 'one\0'],
        ['n'.repeat(300), ''],
      ]),
    ).toEqual([
      ['a b', 'one'],
      ['n'.repeat(200), ''],
    ])
    expect(cameAsFields(Array.from({ length: 501 }, (_, n) => [`f${n}`, ''] as const))).toBeNull()
  })
  it('is told by paths where it is JSON', () => {
    expect(
      cameAsJson({ lead: { mail: 'a@kiln.example', tags: ['x', 2] }, ok: true, none: null, all: [{ n: 1 }] }),
    ).toEqual([
      ['lead.mail', 'a@kiln.example'],
      ['lead.tags', 'x'],
      ['lead.tags', '2'],
      ['ok', 'true'],
      ['all.1.n', '1'],
    ])
    for (const none of [[], 'x', null, 7]) expect(cameAsJson(none)).toBeNull()
  })
  it('is never more than may come, whatever JSON it is', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (json) => {
        const came = cameAsJson(json)
        expect(came === null || came.every(([name, said]) => name.length <= 200 && typeof said === 'string')).toBe(true)
      }),
    )
  })
})

describe('what a field means by its name', () => {
  it.each([
    ['your-email', 'email'],
    ['E-Mail-Adresse', 'email'],
    ['contact[courriel]', 'email'],
    ['q7[vorname]', 'name.first'],
    ['lead.person.mail', 'email'],
    ['txtLastName', 'name.last'],
    ['Vorname', 'name.first'],
    ['prénom', 'name.first'],
    ['apellidos', 'name.last'],
    ['nazwisko', 'name.last'],
    ['field_3_telefon', 'phone'],
    ['telemóvel', 'phone'],
    ['الهاتف', 'phone'],
    ['name', 'name.full'],
    ['Ihre Nachricht', 'message'],
    ['mensagem', 'message'],
    ['PLZ', 'address.postcode'],
    ['Firma', 'company'],
    ['datenschutz', 'privacy'],
  ])('%s is %s', (name, path) => {
    const meaning = meaningOf(name)
    expect(meaning && [meaning.value, meaning.part].filter(Boolean).join('.')).toBe(path)
  })
  it.each(['order_name', 'glaze', 'utm_source', '', '🫙', 'x'.repeat(200)])('%s is nothing that is known', (name) => {
    expect(meaningOf(name)).toBeNull()
  })
  it('reads as people would write it', () => {
    expect([labelOf('kiln_typeWanted'), labelOf('???')]).toEqual(['Kiln type wanted', '???'])
  })
})

describe('what was learned', () => {
  it('is how fields look, how often they come, and a few of what came', () => {
    const learned = learnFrom([
      cameAsFields([
        ['when', '3.12.2026'],
        ['tags', 'a'],
        ['tags', 'b'],
      ]) ?? [],
      post({ when: '2026-12-01', note: 'two\nlines', tags: 'a' }),
      [['scan', { id: 'f', name: 'x.pdf', bytes: 3 }]],
    ])
    expect(learned.find(({ name }) => name === 'when')).toMatchObject({
      filled: 2,
      look: 'day',
      distinct: 2,
      several: false,
    })
    expect(learned.find(({ name }) => name === 'tags')).toMatchObject({ filled: 2, several: true, samples: ['a', 'b'] })
    expect(learned.find(({ name }) => name === 'note')?.long).toBe(true)
    expect(learned.find(({ name }) => name === 'scan')?.files).toBe(true)
  })
})

describe('what is proposed', () => {
  const form = formOf([emailQuestion])
  const posts = [
    post({ vorname: 'Runa', nachname: 'Holm', mail: 'runa@kiln.example', tel: '+46 70 174 06 05', anlass: 'Workshop' }),
    post({ vorname: 'Jory', nachname: 'Venn', mail: 'jory@kiln.example', tel: '', anlass: 'Workshop' }),
  ]
  it('are questions there are, and new ones of which several fields are parts', () => {
    expect(proposeSenses(learnFrom(posts), form, 'old', USUAL_INLET).map(({ name, sense }) => [name, sense])).toEqual([
      ['vorname', { to: 'new', value: 'name', label: 'Name', kind: 'person_name', part: 'first' }],
      ['nachname', { to: 'new', value: 'name', label: 'Name', kind: 'person_name', part: 'last' }],
      ['mail', { to: 'question', question: 'email', part: undefined }],
      ['tel', { to: 'new', value: 'phone', label: 'Phone', kind: 'phone', part: undefined }],
      ['anlass', { to: 'new', value: 'Anlass anlass', label: 'Anlass', kind: 'short_text', part: undefined }],
    ])
  })
  it('make a form that takes what came, and lands it', () => {
    const made = understood(form, posts)
    expect(feedsOf(made, 'old').map(({ name }) => name)).toEqual(['mail', 'vorname', 'nachname', 'tel', 'anlass'])
    expect(findQuestion(made, 'name')?.lands.map(({ field, part }) => [field, part])).toEqual([
      ['first_name', 'first'],
      ['last_name', 'last'],
    ])
    expect(findQuestion(made, 'phone')?.lands[0]?.field).toBe('phone')
    const { values } = readCame(made, 'old', posts[0] ?? [], USUAL_INLET)
    expect(walkForm(made, values)).toMatchObject({
      errors: [],
      answers: { email: 'runa@kiln.example', name: { first: 'Runa', last: 'Holm' }, anlass: 'Workshop' },
    })
  })
  it('land a name that comes whole as its parts, a company’s in the company, and neither in the other', () => {
    const made = understood(form, [post({ name: 'Runa Holm', firma: 'Elm Studio', mail: 'runa@kiln.example' })])
    expect(findQuestion(made, 'name')).toMatchObject({ boxes: 'one' })
    expect(
      findQuestion(made, 'name')?.lands.map(({ record, field, part, translate }) => [record, field, part, translate]),
    ).toEqual([
      ['contact', 'first_name', 'full', 'given_name'],
      ['contact', 'last_name', 'full', 'family_name'],
    ])
    expect(findQuestion(made, 'company')?.lands.map(({ record, field }) => [record, field])).toEqual([
      ['company', 'name'],
    ])
    expect([form.records.company, made.records.company]).toEqual([false, true])
  })
  it('are the same again once agreed on, and two fields never become one thing', () => {
    const made = understood(form, posts)
    const again = proposeSenses(learnFrom(posts), made, 'old', USUAL_INLET)
    expect(again.every(({ because }) => because === 'it is agreed on')).toBe(true)
    const twice = proposeSenses(
      learnFrom([post({ mail: 'a@kiln.example', email: 'b@kiln.example' })]),
      form,
      'old',
      USUAL_INLET,
    )
    expect(twice.map(({ sense }) => sense.to)).toEqual(['question', 'new'])
  })
  it('do not believe a name against what comes', () => {
    const [told] = proposeSenses(
      learnFrom([post({ email: 'call me' }), post({ email: 'later' })]),
      form,
      'old',
      USUAL_INLET,
    )
    expect(told?.sense).toMatchObject({ to: 'new', kind: 'short_text' })
    const [odd] = proposeSenses(learnFrom([post({ xq_7: 'a@kiln.example' })]), form, 'old', USUAL_INLET)
    expect(odd).toMatchObject({ sense: { to: 'question', question: 'email' }, because: 'email addresses come in it' })
  })
  it('are nothing for what says the same each time, as a button does', () => {
    const [told] = proposeSenses(
      learnFrom(Array.from({ length: 5 }, () => post({ senden: 'Absenden' }))),
      form,
      'old',
      USUAL_INLET,
    )
    expect(told).toEqual({ name: 'senden', sense: { to: 'nothing' }, because: 'the same came each time' })
  })
  it('offer what came often as choices, beside anything else', () => {
    const came = ['Stoneware', 'Glass', 'Stoneware', 'Glass', 'Glass', 'Glass', 'Glass', 'Glass'].map((clay) =>
      post({ clay }),
    )
    const made = understood(form, came)
    expect(findQuestion(made, 'clay')).toMatchObject({ kind: 'single_choice', other: 'Other' })
    const read = (clay: string) =>
      walkForm(askedThrough(made, 'none'), readCame(made, 'old', post({ clay }), USUAL_INLET).values)
    expect(read('GLASS').answers).toMatchObject({ clay: 'glass' })
    expect(read('Raku')).toMatchObject({ errors: [], answers: { clay: 'Raku' } })
  })
  it('leave nothing of what the inlet meant before, and nothing else of the form', () => {
    const made = understood(form, posts)
    const none = agreeOnSenses(made, 'old', [], [], fields)
    expect(isUnderstood(none, 'old')).toBe(false)
    const other = agreeOnSenses(
      made,
      'other',
      [{ name: 'q', sense: { to: 'question', question: 'email' } }],
      [],
      fields,
    )
    expect([feedsOf(other, 'old').length, feedsOf(other, 'other').length]).toEqual([5, 1])
    const gone = agreeOnSenses(form, 'old', [{ name: 'q', sense: { to: 'question', question: 'gone' } }], [], fields)
    expect(gone).toEqual(form)
  })
  it('stand for any posts there can be', () => {
    const anyCame = fc.array(fc.tuple(fc.string({ minLength: 1, maxLength: 12 }), fc.string()), { maxLength: 6 })
    fc.assert(
      fc.property(fc.array(anyCame, { maxLength: 4 }), (all) => {
        const came = all.map((one) => cameAsFields(one) ?? [])
        const made = understood(form, came)
        for (const one of came)
          expect(walkForm(askedThrough(made, 'old'), readCame(made, 'old', one, USUAL_INLET).values)).toBeDefined()
        const names = new Set(came.flat().map(([name]) => name))
        expect(feedsOf(made, 'old').every(({ name }) => names.has(name))).toBe(true)
      }),
    )
  })
})

describe('a post read by what was agreed on', () => {
  const form = formOf([
    { ...emailQuestion, required: true, sentAs: [{ inlet: 'old', name: 'mail' }] },
    { kind: 'yes_no', name: 'again', label: 'Again', sentAs: [{ inlet: 'old', name: 'wieder' }] },
    { kind: 'number', name: 'pots', label: 'Pots', sentAs: [{ inlet: 'old', name: 'anzahl' }] },
    { kind: 'date', name: 'day', label: 'Day', sentAs: [{ inlet: 'old', name: 'tag' }] },
    { kind: 'phone', name: 'phone', label: 'Phone', sentAs: [{ inlet: 'old', name: 'tel' }] },
    {
      kind: 'address',
      name: 'place',
      label: 'Place',
      sentAs: [
        { inlet: 'old', name: 'land', part: 'country' },
        { inlet: 'old', name: 'ort', part: 'city' },
      ],
    },
    { ...choiceOf('ware', 'stoneware', 'glass'), required: true },
  ] as never)
  const settings = inletSettingsSchema.parse({ country: 'DE', trap: 'fax', leftOut: ['submit'] })

  it('has days, numbers, truths, phones and countries as they are written elsewhere', () => {
    const came = post({
      mail: 'a@kiln.example',
      wieder: 'Ja',
      anzahl: '1.200,5',
      tag: '3.12.2026',
      tel: '030 901820',
      land: 'Deutschland',
      ort: 'Kiel',
    })
    const { values, unknown } = readCame(form, 'old', came, settings)
    const walked = walkForm(askedThrough(form, 'old'), values)
    expect(walked.errors).toEqual([])
    expect(walked.answers).toMatchObject({
      email: 'a@kiln.example',
      again: true,
      pots: 1200.5,
      day: '2026-12-03',
      phone: '+4930901820',
      place: { country: 'DE', city: 'Kiel' },
    })
    expect(unknown).toEqual([])
    const american = inletSettingsSchema.parse({ dates: 'month first' })
    expect(readCame(form, 'old', post({ tag: '3/12/2026' }), american).values).toEqual({ day: '2026-03-12' })
  })
  it('keeps what nobody said anything of, but what says nothing', () => {
    const came = post({ mail: 'a@kiln.example', plan: 'big', submit: 'Send', fax: '', blank: ' ' })
    expect(readCame(form, 'old', came, settings)).toMatchObject({
      unknown: [['plan', 'big']],
      beside: [['plan', 'big']],
    })
    expect([isTrapped(came, settings), isTrapped(post({ fax: '1' }), settings)]).toEqual([false, true])
  })
  it('is required nothing that the form elsewhere does not ask', () => {
    expect(walkForm(askedThrough(form, 'old'), { email: 'a@kiln.example' }).errors).toEqual([])
    expect(walkForm(askedThrough(form, 'old'), {}).errors.map(({ name }) => name)).toEqual(['email'])
    expect(walkForm(askedThrough(form, 'new'), {}).errors).toEqual([])
  })
})

describe('the settings of an inlet', () => {
  it('lead people to none but the sites that may send', () => {
    const at = (sentPage: string, sites: string[]) => inletSettingsSchema.safeParse({ sentPage, sites }).success
    expect(at('https://www.kiln.example/thanks', ['https://www.kiln.example'])).toBe(true)
    expect(at('https://www.kiln.example/thanks', [])).toBe(false)
    expect(at('https://evil.example/', ['https://www.kiln.example'])).toBe(false)
    expect(at('javascript:alert(1)', ['https://www.kiln.example'])).toBe(false)
  })
})
