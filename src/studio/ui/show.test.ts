import { describe, expect, it } from 'vitest'
import { ago, duration } from './show'

describe('how long ago something was', () => {
  const now = new Date('2026-11-28T12:00:00Z')
  it.each([
    ['2026-11-28T12:00:00Z', '0 seconds ago'],
    ['2026-11-28T11:59:59Z', '1 second ago'],
    ['2026-11-28T11:59:01Z', '59 seconds ago'],
    ['2026-11-28T11:59:00Z', '1 minute ago'],
    ['2026-11-28T11:00:01Z', '59 minutes ago'],
    ['2026-11-28T11:00:00Z', '1 hour ago'],
    ['2026-11-27T12:00:01Z', '23 hours ago'],
    ['2026-11-27T12:00:00Z', '1 day ago'],
    ['2026-10-30T12:00:00Z', '29 days ago'],
    ['2026-10-29T12:00:00Z', '1 month ago'],
    ['2025-11-29T12:00:00Z', '12 months ago'],
    ['2025-11-28T12:00:00Z', '1 year ago'],
    ['2026-11-28T12:00:05Z', '0 seconds ago'],
  ])('%s is %s', (at, words) => {
    expect(ago(at, now)).toBe(words)
    expect(ago(new Date(at), now)).toBe(words)
  })
})

it('how long something took is in seconds under a minute, and in minutes with seconds from there', () => {
  expect([0.4, 59.4, 59.6, 61, 3725].map(duration)).toEqual(['0 s', '59 s', '1 m 0 s', '1 m 1 s', '62 m 5 s'])
})
