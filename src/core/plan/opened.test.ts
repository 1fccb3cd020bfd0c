import { describe, expect, it } from 'vitest'
import type { Answers } from '../answers/answer'
import type { Form } from '../form/definition'
import { planSubmission } from './plan'
import { BUILT_IN_FIELDS } from '../fields/field'
import type { Snapshot } from './snapshot'
import { choiceOf, connectionOf, contactOf, emailQuestion, formOf, snapshotOf } from '../testing/forms'

const nobody = { linkHolder: null, submission: 'S1', form: 'F1' }
const planOf = (form: Form, values: Answers, snapshot: Snapshot = snapshotOf()) =>
  planSubmission(form, values, {}, nobody, snapshot)

/** What a plan writes to records of one sort. */
const changesOf = (plan: ReturnType<typeof planOf>, which: string) =>
  plan.changes.filter(({ record }) => record === which)

const text = (name: string, ...lands: object[]) =>
  ({ kind: 'short_text' as const, name, label: `The ${name}`, lands }) as never

/** The stages of a deal, in their order. */
const STAGES =
  BUILT_IN_FIELDS.find(({ record, name }) => record === 'deal' && name === 'stage')?.options.map(
    ({ value }) => value,
  ) ?? []

describe('what a record begins with', () => {
  const asks = [
    text('what'),
    { ...choiceOf('phase', ...STAGES), lands: [{ record: 'deal', field: 'stage' }] } as never,
    emailQuestion,
  ]
  const opening = (records: object) => formOf(asks, { records } as never)
  const both = opening({
    deal: { title: 'Kiln: {{ what }}', again: 'another' },
    request: { title: 'Quote: {{ what }}', again: 'another' },
  })
  const answers = { email: 'ilka@x.example', what: 'a kiln' }

  it('is its title and its first stage or status, with the reason it was opened for', () => {
    const plan = planOf(both, answers)
    const begun = (record: string) =>
      changesOf(plan, record).map(({ field, from, to, words, effect, value, because }) => [
        [field, from, to, words, effect, value, because],
      ])
    expect(begun('deal')).toEqual([
      [['title', null, 'Kiln: a kiln', { from: '', to: 'Kiln: a kiln' }, 'set', '', 'This form opens a deal']],
      [['stage', null, 'new', { from: '', to: 'New' }, 'set', '', 'This form opens a deal']],
    ])
    expect(begun('request')).toEqual([
      [['title', null, 'Quote: a kiln', { from: '', to: 'Quote: a kiln' }, 'set', '', 'This form opens a request']],
      [['status', null, 'open', { from: '', to: 'Open' }, 'set', '', 'This form opens a request']],
    ])
    expect(changesOf(plan, 'contact').map(({ field }) => field)).toEqual(['email'])
  })
  it('is what landed there, where something did', () => {
    const last = STAGES.at(-1) ?? ''
    const landed = planOf(both, { ...answers, phase: last })
    expect(changesOf(landed, 'deal').map(({ field, to }) => [field, to])).toEqual([
      ['stage', last],
      ['title', 'Kiln: a kiln'],
    ])
    // Of a request, the same name was not taken.
    expect(changesOf(landed, 'request').map(({ field }) => field)).toEqual(['title', 'status'])
  })
  it('is nothing where there is no such field, no first option, or nothing to say', () => {
    const fields = BUILT_IN_FIELDS.filter(({ name }) => name !== 'title').map((field) =>
      field.name === 'stage' ? { ...field, options: [] } : field,
    )
    const bare = planOf(both, answers, snapshotOf({ fields }))
    expect(changesOf(bare, 'deal')).toEqual([])
    expect(changesOf(bare, 'request').map(({ field }) => field)).toEqual(['status'])
    const none = BUILT_IN_FIELDS.filter(({ name }) => !['stage', 'status'].includes(name))
    expect(changesOf(planOf(both, answers, snapshotOf({ fields: none })), 'deal').map(({ field }) => field)).toEqual([
      'title',
    ])
    const untitled = opening({ deal: { title: '{{ what }}', again: 'another' } })
    expect(changesOf(planOf(untitled, { ...answers, what: null }), 'deal').map(({ field }) => field)).toEqual(['stage'])
  })
  it('stays as it is on a deal that was opened before', () => {
    const same = opening({ deal: { title: 'Kiln: {{ what }}', again: 'same' } })
    const ilka = contactOf('c1', 'ilka@x.example')
    const deal = { ...contactOf('d1', ''), type: 'deal' as const, key: 'd1', contact: 'c1', form: 'F1', values: {} }
    const plan = planOf(same, answers, snapshotOf({ records: [deal, ilka] }))
    expect(plan.records.map(({ record, id }) => [record, id])).toEqual([
      ['contact', 'c1'],
      ['deal', 'd1'],
    ])
    expect(changesOf(plan, 'deal')).toEqual([])
  })
  it('is what the first of the form’s moves says that holds, of what is opened and of what is there', () => {
    const moves = [
      { when: { value: 'what', is: 'contains', to: 'kiln' }, to: 'won' },
      { when: { value: 'what', is: 'answered' }, to: 'lost' },
    ]
    const stages = (what: string | null, again: 'another' | 'same', stage: string | null = 'new') => {
      const moving = formOf([text('what'), emailQuestion], {
        records: { deal: { title: 'Kiln', again, moves } },
      } as never)
      const ilka = contactOf('c1', 'ilka@x.example')
      const deal = {
        ...contactOf('d1', ''),
        type: 'deal' as const,
        key: 'd1',
        contact: 'c1',
        form: 'F1',
        values: { stage },
      }
      return changesOf(planOf(moving, { ...answers, what }, snapshotOf({ records: [deal, ilka] })), 'deal')
        .filter(({ field }) => field === 'stage')
        .map(({ from, to, because }) => [from, to, because])
    }
    const [kiln, other] = ['when The what contains kiln', 'when The what is answered'].map(
      (one) => `This form says so ${one}`,
    )
    expect(stages('a kiln', 'another')).toEqual([[null, 'won', kiln]])
    expect(stages('a wheel', 'another')).toEqual([[null, 'lost', other]])
    expect(stages(null, 'another')).toEqual([[null, 'new', 'This form opens a deal']])
    expect(stages('a kiln', 'same')).toEqual([['new', 'won', kiln]])
    expect(stages(null, 'same')).toEqual([])
    expect(stages('a kiln', 'same', 'won')).toEqual([[null, 'won', kiln]])
  })
})

describe('a company’s name', () => {
  const form = formOf([text('studio', { record: 'company', field: 'name' }), emailQuestion], {
    records: { company: true },
  })
  const alder = {
    ...contactOf('k1', ''),
    type: 'company' as const,
    key: 'alder',
    domain: 'alder.example',
    values: { name: 'Alder' },
  }
  const effects = (stored: typeof alder, studio: string) =>
    changesOf(planOf(form, { studio, email: 'wim@alder.example' }, snapshotOf({ records: [stored] })), 'company').map(
      ({ to, effect }) => [to, effect],
    )

  it('stays what it is known by, and is filled in where it has none', () => {
    expect(effects(alder, 'ALDER')).toEqual([['ALDER', 'kept']])
    expect(effects({ ...alder, values: { name: '' } }, 'Alder')).toEqual([['Alder', 'kept']])
  })
})

describe('who is on a list already', () => {
  it('is the contact that is matched, whichever records are known besides', () => {
    const form = formOf([emailQuestion, { kind: 'consent', name: 'letter', label: 'Letter', wording: 'Yes' }], {
      joins: [{ list: 'firing_notes', consent: 'letter' }],
    })
    const other = contactOf('c0', 'other@x.example', { lists: ['firing_notes'] })
    const ilka = contactOf('c1', 'ilka@x.example')
    const lists = (records: Snapshot['records']) =>
      planOf(form, { email: 'ilka@x.example', letter: true }, snapshotOf({ records })).lists.map(({ list }) => list)
    expect(lists([other, ilka])).toEqual(['firing_notes'])
    expect(
      lists([
        { ...other, lists: [] },
        { ...ilka, lists: ['firing_notes'] },
      ]),
    ).toEqual([])
  })
})

describe('what goes outside', () => {
  it('takes the mail server of the workspace, not another connection', () => {
    const form = formOf([emailQuestion])
    const mail = { settings: { url: 'smtp://mail.example' } }
    const connections = [
      connectionOf('crm', 'crm'),
      connectionOf('old', 'mail', { ...mail, retired: true }),
      connectionOf('own', 'mail', mail),
    ]
    const sent = (kept: typeof connections) =>
      planOf(form, { email: 'ilka@x.example' }, snapshotOf({ connections: kept }))
        .deliveries.filter(({ message }) => message !== null)
        .map(({ connection, because }) => [connection, because])
    expect(sent(connections).map(([connection]) => connection)).toEqual(['own'])
    expect(sent(connections.slice(0, 2)).map(([connection]) => connection)).toEqual([null])
  })
})

describe('answers that no record takes', () => {
  const form = formOf(
    [
      emailQuestion,
      text('wish'),
      text('colour'),
      { kind: 'consent', name: 'letter', label: 'Letter', wording: 'Yes' },
      { kind: 'prose', name: 'read', label: 'Read this', text: 'So' } as never,
    ],
    { joins: [{ list: 'firing_notes', consent: 'letter' }] },
  )
  const findings = (values: Answers) => planOf(form, { email: 'ilka@x.example', letter: true, ...values }).findings

  it('are named in one note: each that was answered, lands nowhere and joins no list', () => {
    expect(findings({})).toEqual([])
    expect(findings({ wish: 'A kiln', colour: '' })).toEqual(['One answer stays with the submission: “The wish”'])
    expect(findings({ wish: 'A kiln', colour: 'Red' })).toEqual([
      '2 answers stay with the submission: “The wish”, “The colour”',
    ])
  })
})
