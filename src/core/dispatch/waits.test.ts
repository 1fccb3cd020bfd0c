import { describe, expect, it } from 'vitest'
import { planWait, waitsUntil } from './waits'

const at = (text: string) => new Date(text)
const hours = { zone: 'UTC', open: [{ days: [1, 2, 3, 4, 5], from: '09:00', to: '17:00' }] }
const desks = [
  { name: 'north', title: 'North desk', addresses: [], hours },
  { name: 'south', title: 'South desk', addresses: [] },
]

describe('what a message waits for', () => {
  it('is told in the greatest unit that tells it whole', () => {
    const words = [1, 45, 60, 90, 120, 1440, 4320].map(
      (minutes) => planWait({ for: 'time', minutes }, desks, false).wait?.words,
    )
    expect(words).toEqual([
      'after 1 minute',
      'after 45 minutes',
      'after 1 hour',
      'after 90 minutes',
      'after 2 hours',
      'after 1 day',
      'after 3 days',
    ])
    expect(planWait({ for: 'hours', desk: 'north' }, desks, false).wait?.words).toBe('in the hours of North desk')
  })
  it('is nothing where a desk has no hours, or is not there, and that is said', () => {
    expect(planWait({ for: 'hours', desk: 'south' }, desks, false)).toEqual({
      wait: null,
      unmet: 'it was to go out in the hours of South desk, which has none',
    })
    expect(planWait({ for: 'hours', desk: 'gone' }, desks, false).unmet).toContain('gone')
    expect(planWait(null, desks, false)).toEqual({ wait: null, unmet: null })
  })
  it('is a confirmation by mail of whoever is asked, for as long as the mail can be answered', () => {
    const waits = { for: 'confirmed' as const }
    const { wait } = planWait(waits, desks, true)
    expect(wait).toEqual({ for: 'confirmed', words: 'once they have confirmed by mail' })
    expect(planWait(waits, desks, false)).toEqual({ wait: null, unmet: null })
    const [sent, now] = [at('2026-11-27T16:00:00Z'), at('2026-11-27T16:30:00Z')]
    expect(wait && waitsUntil(wait, sent, now)).toEqual(at('2026-12-11T16:30:00Z'))
  })
  it('counts from when it was sent, and hours from when it could go out', () => {
    const time = { for: 'time' as const, minutes: 120, words: '' }
    const [sent, now] = [at('2026-11-27T16:00:00Z'), at('2026-11-27T16:30:00Z')]
    expect(waitsUntil(time, sent, now)).toEqual(at('2026-11-27T18:00:00Z'))
    // What was held up for longer than it was to wait goes out at once.
    expect(waitsUntil(time, sent, at('2026-11-27T18:00:00Z'))).toBeNull()
    const inHours = { for: 'hours' as const, hours, words: '' }
    expect(waitsUntil(inHours, sent, now)).toBeNull()
    expect(waitsUntil(inHours, sent, at('2026-11-27T17:00:00Z'))).toEqual(at('2026-11-30T09:00:00Z'))
  })
})
