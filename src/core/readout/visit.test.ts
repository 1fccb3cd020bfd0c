import { describe, expect, it } from 'vitest'
import { advanceVisit, type Noticed, type VisitProgress } from './visit'

const arrived: VisitProgress = {
  arrivedAt: '2026-09-14T09:00:00Z',
  beganAt: null,
  sentAt: null,
  returnedAt: null,
  lastAt: '2026-09-14T09:00:00Z',
  steps: [],
  answers: null,
}
const at = (minute: number) => `2026-09-14T09:${String(minute).padStart(2, '0')}:00Z`

/** Moves a visit on, a minute for each thing that is noticed; tells what happened and how it stands then. */
function advance(noticed: Noticed[], from: VisitProgress = arrived) {
  let visit = from
  const happened = noticed.map((one, minute) => {
    const next = advanceVisit(visit, one, at(minute + 1))
    visit = next.visit
    return next.happenings.map(({ kind, step, at: when }) => [kind, step, when.slice(14, 16)].join(' ').trim())
  })
  return { visit, happened }
}

describe('a visit', () => {
  it('begins once, and reaches each step once', () => {
    const { visit, happened } = advance([{ began: true }, { began: true, steps: ['one'] }, { steps: ['one', 'two'] }])
    expect(happened).toEqual([['began  01'], ['step one 02'], ['step two 03']])
    expect(visit).toEqual({ ...arrived, beganAt: at(1), lastAt: at(3), steps: ['one', 'two'] })
  })
  it.each<[string, Noticed, string[]]>([
    ['a step', { steps: ['one'] }, ['began  01', 'step one 01']],
    ['sending', { sent: true }, ['began  01', 'sent  01']],
    ['nothing', {}, []],
    ['no steps', { steps: [] }, []],
    ['coming back', { returned: true }, ['returned  01']],
  ])('has begun with %s, or not', (_, noticed, happened) => {
    expect(advance([noticed]).happened).toEqual([happened])
  })
  it('comes back once', () => {
    const { visit, happened } = advance([{ returned: true }, { returned: true }, { returned: false }])
    expect(happened).toEqual([['returned  01'], [], []])
    expect(visit.returnedAt).toBe(at(1))
  })
  it('keeps answers from the first there are on, also once they are cleared', () => {
    const { visit, happened } = advance([
      { answers: null },
      { answers: {} },
      { answers: { first_name: 'Ilka' } },
      { answers: { first_name: 'Ilke' } },
      { answers: {} },
      { answers: null },
    ])
    expect(happened).toEqual([[], [], ['kept  03'], [], [], []])
    expect(visit.answers).toEqual({})
  })
  it('ends with sending, keeps nothing, and hears nothing after that', () => {
    const { visit, happened } = advance([
      { answers: { first_name: 'Ilka' }, steps: ['one'] },
      { sent: true, answers: { first_name: 'Ilke' } },
      { steps: ['two'], returned: true, answers: { first_name: 'Late' } },
      { sent: true },
    ])
    expect(happened).toEqual([['began  01', 'step one 01', 'kept  01'], ['sent  02'], [], []])
    expect(visit).toMatchObject({ sentAt: at(2), lastAt: at(2), answers: null, steps: ['one'] })
  })
  it('ends no earlier than what was told of it last, and goes on no earlier either', () => {
    const later = { ...arrived, lastAt: at(30) }
    const { visit, happened } = advance([{ steps: ['one'] }, { sent: true }], later)
    expect(happened).toEqual([['began  01', 'step one 01'], ['sent  30']])
    expect(visit).toMatchObject({ beganAt: at(1), lastAt: at(30), sentAt: at(30) })
  })
  it.each<[string, Noticed, number]>([
    ['what was told before', { began: true, steps: ['one'], answers: { first_name: 'Ilka', wishes: ['a', 'b'] } }, 1],
    ['nothing', {}, 1],
    ['no answers at all', { answers: null }, 1],
    ['another answer', { answers: { first_name: 'Ilke', wishes: ['a', 'b'] } }, 2],
    ['one answer less', { answers: { first_name: 'Ilka' } }, 2],
    ['one answer more', { answers: { first_name: 'Ilka', wishes: ['a', 'b'], email: 'ilka@studio.example' } }, 2],
    ['another step', { steps: ['one', 'two'] }, 2],
    ['the form being opened again', { returned: true }, 2],
  ])('after %s was last alive then, or not', (_, noticed, minute) => {
    const first: Noticed = { steps: ['one'], answers: { first_name: 'Ilka', wishes: ['a', 'b'] } }
    expect(advance([first, noticed]).visit.lastAt).toBe(at(minute))
  })
  it('is alive each time it is opened again after a while', () => {
    expect(advance([{ returned: true }, { returned: true }]).visit).toMatchObject({ returnedAt: at(1), lastAt: at(2) })
  })
  it('leaves what it was given as it was', () => {
    const before = structuredClone(arrived)
    advance([{ steps: ['one'], answers: { first_name: 'Ilka' } }, { sent: true }])
    expect(arrived).toEqual(before)
  })
})
