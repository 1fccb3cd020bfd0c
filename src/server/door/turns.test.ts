import { beforeEach, describe, expect, it, vi } from 'vitest'
import { askedBy, askerAddress } from './asker'
import { LineIsFull } from '../line'
import { inTurn } from './turns'

vi.mock('../context', () => ({ context: () => ({ config: { LICHEN_LIMITS: 1 } }) }))

describe('requests of one network', () => {
  const ends: (() => void)[] = []
  const begun: string[] = []
  beforeEach(() => {
    ends.length = 0
    begun.length = 0
  })
  const ask = (address: string) =>
    askedBy({ address, country: null, url: '/', isGone: () => false, hostOf: null }, () =>
      inTurn(() => {
        // Whoever begins is told by their own name, whoever made room for them.
        begun.push(askerAddress())
        return new Promise<void>((end) => ends.push(end))
      }),
    )
  const turns = () => new Promise((done) => setTimeout(done))

  it('are answered sixteen at once, in the order they came; others stand in no line of theirs', async () => {
    const crowd = Array.from({ length: 40 }, () => ask('203.0.113.7'))
    const other = ask('198.51.100.1')
    await turns()
    expect(begun).toEqual([...Array(16).fill('203.0.113.7'), '198.51.100.1'])
    ends[0]?.()
    await turns()
    expect(begun).toHaveLength(18)
    for (let n = 0; n < 41; n++) {
      ends[n]?.()
      await turns()
    }
    await Promise.all([...crowd, other])
    expect(begun).toHaveLength(41)
  })
  it('beyond those that may wait are told so, and one that fails gives its place to the next', async () => {
    const crowd = Array.from({ length: 516 }, () => ask('203.0.113.8'))
    await turns()
    await expect(ask('203.0.113.8')).rejects.toThrow(LineIsFull)
    const failing = askedBy(
      { address: '203.0.113.9', country: null, url: '/', isGone: () => false, hostOf: null },
      () =>
        Promise.all(
          Array.from({ length: 17 }, () => inTurn(() => Promise.reject(new Error('no'))).catch(() => 'failed')),
        ),
    )
    expect(await failing).toEqual(Array(17).fill('failed'))
    for (let n = 0; n < 516; n++) {
      ends[n]?.()
      if (n % 16 === 15) await turns()
    }
    await turns()
    for (const end of ends) end()
    await Promise.all(crowd)
    // Nothing is left of them: as many as at first are answered at once.
    ends.length = 0
    begun.length = 0
    void ask('203.0.113.8')
    await turns()
    expect(begun).toHaveLength(1)
  })
})
