import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Answers } from '../answers/answer'
import { walkForm } from '../form/walk'
import { anyAnswers, anyForm, choiceOf, emailQuestion, formOf } from '../testing/forms'
import { summarise } from './summary'

const form = formOf([
  { ...choiceOf('wares', 'glass', 'stoneware'), kind: 'several_choices' } as never,
  { kind: 'yes_no', name: 'night', label: 'At night?', yes: 'Often', no: 'Never' },
  { kind: 'number', name: 'peak', label: 'Peak', unit: '°C' },
  { kind: 'date', name: 'visit', label: 'Visit' },
  { kind: 'long_text', name: 'why', label: 'Why' },
  emailQuestion,
])
const sent: Answers[] = [
  { wares: ['glass', 'stoneware'], night: true, peak: 1000, visit: '2026-09-14', why: 'A', email: 'a@x.example' },
  { wares: ['glass'], night: false, peak: 1240, visit: '2026-10-02', why: null },
  { wares: null, night: null, peak: 1300 },
]

describe('a summary by question', () => {
  it('counts what can be chosen, of those who were asked, with ranges', () => {
    const [wares, night] = summarise(form, sent)
    expect(wares).toMatchObject({ asked: 3, answered: 2 })
    expect(wares?.of).toMatchObject({
      rows: [
        { words: 'GLASS', n: 2, share: { rate: 2 / 3 } },
        { words: 'STONEWARE', n: 1 },
      ],
    })
    expect(night?.of).toMatchObject({
      rows: [
        { words: 'Often', n: 1 },
        { words: 'Never', n: 1 },
      ],
    })
  })
  it('tells quartiles of numbers and days, and the latest texts', () => {
    const [, , peak, visit, why] = summarise(form, sent)
    expect(peak?.of).toMatchObject({
      words: { least: '1000 °C', lower: '1120 °C', median: '1240 °C', most: '1300 °C' },
    })
    expect(peak?.of).toMatchObject({
      rows: [
        { words: '1000 °C to below 1050 °C', n: 1, share: { rate: 1 / 3 } },
        { n: 0 },
        { n: 0 },
        { n: 0 },
        { words: '1200 °C to below 1250 °C', n: 1 },
        { n: 0 },
        { words: '1300 °C to below 1350 °C', n: 1 },
      ],
    })
    expect(visit).toMatchObject({ asked: 2, of: { words: { least: '14 September 2026', most: '2 October 2026' } } })
    expect(why).toMatchObject({ asked: 2, answered: 1, of: { latest: ['A'] } })
  })
  it('tells on which place each stands on average, and what was chosen in each row', () => {
    const options = ['glass', 'raku'].map((value) => ({ value, label: value.toUpperCase() }))
    const rows = ['driver', 'crate'].map((value) => ({ value, label: value.toUpperCase() }))
    const asked = formOf([
      { kind: 'ranking', name: 'order', label: 'Order', options },
      { kind: 'matrix', name: 'how', label: 'How', rows, options },
    ])
    const [order, how] = summarise(asked, [
      { order: { place_1: 'raku', place_2: 'glass' }, how: { driver: 'raku', crate: 'glass' } },
      { order: { place_1: 'raku' }, how: { driver: 'raku' } },
      { order: null, how: null },
    ])
    expect(order).toMatchObject({ asked: 3, answered: 2 })
    expect(order?.of).toEqual({
      is: 'places',
      rows: [
        { words: 'RAKU', n: 2, place: { mean: 1, range: null } },
        { words: 'GLASS', n: 1, place: { mean: 2, range: null } },
      ],
    })
    expect(how?.of).toMatchObject({
      columns: ['GLASS', 'RAKU'],
      rows: [
        { words: 'DRIVER', answered: 2, cells: [{ n: 0 }, { n: 2, share: { rate: 1 } }] },
        { words: 'CRATE', answered: 1, cells: [{ n: 1, share: { rate: 1 } }, { n: 0 }] },
      ],
    })
  })
  it('says nothing of who people are, and nothing where nobody answered', () => {
    expect(summarise(form, sent).map(({ name }) => name)).not.toContain('email')
    // Whoever was not asked, since it was known, is told beside the base and is none of it.
    const [known, other] = summarise(form, sent, new Map([['wares', 4]]))
    expect([known?.asked, known?.notNeeded, other?.notNeeded]).toEqual([3, 4, 0])
    const [wares, , peak] = summarise(form, [])
    expect(wares?.of).toMatchObject({ rows: [{ n: 0, share: null }, { n: 0 }] })
    expect(peak?.of).toEqual({ is: 'numbers', rows: [], words: null })
  })
  it('counts nobody who was not asked, whatever the form', () => {
    fc.assert(
      fc.property(anyForm, fc.array(anyAnswers, { maxLength: 5 }), (one, all) => {
        const ways = all.map((raw) => walkForm(one, raw))
        for (const { name, asked, answered, of } of summarise(
          one,
          ways.map(({ answers }) => answers),
        )) {
          expect(asked).toBe(ways.filter(({ shown }) => shown.includes(name)).length)
          expect(answered).toBeLessThanOrEqual(asked)
          if (of.is === 'counts') for (const { n } of of.rows) expect(n).toBeLessThanOrEqual(answered)
        }
      }),
    )
  })
})
