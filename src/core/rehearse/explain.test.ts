import { touchedOf } from '../testing/forms'
import { describe, expect, it } from 'vitest'
import { type Plan, PLAN_FORMAT } from '../plan/plan'
import type { RecordChange } from '../records/land'
import { explainPlan } from './explain'

const planOf = (more: Partial<Plan>): Plan => ({
  format: PLAN_FORMAT,
  person: { how: 'nobody', contact: null, email: null, because: 'no address' },
  records: [],
  changes: [],
  lists: [],
  routed: [],
  messages: [],
  deliveries: [],
  outcome: { title: 'Thank you', body: '' },
  findings: [],
  ...more,
})

/** The lines of a plan but those of the person and the outcome, which every plan has. */
const linesOf = (more: Partial<Plan>) => explainPlan(planOf(more)).slice(1, -1)

const change = (more: Partial<RecordChange> = {}): RecordChange => ({
  record: 'contact',
  field: 'region',
  label: 'Region',
  from: null,
  to: 'south',
  words: { from: '', to: 'South' },
  effect: 'set',
  value: 'region',
  because: 'it was answered',
  ...more,
})

describe('a plan in words', () => {
  it.each([
    ['email', 'ilka@x.example is known'],
    ['personal_link', 'ilka@x.example is known by personal link'],
    ['new', 'ilka@x.example becomes a new contact'],
    ['unknown', 'ilka@x.example is unknown, and becomes no contact'],
    ['nobody', 'Nobody is matched, so nothing lands in a contact'],
  ] as const)('says who it is from: %s', (how, text) => {
    const person = { how, contact: null, email: 'ilka@x.example', because: 'why' }
    expect(explainPlan(planOf({ person }))[0]).toEqual({ place: 'person', text, because: 'why' })
  })
  it('has a person and an outcome at least, the outcome with its reason', () => {
    expect(explainPlan(planOf({}))).toEqual([
      { place: 'person', text: 'Nobody is matched, so nothing lands in a contact', because: 'no address' },
      { place: 'outcome', text: 'The visitor sees “Thank you”', because: 'The form’s only outcome' },
    ])
    const outcome = { title: 'Soon', body: '', because: 'Region is South' }
    expect(explainPlan(planOf({ outcome })).at(-1)).toEqual({
      place: 'outcome',
      text: 'The visitor sees “Soon”',
      because: 'Region is South',
    })
  })
  it.each([
    [{ to: 'form', form: 'advice' }, 'The visitor goes on to the form advice'],
    [{ to: 'site', address: 'https://kiln.example/' }, 'The visitor goes on to https://kiln.example/'],
  ])('says where the visitor goes on to', (goesTo, text) => {
    const outcome = { title: 'Soon', body: '', goesTo } as unknown as Plan['outcome']
    expect(explainPlan(planOf({ outcome })).at(-1)?.text).toBe(text)
  })
  it('says which records are opened and matched, by name where they have one', () => {
    const named = change({ record: 'company', field: 'name', label: 'Name', words: { from: '', to: 'Alder' } })
    const title = change({ record: 'deal', field: 'title', label: 'Title', words: { from: '', to: 'Kiln for Alder' } })
    const other = change({ record: 'request', field: 'subtitle', words: { from: '', to: 'Not its name' } })
    const records = [
      touchedOf('contact', { because: 'is a line already' }),
      touchedOf('company', { because: 'No company is called so' }),
      touchedOf('deal'),
      touchedOf('request'),
    ]
    expect(linesOf({ records, changes: [named, title, other] }).slice(0, 3)).toEqual([
      { place: 'record', text: 'Opens a company: Alder', because: 'No company is called so' },
      { place: 'record', text: 'Opens a deal: Kiln for Alder', because: 'so the form says' },
      { place: 'record', text: 'Opens a request', because: 'so the form says' },
    ])
    expect(linesOf({ records: [touchedOf('company', { id: 'k1', title: 'Alder Studio' })] })).toEqual([
      { place: 'record', text: 'Matches the company Alder Studio', because: 'so the form says' },
    ])
    expect(linesOf({ records: [touchedOf('deal', { id: 'd1' })] })[0]?.text).toBe('Matches the deal ')
  })
  it('says what each field becomes, goes to, or stays', () => {
    const texts = linesOf({
      changes: [
        change(),
        change({ from: 'north', words: { from: 'North', to: 'South' } }),
        change({ from: 'north', words: { from: 'North', to: 'South' }, effect: 'kept' }),
        change({ to: '', words: { from: '', to: '' }, effect: 'kept' }),
        change({ record: 'deal', label: 'Budget', words: { from: '', to: '900' } }),
      ],
    })
    expect(texts.map(({ text }) => text)).toEqual([
      'Region becomes South',
      'Region goes from North to South',
      'Region stays North; the answer was South',
      'Region stays blank; the answer was blank',
      'Deal · Budget becomes 900',
    ])
    expect(texts.every(({ place, because }) => place === 'record' && because === 'it was answered')).toBe(true)
  })
  it('says lists, messages to desks and visitors, what goes outside but mails, and notes last', () => {
    const message = { message: 'notice', title: 'Notice', because: 'row 1' }
    const mail = { message: 'notice', text: 'is said with its message', because: '' }
    const lines = explainPlan(
      planOf({
        lists: [{ title: 'Firing notes', because: 'they agreed' }] as Plan['lists'],
        messages: [
          { ...message, desk: { name: 'north', title: 'North desk' }, to: ['n@x.example'] },
          { ...message, title: 'Thanks', desk: null, to: ['a@x.example', 'b@x.example'] },
        ] as Plan['messages'],
        deliveries: [mail, { message: null, text: 'Writes to the CRM', because: 'every form' }] as Plan['deliveries'],
        findings: ['One answer stays'],
      }),
    )
    expect(lines.slice(1)).toEqual([
      { place: 'list', text: 'Joins Firing notes', because: 'they agreed' },
      { place: 'message', text: 'North desk gets “Notice”', because: 'row 1' },
      { place: 'message', text: '“Thanks” goes to a@x.example, b@x.example', because: 'row 1' },
      { place: 'delivery', text: 'Writes to the CRM', because: 'every form' },
      { place: 'outcome', text: 'The visitor sees “Thank you”', because: 'The form’s only outcome' },
      { place: 'note', text: 'One answer stays', because: '' },
    ])
  })
})
