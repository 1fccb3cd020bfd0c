import { describe, expect, it } from 'vitest'
import { askAnew, confirmLists, refuseLists } from './asked_lists'

const consent = { address: 'ada@x.example', proven: 'mail' as const, asked: 'a2' }
const pending = [
  { ask: 'a2', list: 'notes', wording: 'Notes, please', address: 'ada@x.example' },
  { ask: 'a1', list: 'notes', wording: 'Notes', address: 'ada@x.example' },
  { ask: 'a1', list: 'club', wording: 'The club', address: 'ada@x.example' },
] as const
const asked = [{ name: 'notes', wording: 'Notes, please' }]

describe('lists that somebody is asked to confirm', () => {
  it('are joined once they do, and nothing asks about them any more', () => {
    const { changes } = confirmLists({ id: 'ada', lists: [] }, asked, consent, pending)
    expect(changes.map(({ slot, from, to }) => [slot, from, to])).toEqual([
      ['_list.notes', null, 'Notes, please'],
      ['_pending.a2.notes', 'Notes, please', null],
      ['_pending.a1.notes', 'Notes', null],
    ])
    expect(changes[0]?.consent).toEqual(consent)
  })
  it('are joined by nobody who is on them already, nor by who refuses', () => {
    const slots = ['_pending.a2.notes', '_pending.a1.notes']
    const again = confirmLists({ id: 'ada', lists: ['notes'] }, asked, consent, pending)
    expect(again.changes.map(({ slot }) => slot)).toEqual(slots)
    expect(refuseLists('ada', asked, pending).changes.map(({ slot }) => slot)).toEqual(slots)
  })
  it('are asked about anew in place of what was asked before', () => {
    const [latest, first] = pending
    const { changes } = askAnew('ada', [latest, first], 'a3', 'why')
    expect(changes.map(({ slot, to }) => [slot, to])).toEqual([
      ['_pending.a3.notes', 'Notes, please'],
      ['_pending.a2.notes', null],
      ['_pending.a1.notes', null],
    ])
    expect(changes[0]?.consent).toEqual({ address: 'ada@x.example', proven: null, asked: 'a2' })
  })
})
