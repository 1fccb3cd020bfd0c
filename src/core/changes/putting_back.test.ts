import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Answer, sameAnswer } from '../answers/answer'
import { identityOf, isKnownBy } from '../records/record'
import { contactOf } from '../testing/forms'
import type { Caused, Doer } from './cause'
import { type ChangeSet, NO_CHANGES } from './change_set'
import { type Held, type KeptChange, Ledger, recordInSlot } from './ledger'
import { mergeRecords, weighMerge } from './merge'
import { doneToSlots, putBack, type PuttingBack, recordsIn } from './put_back'
import {
  COMPANY_SLOT,
  isTieSlot,
  MERGED_SLOT,
  readSlot,
  type TieSlot,
  slotOfList,
  slotOfNote,
  slotOfSubmission,
  THERE_SLOT,
} from './slot'

const by: Doer = { sort: 'member', id: 'ines', name: 'Ines' }
const held = (id: string, more: Partial<Held> = {}): Held => ({
  ...contactOf(id, `${id}@x.example`),
  revision: 1,
  goneBy: null,
  mergedInto: null,
  ...more,
})
const house = (id: string, name: string): Held =>
  held(id, { type: 'company', key: name.toLowerCase(), values: { name } })

/** A workspace in memory, which keeps what is written as the database does. */
class Kept {
  readonly records = new Map<string, Held>()
  readonly notes = new Map<string, { record: string; text: string }>()
  /** Whose each submission is. */
  readonly sent = new Map<string, string>()
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
    for (const { note, record, text } of written.notes)
      if (text === null) this.notes.delete(note)
      else this.notes.set(note, { record, text })
    for (const { id: submission, from, to } of written.handedOver)
      if (this.sent.get(submission) === from) this.sent.set(submission, to)
    this.changes.push(...written.changes)
    return id
  }

  get(id: string): Held {
    const record = this.records.get(id)
    if (!record) throw new Error(id)
    return record
  }

  there = (): Held[] => [...this.records.values()].filter(({ goneBy }) => goneBy === null)

  /** Finds whom a submission or a company’s name means. */
  match = (type: Held['type'], key: string): Held | undefined =>
    this.there().find((one) => one.type === type && isKnownBy({ key: one.key, also: this.partsOf(one.id) }, key))

  private partsOf = (id: string) => [...this.records.values()].filter(({ mergedInto }) => mergedInto === id)

  merge(kept: Held, gone: Held[], pick: number): string {
    const ids = new Set(gone.map(({ id }) => id))
    const choices = weighMerge({ kept, gone }, () => null)
    const take = new Map(choices.map(({ slot, offers }) => [slot, offers[pick % offers.length]?.record ?? '']))
    const notes = [...this.notes].map(([id, note]) => ({ id, ...note }))
    const others = [...this.records.values()]
    const belongings = {
      submissions: [...this.sent].map(([id, contact]) => ({ id, contact })).filter(({ contact }) => ids.has(contact)),
      links: [],
      notes: notes.filter(({ record }) => ids.has(record)),
      lists: gone.flatMap(({ id, lists }) => lists.map((list) => ({ contact: id, list, wording: 'I agree' }))),
      tied: others.flatMap(({ id, company, mergedInto }): { record: string; slot: TieSlot }[] => [
        ...(ids.has(company ?? '') ? [{ record: id, slot: COMPANY_SLOT } as const] : []),
        ...(ids.has(mergedInto ?? '') ? [{ record: id, slot: MERGED_SLOT } as const] : []),
      ]),
    }
    return this.do(mergeRecords({ kept, gone }, choices, take, belongings), { sort: 'merge', by })
  }

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
    const isOwn = (record: string, slot: string) => own.some((one) => one.record === record && one.field === slot)
    // What it had before the cause brought it is not since.
    const brought = this.changes.findIndex(
      ({ record, field, cause: by }) => record === id && field === THERE_SLOT && by === cause,
    )
    const belonging = this.there().filter(
      (other) => other.company === id && !isOwn(other.id, COMPANY_SLOT) && !isOwn(other.id, THERE_SLOT),
    )
    const parts = this.partsOf(id).filter((part) => !isOwn(part.id, MERGED_SLOT))
    const chain = this.chainOf(cause)
    const sent = [...this.sent].filter(
      ([submission, contact]) =>
        contact === id &&
        !chain.includes(submission) &&
        !isOwn(id, slotOfSubmission(submission)) &&
        this.causes.some((one) => one.id === submission && one.undoneBy === null),
    )
    const heldAt = (changes: readonly KeptChange[]) =>
      new Map(changes.flatMap(({ record, field, to }) => (record === id ? [[field, to] as const] : [])))
    const before = heldAt(this.changes.slice(0, brought + 1))
    const filled = [...heldAt(this.changes)].filter(
      ([field, to]) =>
        to !== null &&
        readSlot(field).is !== 'submission' &&
        !isTieSlot(field) &&
        !isOwn(id, field) &&
        !sameAnswer(to, before.get(field) ?? null),
    )
    return belonging.length + parts.length + sent.length + filled.length
  }

  /** A cause, what it puts back, and so on. */
  private chainOf(id: string): string[] {
    const cause = this.causes.find((one) => one.id === id)?.cause
    return cause?.sort === 'put back' ? [id, ...this.chainOf(cause.of)] : [id]
  }

  /** What each slot of each record that is there holds, the blank ones left out. */
  state(): Record<string, Answer> {
    const slots: Record<string, Answer> = {}
    for (const record of this.there()) {
      for (const [field, value] of Object.entries(record.values)) slots[`${record.id} ${field}`] = value
      slots[`${record.id} ${COMPANY_SLOT}`] = record.company === null ? null : recordInSlot(this.get(record.company))
      for (const list of record.lists) slots[`${record.id} ${slotOfList(list)}`] = 'I agree'
    }
    for (const [note, { record, text }] of this.notes) slots[`${record} ${slotOfNote(note)}`] = text
    for (const [submission, contact] of this.sent)
      if (this.causes.find(({ id }) => id === submission)?.undoneBy === null)
        slots[`${contact} ${slotOfSubmission(submission)}`] = true
    for (const { id, mergedInto } of this.records.values()) slots[`${id} ${MERGED_SLOT}`] = mergedInto
    return Object.fromEntries(Object.entries(slots).filter(([, value]) => value !== null))
  }

  /** Slots whose value is not what the last change of them said. */
  unexplained(): string[] {
    const last = new Map(this.changes.map(({ record, field, to }) => [`${record} ${field}`, to]))
    return Object.entries(this.state()).flatMap(([slot, value]) =>
      last.has(slot) && !sameAnswer(last.get(slot), value) && !/ _(company|merged)$/.test(slot) ? [slot] : [],
    )
  }
}

const edit = (record: Held, slot: string, to: Answer): ChangeSet => ({
  ...NO_CHANGES,
  changes: [{ record: record.id, slot, from: record.values[slot] ?? null, to, because: 'Entered' }],
})

/** As a submission does: somebody known or new, their company known or new, a field, a list. */
function submission(kept: Kept, email: string, name: string, stage: string, joins: boolean): ChangeSet {
  const contact = kept.match('contact', email)
  const company = kept.match('company', name)
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
    ties:
      (contact?.company ?? null) === null
        ? [{ record: ref, slot: COMPANY_SLOT, to: company?.id ?? 'company', because }]
        : [],
  }
}

const pick = fc.nat(20)
const step = fc.oneof(
  fc.record({ do: fc.constant('send' as const), a: fc.constantFrom('ada', 'bo'), b: pick, joins: fc.boolean() }),
  fc.record({ do: fc.constant('edit' as const), which: pick, to: fc.constantFrom(null, 'one', 'two') }),
  fc.record({ do: fc.constant('note' as const), which: pick, to: fc.constantFrom(null, 'Rang', 'Rang twice') }),
  fc.record({ do: fc.constant('merge' as const), which: pick, with: pick, taking: pick }),
  fc.record({ do: fc.constant('put back' as const), which: pick, despite: fc.boolean() }),
)

function take(kept: Kept, one: typeof step extends fc.Arbitrary<infer S> ? S : never, n: number): void {
  const there = kept.there()
  switch (one.do) {
    case 'send': {
      const company = one.b % 2 ? 'alder' : 'birch'
      const sent = kept.do(submission(kept, `${one.a}@x.example`, company, `stage ${one.b}`, one.joins), {
        sort: 'submission',
      })
      if (kept.changes.some(({ cause }) => cause === sent))
        kept.sent.set(sent, kept.match('contact', `${one.a}@x.example`)?.id ?? '')
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
      const [note, written] = [...kept.notes][one.which] ?? [`n${n}`, null]
      const [owner, text] = [written?.record ?? record.id, written?.text ?? null]
      if (kept.get(owner).goneBy === null)
        kept.do({
          ...NO_CHANGES,
          changes: [{ record: owner, slot: slotOfNote(note), from: text, to: one.to, because: 'Noted' }],
        })
      return
    }
    case 'merge': {
      const record = there[one.which % there.length]
      const alike = there.filter(({ type, id }) => type === record?.type && id !== record?.id)
      const gone = alike[one.with % Math.max(alike.length, 1)]
      if (record && gone) kept.merge(record, [gone], one.taking)
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

  it('takes a company for the same whatever it is called by now', () => {
    const kept = new Kept([held('ada'), house('alder', 'alder')])
    const sent = kept.do(submission(kept, 'ada@x.example', 'alder', 'asked', false), { sort: 'submission' })
    kept.do(edit(kept.get('alder'), 'name', 'Alder and Sons'))
    expect(kept.putBack(sent).left).toEqual([])
    expect(kept.get('ada').company).toBeNull()
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

describe('a merge', () => {
  const two = () => {
    const kept = new Kept([held('ada'), held('bo')])
    kept.sent.set('sent', 'bo')
    kept.causes.push({ id: 'sent', workspaceId: 'w', cause: { sort: 'submission' }, at: new Date(0), undoneBy: null })
    return { kept, merged: kept.merge(kept.get('ada'), [kept.get('bo')], 0) }
  }
  it('stays whole where the address of who would be there again is another’s by now', () => {
    const { kept, merged } = two()
    kept.do(edit(kept.get('ada'), 'email', 'bo@x.example'))
    expect(kept.putBack(merged).left).toContainEqual({ record: 'bo', slot: null, why: 'name is taken' })
    expect([kept.get('bo').mergedInto, kept.sent.get('sent')]).toEqual(['ada', 'ada'])
  })
  it('is not put back below another', () => {
    const { kept, merged } = two()
    kept.records.set('cy', held('cy'))
    kept.merge(kept.get('cy'), [kept.get('ada')], 0)
    expect(kept.putBack(merged).left).toContainEqual({ record: 'bo', slot: MERGED_SLOT, why: 'is gone' })
    expect(kept.get('bo').mergedInto).toBe('cy')
    expect(kept.there().map(({ id }) => id)).toEqual(['cy'])
  })
  it('that was put back is not done again where more has come to who was gone', () => {
    const { kept, merged } = two()
    kept.putBack(merged)
    const back = kept.causes.at(-1)?.id ?? ''
    kept.do(edit(kept.get('bo'), 'stage', 'won'))
    expect(kept.putBack(back).left).toContainEqual({ record: 'bo', slot: null, why: 'holds more' })
    expect([kept.get('bo').mergedInto, kept.sent.get('sent')]).toEqual([null, 'bo'])
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
