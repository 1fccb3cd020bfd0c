import { describe, expect, it } from 'vitest'
import { workFor } from './work'

describe('a page’s work', () => {
  it('is a moment’s where little comes, and 64 times that at most', () => {
    expect(workFor(0)).toBe(40_000)
    expect(workFor(1)).toBe(64 * 40_000)
    expect(workFor(5)).toBe(64 * 40_000)
  })
  it('grows with all that comes', () => {
    const works = Array.from({ length: 101 }, (_, n) => workFor(n / 100))
    expect(works).toEqual([...works].sort((a, b) => a - b))
    expect(new Set(works).size).toBe(101)
  })
})
