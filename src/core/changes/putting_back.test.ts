import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { edit, held, house, Kept, submission, own } from '../testing/kept'
import type { Caused } from './cause'
import { NO_CHANGES } from './change_set'
import { type Held, Ledger } from './ledger'
import { MERGED_SLOT, slotOfList, slotOfNote, THERE_SLOT } from './slot'

const pick = fc.nat(20)
const step = fc.oneof(
  fc.record({ do: fc.constant('send' as const), a: fc.constantFrom('ada', 'bo'), b: pick, joins: fc.boolean() }),
  fc.record({ do: fc.constant('edit' as const), which: pick, to: fc.constantFrom(null, 'one', 'two') }),
  fc.record({ do: fc.constant('note' as const), which: pick, to: fc.constantFrom(null, 'Rang', 'Rang twice') }),
  fc.record({ do: fc.constant('own' as const), which: pick, to: fc.constantFrom(null, 'ines', 'kim') }),
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
    case 'own': {
      const record = there[one.which % there.length]
      if (record) kept.do(own(record, one.to && { id: one.to, name: one.to }))
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
