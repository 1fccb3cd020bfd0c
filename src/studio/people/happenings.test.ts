import { describe, expect, it } from 'vitest'
import type { FollowedDelivery } from '@/db/queries/deliveries'
import type { Change } from '@/db/queries/people'
import { happeningsOf, isOf, NARROWED } from './happenings'

const at = (minute: number) => new Date(Date.UTC(2026, 8, 14, 9, minute))

const change = (cause: string, field: string, minute: number, sort: Change['sort'] = 'member') =>
  ({ id: `${cause} ${field}`, cause, field, at: at(minute), sort, record: 'ada', from: null, to: 'x' }) as Change

const delivery = (cause: string, minute: number) =>
  ({ id: `${cause} mail`, cause, createdAt: at(minute), state: 'delivered' }) as FollowedDelivery

const all = happeningsOf({
  changes: [
    change('noted', '_note.n1', 9),
    change('merged', '_submission.s9', 8, 'merge'),
    change('sent', 'region', 3, 'submission'),
    change('sent', 'email', 3, 'submission'),
  ],
  submissions: [
    { id: 'sent', formName: 'Kiln finder', state: 'applied', isTest: false, receivedAt: at(2) },
    { id: 'idle', formName: 'Open day', state: 'applied', isTest: false, receivedAt: at(5) },
  ],
  deliveries: [delivery('sent', 4), delivery('idle', 6), delivery('elsewhere', 7)],
  known: [{ id: 'l1', by: 'link', formName: 'Glaze box', createdAt: at(1), withdrawnAt: at(10) }],
})

describe('a time line', () => {
  it('has each cause once, the latest first, with what it changed in order and what followed', () => {
    expect(all.map(({ key }) => key)).toEqual(['l1 withdrawn', 'noted', 'elsewhere', 'idle', 'sent', 'l1 made'])
    const sent = all.find(({ key }) => key === 'sent')
    expect(sent?.changes.map(({ field }) => field)).toEqual(['email', 'region'])
    expect(sent?.followed.map(({ id }) => id)).toEqual(['sent mail'])
    expect(sent?.sent).toBe(null)
    expect(all.find(({ key }) => key === 'idle')).toMatchObject({ changes: [], sent: { formName: 'Open day' } })
  })
  it('leaves out what only says whose something is', () => {
    expect(all.some(({ key }) => key === 'merged')).toBe(false)
  })
  it('tells what was answered, and of what was asked only where that is all', () => {
    const asked = (cause: string) => ({ ...change(cause, '_pending.a1.notes', 1, 'visitor'), to: null })
    const told = happeningsOf({
      changes: [change('confirmed', '_list.notes', 1, 'visitor'), asked('confirmed'), asked('refused')],
    })
    expect(told.map(({ key, changes }) => [key, changes.map(({ field }) => field)])).toEqual([
      ['confirmed', ['_list.notes']],
      ['refused', ['_pending.a1.notes']],
    ])
  })
  it('is narrowed to each sort of what happened', () => {
    const keys = Object.fromEntries(
      NARROWED.map((one) => [one, all.filter((happening) => isOf(happening, one)).map(({ key }) => key)]),
    )
    expect(keys).toEqual({
      sent: ['idle', 'sent'],
      changed: ['sent'],
      mails: ['elsewhere', 'idle', 'sent'],
      notes: ['noted'],
      links: ['l1 withdrawn', 'l1 made'],
    })
  })
})
