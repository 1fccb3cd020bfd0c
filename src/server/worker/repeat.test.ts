import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Repeat } from './repeat'

describe('something done again and again', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('rests between, for as long as is said each time', async () => {
    let rest = 100
    const run = vi.fn(() => Promise.resolve())
    const repeat = new Repeat(run, () => rest)
    await repeat.now()
    await vi.advanceTimersByTimeAsync(99)
    expect(run).toHaveBeenCalledTimes(1)
    rest = 10
    await vi.advanceTimersByTimeAsync(1)
    expect(run).toHaveBeenCalledTimes(2)
    await vi.advanceTimersByTimeAsync(10)
    expect(run).toHaveBeenCalledTimes(3)
    repeat.stop()
    await vi.advanceTimersByTimeAsync(1000)
    expect(run).toHaveBeenCalledTimes(3)
  })

  it('is done at once when asked, and never twice at a time', async () => {
    let end = () => {}
    const run = vi.fn(() => new Promise<void>((done) => (end = done)))
    const repeat = new Repeat(run, () => 100)
    const first = repeat.now()
    expect(repeat.now()).toBe(first)
    expect(run).toHaveBeenCalledTimes(1)
    end()
    await first
    void repeat.now()
    expect(run).toHaveBeenCalledTimes(2)
    // Stopped while it runs: it ends, and is the last.
    repeat.stop()
    end()
    await vi.advanceTimersByTimeAsync(1000)
    expect(run).toHaveBeenCalledTimes(2)
  })
})
