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
  /** Most points that a site may lose by it. */
  const LOST = 1
  let without = 0
  beforeAll(async () => {
    without = bestOf(await measured.measure(`${bench}/site/plain`, 100))
  }, 300_000)

  it(`in a frame, loses ${LOST} point at most`, async () => {
    const runs = await measured.measure(`${bench}/site/plain?form=kiln-finder`, without - LOST)
    expect(without).toBeGreaterThan(90)
    expect(bestOf(runs)).toBeGreaterThanOrEqual(without - LOST)
    for (const run of runs) expectGood(run)
  }, 300_000)

  it('in the page itself, is as easy to use, and moves little', async () => {
    const [run] = await measured.measure(`${bench}/site/placed?form=kiln-finder`, 1)
    expectGood(run)
  }, 60_000)
})

function expectGood(run: Run | undefined) {
  expect(run).toMatchObject({ accessibility: 100, 'best-practices': 100 })
  expect(run?.shift).toBeLessThan(GOOD_SHIFT)
}
