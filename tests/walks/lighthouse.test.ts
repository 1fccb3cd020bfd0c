import { readFileSync } from 'node:fs'
import { chromium } from '@playwright/test'
import lighthouse from 'lighthouse'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readFacts } from '../support/facts'

/**
 * Lighthouse 12 (Apache-2.0) on the finder as a phone on a slow network meets it, simulated. Performance varies from
 * run to run with whatever else a machine does; its makers recommend the median of several. A virtual machine whose
 * host gives its processor to others meanwhile measures the host: such a run is made again.
 */

const { url } = readFacts()
const PORT = 4590
const RUNS = 3
const MOST_RUNS = 10
/** Share of the processor's time that others may have had in a run that counts: it can only make a score worse. */
const STOLEN = 0.05
/** Least that each category must come to, of 100. */
const LEAST = { performance: 98, accessibility: 100, 'best-practices': 100 }

type Category = keyof typeof LEAST
type Run = { stolen: number } & Record<Category, number>

describe('the finder, by Lighthouse', () => {
  let browser: Awaited<ReturnType<typeof chromium.launch>>
  const runs: Run[] = []
  const undisturbed = () => runs.filter(({ stolen }) => stolen <= STOLEN)

  beforeAll(async () => {
    browser = await chromium.launch({
      executablePath: '/usr/bin/chromium',
      args: [`--remote-debugging-port=${PORT}`, '--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    })
    for (let n = 0; n < MOST_RUNS && undisturbed().length < RUNS; n++) {
      const run = await measure()
      if (run) runs.push(run)
    }
  }, 300_000)
  afterAll(() => browser.close())

  it.each(Object.entries(LEAST) as [Category, number][])('%s is %i or more', (category, least) => {
    const counted = runs.toSorted((a, b) => a.stolen - b.stolen).slice(0, RUNS)
    expect(counted).toHaveLength(RUNS)
    const [, median = 0] = counted.map((run) => run[category]).sort((a, b) => a - b)
    expect(median).toBeGreaterThanOrEqual(least)
  })
})

/** One run; `null` where the browser recorded none. */
async function measure(): Promise<Run | null> {
  const [stolen, all] = processorTime()
  const options = { port: PORT, onlyCategories: Object.keys(LEAST), logLevel: 'error' as const }
  const lhr = (await lighthouse(`${url}/f/kiln-finder`, options))?.lhr
  const [stolenThen, allThen] = processorTime()
  if (!lhr || lhr.runtimeError) {
    console.log(`Lighthouse: no run, ${lhr?.runtimeError?.code}`)
    return null
  }
  const score = (category: Category) => Math.round((lhr.categories[category]?.score ?? 0) * 100)
  const run = {
    stolen: (stolenThen - stolen) / (allThen - all),
    performance: score('performance'),
    accessibility: score('accessibility'),
    'best-practices': score('best-practices'),
  }
  const short = Object.values(lhr.audits).filter(
    ({ score, scoreDisplayMode }) => score !== null && score < 1 && scoreDisplayMode !== 'informative',
  )
  const told = short.map(({ id, displayValue = '' }) => `${id} ${displayValue}`).join(', ')
  console.log(`Lighthouse: ${JSON.stringify(run)}; not whole: ${told || 'nothing'}`)
  return run
}

/** The processors' time since the machine began: what others took of it, and all (proc(5), in ticks). */
function processorTime(): [stolen: number, all: number] {
  const ticks = (/^cpu +(.*)/.exec(readFileSync('/proc/stat', 'utf8'))?.[1] ?? '').split(' ').map(Number)
  return [ticks[7] ?? 0, ticks.reduce((sum, tick) => sum + tick, 0)]
}
