import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Answer, sameAnswer } from '../answers/answer'
import { identityOf } from '../records/record'
import { contactOf } from '../testing/forms'
import type { Caused, Doer } from './cause'
import { type ChangeSet, NO_CHANGES } from './change_set'
import { companyInSlot, type Held, type KeptChange, Ledger } from './ledger'
import { doneToSlots, putBack, type PuttingBack, recordsIn } from './put_back'
import { COMPANY_SLOT, slotOfList, slotOfNote, THERE_SLOT } from './slot'

const by: Doer = { sort: 'member', id: 'ines', name: 'Ines' }
const held = (id: string, more: Partial<Held> = {}): Held => ({
  ...contactOf(id, `${id}@x.example`),
  revision: 1,
  goneBy: null,
  ...more,
})
const house = (id: string, name: string): Held =>
  held(id, { type: 'company', key: name.toLowerCase(), values: { name } })

/** A workspace in memory, which keeps what is written as the database does. */
class Kept {
  readonly records = new Map<string, Held>()
  readonly notes = new Map<string, string>()
  readonly changes: KeptChange[] = []
  readonly causes: (Caused & { undoneBy: string | null })[] = []
  private ids = 0

  constructor(records: readonly Held[]) {
    for (const record of records) this.records.set(record.id, record)
  }

  do(set: ChangeSet, cause: Caused['cause'] = { sort: 'deed', by, deed: 'changeRecord' }): string {
    const id = `cause ${this.causes.length}`
    const ledger = new Ledger(this.records.values(), () => `opened ${this.ids++}`)
    ledger.do({ id, workspaceId: 'w', cause, at: new Date(0) }, set)
    const written = ledger.written()
    for (const caused of written.causes) this.causes.push({ ...caused, undoneBy: null })
    for (const { record } of written.records) this.records.set(record.id, record)
    for (const { contact, list, wording } of written.lists) {
      const record = this.get(contact)
      const others = record.lists.filter((one) => one !== list)
      this.records.set(contact, { ...record, lists: wording === null ? others : [...others, list] })
    }
    for (const { note, text } of written.notes)
      if (text === null) this.notes.delete(note)
      else this.notes.set(note, text)
    this.changes.push(...written.changes)
    return id
  }

  get(id: string): Held {
    const record = this.records.get(id)
    if (!record) throw new Error(id)
    return record
  }

  there = (): Held[] => [...this.records.values()].filter(({ goneBy }) => goneBy === null)

  putBack(of: string, despite = false): PuttingBack {
    const slots = doneToSlots([of], this.changes.filter(this.isTouchedBy(of)))
    const ids = slots.map(({ record }) => record)
    const gone = recordsIn(slots).filter((id) => this.get(id).goneBy !== null)
    const isTaken = (id: string) =>
      this.there().some(({ type, key }) => type === this.get(id).type && key === this.get(id).key)
    const around = {
      gone: new Set(gone),
      others: new Map(ids.map((id) => [id, this.othersOf(id, of)])),
      taken: new Set(gone.filter(isTaken)),
      identity: new Map(ids.map((id) => [id, identityOf(this.get(id).type)])),
    }
    const back = putBack(slots, around, despite)
    if (back.set.changes.length + back.set.ties.length === 0) return back
    const cause = this.do(back.set, { sort: 'put back', by, of })
    if (back.left.length > 0) return back
    for (const one of this.causes) {
      if (one.undoneBy === of) one.undoneBy = null
      if (one.id === of) one.undoneBy = cause
    }
    return back
  }

  private isTouchedBy = (cause: string) => {
    const own = this.changes.filter((change) => change.cause === cause)
    return ({ record, field }: KeptChange) => own.some((one) => one.record === record && one.field === field)
  }

  private othersOf(id: string, cause: string): number {
    const own = this.changes.filter((change) => change.cause === cause)
    const belonging = this.there().filter(
      (other) =>
        other.company === id &&
        !own.some(({ record, field }) => record === other.id && [COMPANY_SLOT, THERE_SLOT].includes(field)),
    )
    const last = new Map(this.changes.filter(({ record }) => record === id).map((change) => [change.field, change]))
    const filled = [...last.values()].filter(
      ({ field, to }) => to !== null && !own.some((one) => one.record === id && one.field === field),
    )
    return belonging.length + filled.length
  }

  /** What each slot of each record that is there holds, the blank ones left out. */
  state(): Record<string, Answer> {
    const slots: Record<string, Answer> = {}
    for (const record of this.there()) {
      for (const [field, value] of Object.entries(record.values)) slots[`${record.id} ${field}`] = value
      slots[`${record.id} ${COMPANY_SLOT}`] = record.company === null ? null : companyInSlot(this.get(record.company))
      for (const list of record.lists) slots[`${record.id} ${slotOfList(list)}`] = 'I agree'
    }
    for (const [note, text] of this.notes) slots[slotOfNote(note)] = text
    return Object.fromEntries(Object.entries(slots).filter(([, value]) => value !== null))
  }

  /** Slots whose value is not what the last change of them said. */
  unexplained(): string[] {
    const last = new Map(
      this.changes.map(({ record, field, to }) => [field.startsWith('_note.') ? field : `${record} ${field}`, to]),
    )
    return Object.entries(this.state()).flatMap(([slot, value]) =>
      last.has(slot) && !sameAnswer(last.get(slot), value) && !slot.endsWith(COMPANY_SLOT) ? [slot] : [],
    )
  }
}

const edit = (record: Held, slot: string, to: Answer): ChangeSet => ({
  ...NO_CHANGES,
  changes: [{ record: record.id, slot, from: record.values[slot] ?? null, to, because: 'Entered' }],
})

/** As a submission does: somebody known or new, their company known or new, a field, a list. */
function submission(kept: Kept, email: string, name: string, stage: string, joins: boolean): ChangeSet {
  const contact = kept.there().find(({ type, key }) => type === 'contact' && key === email)
  const company = kept.there().find(({ type, key }) => type === 'company' && key === name)
  const belongs = { contact: null, company: null, form: null, domain: null, because: 'Answered' }
  const ref = contact?.id ?? 'contact'
  const because = 'Answered'
  const consent = slotOfList('notes')
  return {
    ...NO_CHANGES,
    opens: [
      ...(company ? [] : [{ ...belongs, ref: 'company', type: 'company' as const, key: name }]),
      ...(contact ? [] : [{ ...belongs, ref: 'contact', type: 'contact' as const, key: email }]),
    ],
    changes: [
      ...(company ? [] : [{ record: 'company', slot: 'name', from: null, to: name, because }]),
      ...(sameAnswer(contact?.values.stage, stage)
        ? []
        : [{ record: ref, slot: 'stage', from: contact?.values.stage ?? null, to: stage, because }]),
      ...(joins && !contact?.lists.includes('notes')
        ? [{ record: ref, slot: consent, from: null, to: 'I agree', because }]
        : []),
    ],
    ties: (contact?.company ?? null) === null ? [{ record: ref, company: company?.id ?? 'company', because }] : [],
  }
}

const pick = fc.nat(20)
const step = fc.oneof(
  fc.record({ do: fc.constant('send' as const), a: fc.constantFrom('ada', 'bo'), b: pick, joins: fc.boolean() }),
  fc.record({ do: fc.constant('edit' as const), which: pick, to: fc.constantFrom(null, 'one', 'two') }),
  fc.record({ do: fc.constant('note' as const), which: pick, to: fc.constantFrom(null, 'Rang', 'Rang twice') }),
  fc.record({ do: fc.constant('put back' as const), which: pick, despite: fc.boolean() }),
)

function take(kept: Kept, one: typeof step extends fc.Arbitrary<infer S> ? S : never, n: number): void {
  const there = kept.there()
  switch (one.do) {
    case 'send': {
      const company = one.b % 2 ? 'alder' : 'birch'
      kept.do(submission(kept, `${one.a}@x.example`, company, `stage ${one.b}`, one.joins), { sort: 'submission' })
      return
    }
    case 'edit': {
      const record = there[one.which % there.length]
      if (record) kept.do(edit(record, 'hint', one.to))
      return
    }
    case 'note': {
      const record = there[one.which % there.length]
      if (!record) return
      const [note, text] = [...kept.notes][one.which] ?? [`n${n}`, null]
      const owner = kept.changes.find(({ field }) => field === slotOfNote(note))?.record ?? record.id
      if (kept.get(owner).goneBy === null)
        kept.do({
          ...NO_CHANGES,
          changes: [{ record: owner, slot: slotOfNote(note), from: text, to: one.to, because: 'Noted' }],
        })
      return
    }
    case 'put back': {
      const standing = kept.causes.filter(({ undoneBy }) => undoneBy === null)
      const cause = standing[one.which % Math.max(standing.length, 1)]
      if (cause) kept.putBack(cause.id, one.despite)
    }
  }
}

describe('putting back', () => {
  it('leaves every value explained by what set it last, and everything put back in turn leaves the beginning', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 14 }), (steps) => {
        const kept = new Kept([held('ada'), house('alder-house', 'alder')])
        const beginning = kept.state()
        steps.forEach((one, n) => {
          take(kept, one, n)
          expect(kept.unexplained()).toEqual([])
        })
        for (const { id } of [...kept.causes].reverse()) {
          if (kept.causes.find((cause) => cause.id === id)?.undoneBy !== null) continue
          expect(kept.putBack(id).left).toEqual([])
        }
        expect(kept.state()).toEqual(beginning)
        expect(kept.there().map(({ id }) => id)).toEqual(['ada', 'alder-house'])
      }),
      { numRuns: 400 },
    )
  })

  it('leaves alone, and tells, what was changed since, unless that is wished', () => {
    const kept = new Kept([held('ada')])
    const first = kept.do(edit(kept.get('ada'), 'stage', 'one'))
    kept.do(edit(kept.get('ada'), 'stage', 'two'))
    expect(kept.putBack(first)).toEqual({
      set: NO_CHANGES,
      left: [{ record: 'ada', slot: 'stage', why: 'changed since' }],
    })
    expect(kept.get('ada').values.stage).toBe('two')
    kept.putBack(first, true)
    expect(kept.get('ada').values.stage).toBe(null)
  })

  it('keeps a record that holds more than the cause gave it, and says so', () => {
    const kept = new Kept([])
    const sent = kept.do(submission(kept, 'ada@x.example', 'alder', 'asked', false), { sort: 'submission' })
    const contact = kept.there().find(({ type }) => type === 'contact')
    const hint = kept.do(edit(contact as Held, 'hint', 'calls back'))
    const { left, set } = kept.putBack(sent)
    expect(left).toEqual([{ record: contact?.id, slot: null, why: 'holds more' }])
    expect(set.changes).not.toContainEqual(expect.objectContaining({ record: contact?.id, slot: THERE_SLOT }))
    kept.putBack(hint)
    kept.putBack(sent)
    expect(kept.there()).toEqual([])
  })

  it('brings what was removed back under its name, unless another has it by now', () => {
    const kept = new Kept([])
    const sent = kept.do(submission(kept, 'ada@x.example', 'alder', 'asked', true), { sort: 'submission' })
    const before = kept.state()
    kept.putBack(sent)
    expect(kept.state()).toEqual({})
    const putting = kept.causes.at(-1)?.id ?? ''
    const again = kept.do(submission(kept, 'ada@x.example', 'alder', 'asked', false), { sort: 'submission' })
    expect(kept.putBack(putting).left).toContainEqual(expect.objectContaining({ slot: null, why: 'name is taken' }))
    kept.putBack(again)
    expect(kept.putBack(putting).left).toEqual([])
    expect(kept.state()).toEqual(before)
  })
})

describe('a ledger', () => {
  it('refuses what it does not hold', () => {
    const ledger = new Ledger([], () => 'new')
    const caused: Caused = { id: 'c', workspaceId: 'w', cause: { sort: 'submission' }, at: new Date(0) }
    expect(() => ledger.do(caused, edit(held('ada'), 'stage', 'one'))).toThrow('No record ada is in hand')
  })
  it('knows a contact by its address, and a company by its name, as they are changed', () => {
    const kept = new Kept([held('ada'), house('alder', 'Alder')])
    kept.do(edit(kept.get('ada'), 'email', 'ada@y.example'))
    kept.do(edit(kept.get('alder'), 'name', 'Alder & Sons'))
    expect([kept.get('ada').key, kept.get('alder').key]).toEqual(['ada@y.example', 'alder sons'])
  })
  it('counts a revision for each cause that set fields, however many, and none for what is no field', () => {
    const kept = new Kept([held('ada')])
    const { changes } = edit(kept.get('ada'), 'stage', 'one')
    kept.do({ ...NO_CHANGES, changes: [...changes, ...edit(kept.get('ada'), 'hint', 'x').changes] })
    kept.do({
      ...NO_CHANGES,
      changes: [{ record: 'ada', slot: slotOfList('notes'), from: null, to: 'I agree', because: '' }],
    })
    expect(kept.get('ada')).toMatchObject({ revision: 2, lists: ['notes'] })
  })
})
