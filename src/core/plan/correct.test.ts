import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Answers } from '../answers/answer'
import type { Caused } from '../changes/cause'
import { type Held, type KeptChange, Ledger, type Written } from '../changes/ledger'
import { doneToSlots } from '../changes/put_back'
import { slotOfProposal } from '../changes/slot'
import { walkForm } from '../form/walk'
import { contactOf, emailQuestion, formOf, snapshotOf } from '../testing/forms'
import { changesOf } from './changes_of'
import { type Correction, planCorrection } from './correct'
import { planSubmission } from './plan'

const formAgain = (again: string) =>
  formOf(
    [
      emailQuestion,
      { kind: 'short_text', name: 'first', label: 'First name', lands: [{ field: 'first_name' }] },
      { kind: 'short_text', name: 'last', label: 'Last name', lands: [{ field: 'last_name', ifFilled: 'keep' }] },
      { kind: 'short_text', name: 'studio', label: 'Studio', lands: [{ record: 'company', field: 'name' }] },
      { kind: 'consent', name: 'letter', label: 'Letter', wording: 'Send me Firing notes.' },
    ] as never,
    {
      records: {
        company: true,
        deal: { title: 'Kiln for {{ first | default: "somebody" }}', again },
      } as never,
      joins: [{ list: 'firing_notes', consent: 'letter' }],
    },
  )
const form = formAgain('another')
const VISIT = { linkHolder: null, submission: null, form: 'form' }
const at = new Date(0)
const held = (one: Partial<Held> & { id: string }): Held => ({
  ...contactOf(one.id, `${one.id}@x.example`),
  revision: 1,
  goneBy: null,
  mergedInto: null,
  ...one,
})

/** A workspace in memory, with one submission whose answers are corrected. */
class House {
  readonly records = new Map<string, Held>()
  readonly changes: KeptChange[] = []
  readonly own: string[] = []
  /** What is proposed, by record and slot. */
  readonly proposals = new Map<string, Written['proposals'][number]>()
  private ids = 0
  private sent: Answers = {}

  constructor(
    records: readonly Held[],
    private readonly form = formAgain('another'),
  ) {
    for (const one of records) this.records.set(one.id, one)
  }

  private there = () => [...this.records.values()].filter(({ goneBy }) => goneBy === null)
  private snapshot = () => ({ ...snapshotOf(), records: this.there() })

  /** Does a change set; of the submission, unless somebody else does it. */
  write(set: Parameters<Ledger['do']>[1], isOwn = true): void {
    const id = `cause ${this.changes.length}-${this.own.length}`
    const caused: Caused = { id, workspaceId: 'w', cause: { sort: 'submission' }, at }
    const ledger = new Ledger(this.records.values(), () => `opened-${this.ids++}`)
    ledger.do(caused, set)
    const written = ledger.written()
    for (const { record } of written.records) this.records.set(record.id, record)
    for (const { contact, list, wording } of written.lists) {
      const one = this.records.get(contact)
      if (!one) continue
      const others = one.lists.filter((other) => other !== list)
      this.records.set(contact, { ...one, lists: wording === null ? others : [...others, list] })
    }
    for (const one of written.proposals) {
      const key = `${one.record} ${slotOfProposal(one)}`
      if (one.value === null) this.proposals.delete(key)
      else this.proposals.set(key, one)
    }
    this.changes.push(...written.changes)
    if (isOwn) this.own.push(id)
  }

  send(values: Answers, isOwn = true): void {
    const snapshot = this.snapshot()
    if (isOwn) this.sent = values
    const sent = { form: 'form', submission: isOwn ? 'sent' : `other-${this.changes.length}` }
    this.write(changesOf(planSubmission(this.form, values, {}, VISIT, snapshot), sent, snapshot.records), isOwn)
  }

  correct(values: Answers, others: ReadonlyMap<string, number> = new Map()): Correction {
    const isOwn = (cause: string) => (this.own.includes(cause) ? 'own' : cause)
    const changes = this.changes.map((one) => ({ ...one, cause: isOwn(one.cause) }))
    const touched = new Set(
      changes.filter(({ cause }) => cause === 'own').map(({ record, field }) => `${record} ${field}`),
    )
    const slots = doneToSlots(
      ['own'],
      changes.filter(({ record, field }) => touched.has(`${record} ${field}`)),
    )
    const correction = planCorrection(
      this.form,
      { before: { values: this.sent, origins: {} }, after: { values, origins: {} } },
      VISIT,
      this.snapshot(),
      { submission: 'sent', slots, others },
    )
    this.write(correction.set)
    this.sent = values
    return correction
  }

  /** Every record that is there, by what it is known by, with what it holds. */
  state(): unknown {
    const name = (id: string | null) => (id === null ? null : (this.records.get(id)?.key ?? id))
    return this.there()
      .map(({ type, key, id, values, lists, company, contact }) => ({
        known: key === id ? type : `${type} ${key}`,
        values: Object.fromEntries(Object.entries(values).filter(([, value]) => value !== null && value !== '')),
        lists: lists.toSorted(),
        company: name(company),
        contact: name(contact),
        proposed: [...this.proposals.values()].flatMap(({ record, field, value }) =>
          record === id ? [[field, value]] : [],
        ),
      }))
      .toSorted((one, other) => (JSON.stringify(one) < JSON.stringify(other) ? -1 : 1))
  }
}

const answers = (raw: Record<string, unknown>): Answers => walkForm(form, raw, {}).answers
const anyOf = (...all: (string | null)[]) => fc.constantFrom(...all)
const anyValues = fc
  .record({
    email: anyOf('oda@kiln.example', 'bram@clay.example', 'known@house.example'),
    first: anyOf('Oda', 'Bram', null),
    last: anyOf('Vik', 'Elm', null),
    studio: anyOf('Alder Studio', 'House', 'Clay & Co', null),
    letter: fc.constantFrom(true, null),
  })
  .map(answers)

const KNOWN = [
  held({
    id: 'known',
    key: 'known@house.example',
    values: { email: 'known@house.example', first_name: 'Before', last_name: 'Before' },
  }),
  held({ id: 'house', type: 'company', key: 'house', values: { name: 'House' }, domain: null }),
]

describe('correcting answers', () => {
  it('leaves everything as if they had been sent so, and so again and again', () => {
    fc.assert(
      fc.property(fc.array(anyValues, { minLength: 2, maxLength: 4 }), fc.boolean(), ([first = {}, ...rest], known) => {
        const house = new House(known ? KNOWN : [])
        house.send(first)
        for (const values of rest) {
          const { left } = house.correct(values)
          expect(left).toEqual([])
          const fresh = new House(known ? KNOWN : [])
          fresh.send(values)
          expect(house.state()).toEqual(fresh.state())
        }
      }),
      { numRuns: 400 },
    )
  })

  it('changes nothing where nothing was corrected', () => {
    fc.assert(
      fc.property(anyValues, (values) => {
        const house = new House(KNOWN)
        house.send(values)
        const before = house.changes.length
        const { set } = house.correct(values)
        expect([set.opens, set.changes, set.ties]).toEqual([[], [], []])
        expect(house.changes.length).toBe(before)
      }),
    )
  })

  it('changes nothing where nothing was corrected, whatever others sent of the same people since', () => {
    fc.assert(
      fc.property(anyValues, anyValues, fc.constantFrom('another', 'same'), (values, later, again) => {
        const house = new House(KNOWN, formAgain(again))
        house.send(values)
        const before = house.changes.length
        house.send(later, false)
        const theirs = new Map(house.changes.slice(before).map(({ record }) => [record, 1]))
        const { set } = house.correct(values, theirs)
        expect([set.opens, set.changes, set.ties]).toEqual([[], [], []])
      }),
      { numRuns: 400 },
    )
  })

  it('gives whoever was opened by it their right address, rather than opening somebody else', () => {
    const house = new House([])
    house.send(answers({ email: 'odda@kiln.example', first: 'Oda' }))
    const { set } = house.correct(answers({ email: 'oda@kiln.example', first: 'Oda' }))
    expect(set.opens).toEqual([])
    expect(set.changes).toMatchObject([
      { record: 'opened-0', slot: 'email', from: 'odda@kiln.example', to: 'oda@kiln.example' },
    ])
    expect(house.records.get('opened-0')).toMatchObject({ key: 'oda@kiln.example', goneBy: null })
  })

  it('leaves to others what they changed since, and whom they have to do with', () => {
    const house = new House(KNOWN)
    house.send(answers({ email: 'oda@kiln.example', first: 'Odda', last: 'Vik' }))
    const oda = [...house.records.values()].find(({ key }) => key === 'oda@kiln.example')?.id ?? ''
    const byHand = { record: oda, slot: 'first_name', from: 'Odda', to: 'Odda Marie', because: 'By hand' }
    house.write({ opens: [], changes: [byHand], ties: [] }, false)
    const { left } = house.correct(answers({ email: 'oda@kiln.example', first: 'Oda', last: 'Elm' }))
    expect(left).toEqual([{ record: oda, slot: 'first_name', why: 'changed since' }])
    expect(house.records.get(oda)?.values).toMatchObject({ first_name: 'Odda Marie', last_name: 'Elm' })
    // It was somebody else’s after all: what stays is what others did.
    const other = house.correct(answers({ email: 'known@house.example', first: 'Oda' }), new Map([[oda, 1]]))
    expect(other.left).toEqual([
      { record: oda, slot: 'first_name', why: 'changed since' },
      { record: oda, slot: null, why: 'holds more' },
    ])
    expect(house.records.get(oda)).toMatchObject({
      goneBy: null,
      values: { first_name: 'Odda Marie', last_name: null },
    })
    expect(house.records.get('known')?.values).toMatchObject({ first_name: 'Before', last_name: 'Before' })
    expect(house.proposals.get(`known ${slotOfProposal({ submission: 'sent', field: 'first_name' })}`)?.value).toBe(
      'Oda',
    )
  })
})
