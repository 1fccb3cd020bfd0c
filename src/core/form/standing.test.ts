import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type OpenTimes, standingAt } from './standing'

const day = (n: number) => new Date(Date.UTC(2026, 11, n))
const times = (more: Partial<OpenTimes> = {}): OpenTimes => ({
  state: 'open',
  stateSince: day(1),
  opensAt: null,
  closesAt: null,
  fullSince: null,
  ...more,
})

describe('how a form stands', () => {
  it('is as its people said, whatever moments they set', () => {
    expect(standingAt(times(), day(5))).toEqual({ is: 'open', closesAt: null })
    const closed = times({ state: 'closed', opensAt: day(2), closesAt: day(9) })
    expect(standingAt(closed, day(5))).toEqual({ is: 'closed', since: day(1), opensAt: null })
  })

  it('is before, open and closed where it begins and ends', () => {
    const between = times({ opensAt: day(3), closesAt: day(7) })
    expect(standingAt(between, day(2))).toEqual({ is: 'before', opensAt: day(3) })
    expect(standingAt(between, day(3))).toEqual({ is: 'open', closesAt: day(7) })
    expect(standingAt(between, day(7))).toEqual({ is: 'closed', since: day(7), opensAt: null })
  })

  it('is open, closed for a while, and open again where it ends before it begins', () => {
    const pause = times({ closesAt: day(3), opensAt: day(7) })
    expect(standingAt(pause, day(2))).toEqual({ is: 'open', closesAt: day(3) })
    expect(standingAt(pause, day(5))).toEqual({ is: 'closed', since: day(3), opensAt: day(7) })
    expect(standingAt(pause, day(7))).toEqual({ is: 'open', closesAt: null })
  })

  it('is full where as many have sent it as may, while it would be open', () => {
    const full = times({ fullSince: day(4), closesAt: day(7) })
    expect(standingAt(full, day(5))).toEqual({ is: 'full', since: day(4), opensAt: null })
    expect(standingAt(full, day(8)).is).toBe('closed')
  })

  it('changes at the moments that were set, and at no other', () => {
    const moment = fc.option(fc.integer({ min: 1, max: 20 }).map(day))
    fc.assert(
      fc.property(moment, moment, fc.integer({ min: 1, max: 19 }), (opensAt, closesAt, n) => {
        const of = times({ opensAt, closesAt })
        const set = [opensAt, closesAt].some((one) => one !== null && one > day(n) && one <= day(n + 1))
        return set || standingAt(of, day(n)).is === standingAt(of, day(n + 1)).is
      }),
    )
  })
})
