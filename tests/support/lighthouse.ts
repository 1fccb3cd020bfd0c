import { chromium } from '@playwright/test'
import lighthouse from 'lighthouse'

/**
 * Lighthouse 12 (Apache-2.0) on a page as a phone on a slow network meets it, simulated. Accessibility and best practices
 * do not depend on time and hold in every run. Performance does: whatever else the machine, or its host, does meanwhile can
 * only make it worse, so the best run is the nearest to what the page itself costs, and no run after one that reaches what
 * is asked can tell more.
 */

const CATEGORIES = ['performance', 'accessibility', 'best-practices'] as const
export type Category = (typeof CATEGORIES)[number]

/** Of 100 each; shift is how far things move while the page comes (the sum of Layout Instability). */
export type Run = { shift: number } & Record<Category, number>

const MOST_RUNS = 10

/** A browser that pages are measured in, at a port of its own. */
export async function openMeasured(port: number) {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [`--remote-debugging-port=${port}`, '--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  })
  return {
    close: () => browser.close(),
    /** Runs until one reaches this performance, or as often as there may be runs. */
    async measure(address: string, enough: number): Promise<Run[]> {
      const runs: Run[] = []
      for (let n = 0; n < MOST_RUNS && !runs.some(({ performance }) => performance >= enough); n++) {
        const run = await runOnce(port, address)
        if (run) runs.push(run)
      }
      return runs
    },
  }
}

/** The best performance of several runs; 0 of none. */
export const bestOf = (runs: readonly Run[]): number => Math.max(0, ...runs.map(({ performance }) => performance))

/** One run; `null` where the browser recorded none. */
async function runOnce(port: number, address: string): Promise<Run | null> {
  const options = { port, onlyCategories: [...CATEGORIES], logLevel: 'error' as const }
  const lhr = (await lighthouse(address, options))?.lhr
  if (!lhr || lhr.runtimeError) {
    console.log(`Lighthouse: no run, ${lhr?.runtimeError?.code}`)
    return null
  }
  const score = (category: Category) => Math.round((lhr.categories[category]?.score ?? 0) * 100)
  const run = {
    shift: lhr.audits['cumulative-layout-shift']?.numericValue ?? NaN,
    performance: score('performance'),
    accessibility: score('accessibility'),
    'best-practices': score('best-practices'),
  }
  const short = Object.values(lhr.audits).filter(
    ({ score, scoreDisplayMode }) => score !== null && score < 1 && scoreDisplayMode !== 'informative',
  )
  const told = short.map(({ id, displayValue = '' }) => `${id} ${displayValue}`).join(', ')
  console.log(`Lighthouse: ${new URL(address).pathname} ${JSON.stringify(run)}; not whole: ${told || 'nothing'}`)
  return run
}
