import { describe, expect, it } from 'vitest'
import { nextAttempt } from './deliver'

describe('the wait before another attempt', () => {
  it('doubles each time, and never exceeds six hours', () => {
    const now = new Date('2026-10-01T10:00:00Z')
    const waits = [1, 2, 3, 4, 20].map((attempts) => (nextAttempt(now, attempts, 5).getTime() - now.getTime()) / 1000)
    expect(waits).toEqual([5, 10, 20, 40, 21_600])
  })
})
