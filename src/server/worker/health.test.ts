import { describe, expect, it } from 'vitest'
import { statusOf, type Waiting } from './health'

describe('health', () => {
  const waits = (oldestSeconds: number | null, lastSettledSeconds: number | null = 1, waiting = 1): Waiting => ({
    waiting,
    oldestSeconds,
    lastSettledSeconds,
  })
  const nothing = waits(null, null, 0)
  it.each([
    ['ok', nothing, nothing],
    ['ok', waits(29), waits(119)],
    ['behind', waits(31), nothing],
    // 466 seconds were once told to be fine, since something else was settled now and then.
    ['behind', nothing, waits(466, 2, 13_000)],
    ['standing still', waits(16, 20), nothing],
    ['standing still', nothing, waits(31, null)],
    ['standing still', waits(40), waits(466, 460)],
  ] as const)('is %s', (status, submissions, deliveries) => {
    expect(statusOf(submissions, deliveries)).toBe(status)
  })
  it('is behind where any job has been due for longer than it may', () => {
    expect(statusOf(nothing, nothing, true)).toBe('behind')
    expect(statusOf(nothing, waits(31, null), true)).toBe('standing still')
  })
})
