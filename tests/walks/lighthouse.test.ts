import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readFacts } from '../support/facts'
import { bestOf, openMeasured, type Run } from '../support/lighthouse'

const { url, bench } = readFacts()
const PORT = 4590

let measured: Awaited<ReturnType<typeof openMeasured>>
beforeAll(async () => {
  measured = await openMeasured(PORT)
})
afterAll(() => measured.close())

describe('the finder, by Lighthouse', () => {
  const LEAST = 98
  let runs: Run[] = []
  beforeAll(async () => {
    runs = await measured.measure(`${url}/f/kiln-finder`, LEAST)
  }, 300_000)

  it(`performance is ${LEAST} or more`, () => {
    expect(bestOf(runs)).toBeGreaterThanOrEqual(LEAST)
  })

  it.each(['accessibility', 'best-practices'] as const)('%s is whole, in each run', (category) => {
    expect(runs).not.toEqual([])
    for (const run of runs) expect(run[category]).toBe(100)
  })

  it('nothing moves while the page comes', () => {
    expect(runs).not.toEqual([])
    for (const { shift } of runs) expect(shift).toBe(0)
  })
})

/** Things move so much at most while a good page comes (web.dev, Cumulative Layout Shift). */
const GOOD_SHIFT = 0.1

describe('a site with the finder on its page, by Lighthouse', () => {
  // How fast it is, hangs on what else the machine does, and is not told by one run.
  it.each([
    ['in a frame', 'plain?form=kiln-finder'],
    ['in the page itself', 'placed?form=kiln-finder'],
  ])('%s, is as easy to use, and moves little', async (_, page) => {
    const [run] = await measured.measure(`${bench}/site/${page}`, 1)
    expect(run).toMatchObject({ accessibility: 100, 'best-practices': 100 })
    expect(run?.shift).toBeLessThan(GOOD_SHIFT)
  })
})
