import { describe, expect, it } from 'vitest'
import { COMPANY_SLOT } from '../changes/slot'
import type { Touched } from '../records/match'
import type { RecordState } from '../records/record'
import { contactOf, touchedOf } from '../testing/forms'
import { changesOf } from './changes_of'

const change = (record: Touched['record'], field: string, to: string, effect: 'set' | 'kept' = 'set') => ({
  ...{ record, field, label: field, from: null, to, words: { from: '', to }, effect, value: field },
  because: `Answer to “${field}”`,
})
const joined = { list: 'notes', title: 'Notes', wording: 'Send me notes', because: 'Ticked “Notes”' }
const house = (id: string, more: Partial<RecordState> = {}): RecordState => ({
  ...contactOf(id, ''),
  type: 'company',
  key: 'alder',
  values: { name: 'Alder' },
  ...more,
})
const COMPANY_OF = 'The company of this submission'

describe('what a plan does to records', () => {
  it('opens whom something belongs to before it, and ties what was opened to each other', () => {
    const records = [
      touchedOf('contact', { key: 'a@x.example' }),
      touchedOf('company', { key: 'alder' }),
      touchedOf('deal'),
    ]
    const set = changesOf({ records, changes: [], lists: [] }, { form: 'form', submission: 'sent' }, [])
    expect(set.opens.map(({ ref, key, contact, company, form }) => [ref, key, contact, company, form])).toEqual([
      ['company', 'alder', null, null, null],
      ['contact', 'a@x.example', null, null, null],
      ['deal', null, 'contact', 'company', 'form'],
    ])
    expect(set.ties).toEqual([{ record: 'contact', slot: COMPANY_SLOT, to: 'company', because: COMPANY_OF }])
  })

  it('sets what lands, leaves what is kept, and joins lists with the wording agreed to', () => {
    const contact = contactOf('ada', 'ada@x.example')
    const set = changesOf(
      {
        records: [touchedOf('contact', { id: 'ada' }), touchedOf('request')],
        changes: [
          change('contact', 'first_name', 'Ada'),
          change('contact', 'email', 'b@x', 'kept'),
          change('request', 'title', 'T'),
        ],
        lists: [joined],
      },
      { form: 'form', submission: 'sent' },
      [contact],
    )
    expect(set.changes.map(({ record, slot, to }) => [record, slot, to])).toEqual([
      ['ada', 'first_name', 'Ada'],
      ['request', 'title', 'T'],
      ['ada', '_list.notes', 'Send me notes'],
    ])
    expect(set.ties).toEqual([])
  })

  it('gives a company its mail domain, and the contact and the deal it had before their company, where they have none', () => {
    const plan = (domain: string | null) => ({
      records: [
        touchedOf('contact', { id: 'ada' }),
        touchedOf('company', { id: 'alder', domain }),
        touchedOf('deal', { id: 'kiln' }),
      ],
      changes: [],
      lists: [],
    })
    const deal: RecordState = { ...contactOf('kiln', ''), type: 'deal', contact: 'ada', values: {} }
    const ada = contactOf('ada', 'ada@alder.example')
    const first = changesOf(plan('alder.example'), { form: 'form', submission: 'sent' }, [ada, house('alder'), deal])
    expect(first.changes).toEqual([
      { record: 'alder', slot: '_domain', from: null, to: 'alder.example', because: 'The domain of this address' },
    ])
    expect(first.ties.map(({ record, to }) => [record, to])).toEqual([
      ['ada', 'alder'],
      ['kiln', 'alder'],
    ])
    const settled = [
      { ...ada, company: 'birch' },
      house('alder', { domain: 'alder.example' }),
      { ...deal, company: 'birch' },
    ]
    const second = changesOf(plan('other.example'), { form: 'form', submission: 'sent' }, settled)
    expect([second.changes, second.ties]).toEqual([[], []])
  })

  it('asks about a list that is confirmed by mail, with the submission that asks', () => {
    const consent = { address: 'a@x.example', proven: null }
    const set = changesOf(
      {
        records: [touchedOf('contact', { key: 'a@x.example' })],
        changes: [],
        lists: [joined, { ...joined, list: 'club', consent, pending: true }],
      },
      { form: 'form', submission: 'sent' },
      [],
    )
    expect(set.changes.map(({ slot, consent: how }) => [slot, how])).toEqual([
      ['_list.notes', undefined],
      ['_pending.sent.club', consent],
    ])
  })
})
