import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { couldBeChance, differenceOf } from './newcombe'

describe('the difference of two proportions', () => {
  // Newcombe (1998), Interval estimation for the difference between independent proportions, table II, method 10.
  it.each([
    [56, 70, 48, 80, 0.0524, 0.3339],
    [9, 10, 3, 10, 0.1705, 0.809],
    [6, 7, 2, 7, 0.0582, 0.8062],
    [5, 56, 0, 29, -0.0381, 0.1926],
    [0, 10, 0, 20, -0.1611, 0.2775],
    [0, 10, 0, 10, -0.2775, 0.2775],
    [10, 10, 0, 20, 0.6791, 1],
    [10, 10, 0, 10, 0.6075, 1],
  ])('of %d/%d and %d/%d lies in the range of the table', (a, m, b, n, low, high) => {
    const found = differenceOf({ hits: a, trials: m }, { hits: b, trials: n })
    expect(found?.low).toBeCloseTo(low, 4)
    expect(found?.high).toBeCloseTo(high, 4)
  })

  it('is the other way round between the other and the one, lies within −1 and 1, and holds itself', () => {
    const share = fc
      .nat(500)
      .chain((trials) => fc.record({ hits: fc.nat(trials + 1), trials: fc.constant(trials + 1) }))
    fc.assert(
      fc.property(share, share, (one, other) => {
        const there = differenceOf(one, other)
        const back = differenceOf(other, one)
        if (!there || !back) return false
        expect(back.low).toBeCloseTo(-there.high, 12)
        expect(back.high).toBeCloseTo(-there.low, 12)
        return there.low >= -1 && there.high <= 1 && there.low <= there.difference && there.difference <= there.high
      }),
    )
  })

  it('knows nothing of nothing, and says what could be chance', () => {
    expect(differenceOf({ hits: 0, trials: 0 }, { hits: 1, trials: 2 })).toBeNull()
    expect(differenceOf({ hits: 1, trials: 2 }, { hits: 0, trials: 0 })).toBeNull()
    expect(() => differenceOf({ hits: 3, trials: 2 }, { hits: 0, trials: 1 })).toThrow(RangeError)
    expect([couldBeChance({ low: -0.01, high: 0.2 }), couldBeChance({ low: 0.01, high: 0.2 })]).toEqual([true, false])
  })
})
