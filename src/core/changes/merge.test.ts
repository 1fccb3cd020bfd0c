import { describe, expect, it } from 'vitest'
import { contactOf } from '../testing/forms'
import type { Held } from './ledger'
import { type Belongings, mergeRecords, type SetBy, weighMerge } from './merge'
import { slotOfLink, slotOfList, slotOfNote, slotOfSubmission } from './slot'

const person = (id: string, values: Held['values'], more: Partial<Held> = {}): Held => ({
  ...contactOf(id, `${id}@x.example`),
  values: { email: `${id}@x.example`, ...values },
  revision: 1,
  goneBy: null,
  mergedInto: null,
  ...more,
})
const NOTHING: Belongings = { submissions: [], links: [], notes: [], proposals: [], pending: [], lists: [], tied: [] }
const at = (day: number, byHand = false): SetBy => ({ at: new Date(2026, 0, day), byHand, who: byHand ? 'Ines' : null })

describe('weighing a merge', () => {
  const setBy: Record<string, SetBy> = {
    'ada first_name': at(3),
    'bo first_name': at(5),
    'ada city': at(9),
    'bo city': at(1, true),
    'bo phone': at(2),
  }
  const kept = person('ada', { first_name: 'Ada', city: 'Lund', vat: 'X1', size: 3 })
  const gone = person('bo', { first_name: 'Adah', city: 'Ystad', phone: '+46', vat: 'X1', size: 4 })
  const weigh = (records = { kept, gone: [gone] }) =>
    weighMerge(records, (record, slot) => setBy[`${record} ${slot}`] ?? null).map(({ slot, offers, because }) => [
      slot,
      offers[0].record,
      because,
    ])

  it('takes what is not blank, what a member entered, what was set last, and else what is kept', () => {
    expect(weigh().toSorted()).toEqual([
      ['city', 'bo', 'entered by hand'],
      ['first_name', 'bo', 'set last'],
      ['phone', 'bo', 'no other has one'],
      ['size', 'ada', 'it is kept'],
      ['vat', 'ada', 'all have the same'],
    ])
  })
  it('asks nothing about what a record is known by', () => {
    expect(weigh().map(([slot]) => slot)).not.toContain('email')
  })
  it('weighs the company as it does fields', () => {
    const housed = { ...gone, company: 'alder' }
    expect(weigh({ kept, gone: [housed] })).toContainEqual(['_company', 'bo', 'no other has one'])
  })
})

describe('merging', () => {
  const kept = person('ada', { city: 'Lund' }, { lists: ['notes'] })
  const gone = person('bo', { city: 'Ystad', phone: '+46' })
  const choices = weighMerge({ kept, gone: [gone] }, () => null)
  const merge = (take: [string, string][], belongings: Partial<Belongings> = {}) =>
    mergeRecords({ kept, gone: [gone] }, choices, new Map(take), { ...NOTHING, ...belongings })
  const set = ({ changes }: ReturnType<typeof merge>, record: string) =>
    Object.fromEntries(changes.flatMap((one) => (one.record === record ? [[one.slot, one.to]] : [])))

  it('gives the one that is kept the better values, or those that were chosen', () => {
    expect(set(merge([]), 'ada')).toEqual({ phone: '+46' })
    expect(set(merge([['city', 'bo']]), 'ada')).toEqual({ city: 'Ystad', phone: '+46' })
    expect(set(merge([['city', 'nobody']]), 'ada')).toEqual({ phone: '+46' })
  })
  it('hands over all that belonged to the other, lists it is on already but once', () => {
    const merged = merge([], {
      submissions: [{ id: 's', contact: 'bo' }],
      links: [{ id: 'l', contact: 'bo' }],
      notes: [{ id: 'n', record: 'bo', text: 'Rang' }],
      lists: [
        { contact: 'bo', list: 'notes', wording: 'I agree' },
        { contact: 'bo', list: 'club', wording: 'Yes' },
      ],
      tied: [{ record: 'deal', slot: '_contact' }],
    })
    expect(set(merged, 'ada')).toMatchObject({
      [slotOfSubmission('s')]: true,
      [slotOfLink('l')]: true,
      [slotOfNote('n')]: 'Rang',
      [slotOfList('club')]: 'Yes',
    })
    expect(set(merged, 'ada')).not.toHaveProperty(slotOfList('notes'))
    expect(set(merged, 'bo')).toMatchObject({ [slotOfSubmission('s')]: null, [slotOfNote('n')]: null, _there: null })
    expect(merged.ties.map(({ record, slot, to }) => [record, slot, to])).toEqual([
      ['deal', '_contact', 'ada'],
      ['bo', '_merged', 'ada'],
    ])
  })
  it('leaves the other what it had, so that it can be parted again', () => {
    const { changes } = merge([])
    expect(changes.filter(({ record, slot }) => record === 'bo' && !slot.startsWith('_'))).toEqual([])
  })

  it('joins no list that one of them left by themselves', () => {
    const [ada, eda] = [person('ada', {}, { left: ['notes'] }), person('eda', {}, { lists: ['notes', 'club'] })]
    const lists = eda.lists.map((list) => ({ contact: 'eda', list, wording: 'I agree' }))
    const set = mergeRecords({ kept: ada, gone: [eda] }, [], new Map(), { ...NOTHING, lists })
    expect(set.changes.filter(({ slot }) => slot.startsWith('_list.')).map(({ slot }) => slot)).toEqual(['_list.club'])
  })
})
