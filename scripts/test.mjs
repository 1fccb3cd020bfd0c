/**
 * `npm test`: everything that must hold, from a fresh clone. Begins as a plain script. With a word after it
 * (`npm test -- unit`), only that part: order, unit, whole, apart or browser.
 */
import process from 'node:process'
import { Checks } from './machine/checks.mjs'
import { buildOnce, prepare } from './machine/packages.mjs'
import { runOrTell } from './machine/say.mjs'
import { withLichen } from './machine/tested.mjs'

const parts = process.argv.slice(2)
/** @param {string} part */
const wants = (part) => parts.length === 0 || parts.includes(part)
const checks = new Checks()

await runOrTell(async () => {
  await prepare('chromium-headless-shell')
  process.env.NEXT_TELEMETRY_DISABLED = '1'
  const order = async () => wants('order') && checks.aside('order', process.execPath, ['scripts/order.mjs'])
  /** @param {string} project */
  const vitest = async (project) => wants(project) && checks.vitest(project)
  if (['whole', 'apart', 'browser'].some(wants)) {
    checks.say('Building, and loading a Lichen to test')
    await withLichen(async ({ url }) => {
      // What needs no running Lichen is checked beside tests that often wait for theirs.
      await Promise.all([vitest('whole'), order()])
      await Promise.all([vitest('apart'), vitest('unit')])
      if (wants('browser')) await checks.browser('browser', url)
    }, buildOnce())
  } else await Promise.all([order(), vitest('unit')])
  checks.conclude()
})
