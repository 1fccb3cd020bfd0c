import { describe, expect, it } from 'vitest'
import { BUILT_IN_FIELDS, type RecordField } from '../fields/field'
import type { RecordState } from '../records/record'
import { contactOf } from '../testing/forms'
import { bringRow } from './bring_row'
import { readRow } from './read_row'
import { type ImportPlan, planFor } from './import_plan'

const SIZE: RecordField = {
  record: 'contact',
  name: 'size',
  label: 'Size',
  type: 'number',
  options: [],
  retired: false,
}
const fields = [...BUILT_IN_FIELDS, SIZE]
const field = (record: 'contact' | 'company', name: string) => ({ to: 'field' as const, record, field: name })
const PLAN = planFor([
  field('contact', 'email'),
  field('contact', 'first_name'),
  field('company', 'name'),
  field('contact', 'size'),
  { to: 'nothing' },
])
const ida = { ...contactOf('ida', 'ida@kiln.example'), values: { email: 'ida@kiln.example', first_name: 'Ida' } }
const bring = (cells: string[], change: Partial<ImportPlan> = {}, records: RecordState[] = [ida]) => {
  const plan = { ...PLAN, ...change }
  return bringRow(readRow(cells, plan, fields, new Date('2026-11-30')), plan, records, 'Brought in')
}
const changesIn = (one: ReturnType<typeof bring>) =>
  'set' in one ? one.set.changes.map(({ slot, from, to }) => [slot, from, to]) : one

describe('a row', () => {
  it('makes whom nobody knows, with their company', () => {
    const made = bring(['Bo@Kiln.example', 'Bo', 'Alder Pottery', '3'])
    expect(made).toMatchObject({ is: 'made', email: 'bo@kiln.example' })
    expect(changesIn(made)).toEqual([
      ['email', null, 'bo@kiln.example'],
      ['first_name', null, 'Bo'],
      ['size', null, 3],
      ['name', null, 'Alder Pottery'],
    ])
    expect('set' in made && made.set.ties).toMatchObject([{ record: 'contact', to: 'company' }])
  })
  it('puts nobody on a list again that they left by themselves, and says so', () => {
    const joins = [{ list: 'notes', wording: 'I agree', origin: 'A fair', column: null }]
    const slots = (left: string[]) => {
      const brought = bring(['ida@kiln.example'], { joins }, [{ ...ida, left }])
      return 'set' in brought && [brought.set.changes.map(({ slot }) => slot), brought.wrong]
    }
    expect(slots([])).toEqual([['_list.notes'], []])
    expect(slots(['notes'])).toEqual([[], [{ column: 0, why: 'left a list by themselves, and stays off it' }]])
  })
  it('makes nobody where that is not wished', () => {
    expect(bring(['bo@kiln.example'], { opens: false })).toEqual({ is: 'unknown', email: 'bo@kiln.example' })
  })
  it('fills what is blank, and replaces what is not where that is wished', () => {
    expect(changesIn(bring(['ida@kiln.example', 'Ida-Lou', '', '4']))).toEqual([['size', null, 4]])
    expect(changesIn(bring(['ida@kiln.example', 'Ida-Lou', '', '4'], { ifFilled: 'replace' }))).toEqual([
      ['first_name', 'Ida', 'Ida-Lou'],
      ['size', null, 4],
    ])
    // A blank empties nothing.
    expect(bring(['ida@kiln.example', '', '', ''], { ifFilled: 'replace' }).is).toBe('same')
  })
  it('finds who was merged into another by the address they had, and leaves their own', () => {
    const kept = { ...ida, also: [{ key: 'old@kiln.example', domain: null }] }
    const brought = bring(['old@kiln.example', 'Ida-Lou'], { ifFilled: 'replace' }, [kept])
    expect(changesIn(brought)).toEqual([['first_name', 'Ida', 'Ida-Lou']])
  })
  it('says what is wrong in which column, and does nothing, or all but that', () => {
    expect(bring(['ida at kiln', 'Ida', '', 'tall'])).toEqual({
      is: 'wrong',
      wrong: [
        { column: 0, why: 'is no email address' },
        { column: 3, why: 'is no number' },
      ],
    })
    expect(bring(['', 'Ida'])).toEqual({ is: 'wrong', wrong: [{ column: 0, why: 'has no email address' }] })
    expect(bring(['bo@kiln.example', 'Bo', '', 'tall'], { wrongKeeps: 'cell' })).toMatchObject({
      is: 'made',
      wrong: [{ column: 3, why: 'is no number' }],
    })
    expect(bring(['ida at kiln', 'Ida'], { wrongKeeps: 'cell' }).is).toBe('wrong')
  })
  it('puts on a list whoever agreed, once, with the wording and where it is from', () => {
    const joins = [{ list: 'notes', column: 4, wording: 'I want the notes', origin: 'cards of June' }]
    const joined = bring(['ida@kiln.example', '', '', '', 'Ja'], { joins })
    expect('set' in joined && joined.set.changes).toEqual([
      {
        record: 'ida',
        slot: '_list.notes',
        from: null,
        to: 'I want the notes',
        because: 'Brought in: cards of June',
        consent: { address: 'ida@kiln.example', proven: null, origin: 'cards of June' },
      },
    ])
    expect(bring(['ida@kiln.example', '', '', '', 'no'], { joins }).is).toBe('same')
    expect(bring(['ida@kiln.example', '', '', '', 'perhaps'], { joins }).is).toBe('same')
    expect(bring(['ida@kiln.example', '', '', '', 'ja'], { joins }, [{ ...ida, lists: ['notes'] }]).is).toBe('same')
    expect(bring(['ida@kiln.example'], { joins: joins.map((one) => ({ ...one, column: null })) }).is).toBe('changed')
  })

  it('keeps each one’s own wording and when they agreed, where the file says so', () => {
    const joins = [
      { list: 'notes', column: null, wording: 'Notes', origin: 'the file of before', wordingIn: 5, givenIn: 6 },
    ]
    const consentOf = (wording: string, given: string) => {
      const brought = bring(['ida@kiln.example', '', '', '', '', wording, given], { joins })
      const [change] = 'set' in brought ? brought.set.changes : []
      return [change?.to, change?.consent?.given]
    }
    expect(consentOf('Yes, notes', '2026-03-01T10:00:00+01:00')).toEqual(['Yes, notes', '2026-03-01T09:00:00.000Z'])
    expect(consentOf('', '1.3.2026')).toEqual(['Notes', '2026-03-01T00:00:00.000Z'])
    expect(consentOf('', '')).toEqual(['Notes', undefined])
    for (const wrong of ['soon', '2999-01-01', '2026-02-30', '2026-03-01T25:00:00Z'])
      expect(bring(['ida@kiln.example', '', '', '', '', '', wrong], { joins })).toMatchObject({
        wrong: [{ column: 6, why: 'is no moment in the past' }],
      })
  })
})
