import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { tagsOfFrame, tellSource } from '../sources/source'
import { advanceVisit, type VisitProgress } from './visit'
import { wilson } from './wilson'

describe('the Wilson interval', () => {
  // Wilson (1927), as tabled by Newcombe (1998), method 3; from memory.
  it.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('of %d in %d is %d to %d', (hits, trials, low, high) => {
    const range = wilson(hits, trials)
    expect(range?.low).toBeCloseTo(low, 4)
    expect(range?.high).toBeCloseTo(high, 4)
  })
  it('holds the rate, lies within 0 and 1, and knows nothing of nothing', () => {
    expect(wilson(0, 0)).toBeNull()
    expect(() => wilson(3, 2)).toThrow(RangeError)
    expect(() => wilson(-1, 2)).toThrow('hits must lie between 0 and trials')
    expect(() => wilson(NaN, 2)).toThrow(RangeError)
    fc.assert(
      fc.property(fc.nat(1000), fc.nat(1000), (a, b) => {
        const [hits, trials] = [Math.min(a, b), Math.max(a, b, 1)]
        const range = wilson(hits, trials)
        return (
          range !== null &&
          range.low >= 0 &&
          range.high <= 1 &&
          range.low <= hits / trials &&
          hits / trials <= range.high
        )
      }),
    )
  })
})

describe('a visit', () => {
  const start: VisitProgress = {
    arrivedAt: '2026-10-01T10:00:00.000Z',
    beganAt: null,
    sentAt: null,
    returnedAt: null,
    lastAt: '2026-10-01T10:00:00.000Z',
    steps: [],
    answers: null,
  }
  const noticed = fc.record({
    began: fc.boolean(),
    steps: fc.subarray(['a', 'b', 'c']),
    answers: fc.option(fc.constant({ x: 1 })),
    returned: fc.boolean(),
    sent: fc.boolean(),
  })
  it('counts a batch once, however often it is sent', () => {
    fc.assert(
      fc.property(fc.array(noticed), noticed, (before, batch) => {
        const at = '2026-10-01T11:00:00.000Z'
        const visit = before.reduce((one, notice) => advanceVisit(one, notice, at).visit, start)
        const once = advanceVisit(visit, batch, at).visit
        expect(advanceVisit(once, batch, at)).toEqual({ visit: once, happenings: [] })
      }),
    )
  })
  it('reports every happening once in its life, and keeps nothing once sent', () => {
    fc.assert(
      fc.property(fc.array(noticed), (batches) => {
        let visit = start
        const seen: string[] = []
        for (const batch of batches) {
          const moved = advanceVisit(visit, batch, '2026-10-01T11:00:00.000Z')
          visit = moved.visit
          seen.push(...moved.happenings.map(({ kind, step }) => `${kind} ${step}`))
        }
        expect(new Set(seen).size).toBe(seen.length)
        if (visit.sentAt) expect(visit.answers).toBeNull()
        if (visit.steps.length > 0 || visit.sentAt) expect(visit.beganAt).not.toBeNull()
      }),
    )
  })
  it('ends with sending, though a page told of a step a moment later', () => {
    const later = advanceVisit(start, { steps: ['a', 'b'] }, '2026-10-01T10:05:00.500Z').visit
    const sent = advanceVisit(later, { sent: true }, '2026-10-01T10:05:00.000Z').visit
    expect(sent.sentAt).toBe('2026-10-01T10:05:00.500Z')
    expect(advanceVisit(sent, { steps: ['c'] }, '2026-10-01T10:06:00.000Z')).toEqual({ visit: sent, happenings: [] })
  })
  it('forgets answers that were cleared, and keeps none where there never were any', () => {
    const kept = advanceVisit(start, { answers: { x: 1 } }, start.arrivedAt).visit
    expect(advanceVisit(kept, { answers: {} }, start.arrivedAt).visit.answers).toEqual({})
    expect(advanceVisit(start, { answers: {} }, start.arrivedAt)).toMatchObject({
      visit: { answers: null },
      happenings: [],
    })
  })
})

describe('a source', () => {
  it('is told by tags first, then by the site before', () => {
    const tags = { utm_source: ' Letter ', utm_medium: 'Email', utm_campaign: 'Autumn-Firing' }
    expect(tellSource(tags, 'https://ring.example/').label).toBe('letter · email · autumn-firing')
    expect(tellSource({}, 'https://ring.example/kilns?x=1').label).toBe('ring.example (site)')
    expect(tellSource({}, 'http://127.0.0.1:4300/f/x', { ownHosts: ['127.0.0.1:4300'] }).label).toBe(
      'Direct or unknown',
    )
    expect(tellSource({}, 'javascript:alert(1)').label).toBe('Direct or unknown')
    // A personal link is a source of its own, and keeps the tags of its sheet.
    expect(tellSource({}, 'https://mail.example/', { byPersonalLink: true }).label).toBe('Personal link')
    expect(tellSource(tags, null, { byPersonalLink: true }).label).toBe('letter · email · autumn-firing')
    // The page that frames a form is not where people came from.
    const framed = { framedBy: 'studio.example' }
    expect(tellSource({}, 'https://studio.example/visit', framed).label).toBe('studio.example (frame)')
    const told = (['script', 'over', 'html'] as const).map(
      (through) => tellSource({}, null, { ...framed, through }).label,
    )
    expect(told).toEqual(['studio.example (script)', 'studio.example (over the page)', 'studio.example (own HTML)'])
    expect(tellSource({}, 'https://ring.example/', framed).label).toBe('ring.example (site)')
    expect(tellSource(tags, 'https://studio.example/visit', framed).label).toBe('letter · email · autumn-firing')
    const page = 'https://studio.example/visit?utm_source=fair&utm_medium=&x=1&utm_campaign=autumn'
    expect(tagsOfFrame(page, new URLSearchParams('a=1'))).toEqual([
      ['utm_source', 'fair'],
      ['utm_campaign', 'autumn'],
    ])
    expect(tagsOfFrame(page, new URLSearchParams('utm_source=own'))).toEqual([])
    expect(tagsOfFrame('no address', new URLSearchParams())).toEqual([])
    const half = tellSource({ utm_source: `${'a'.repeat(119)}🔥` }, null)
    expect(half.label).toBe('a'.repeat(119))
  })
})
