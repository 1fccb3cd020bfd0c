/**
 * `npm test`: everything that must hold, from a fresh clone. Begins as a plain script. With a word after it
 * (`npm test -- unit`), only that part: order, unit, whole or browser.
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
  const order = () => wants('order') && checks.aside('order', process.execPath, ['scripts/order.mjs'])
  const unit = () => wants('unit') && checks.vitest('unit')
  if (wants('whole') || wants('browser')) {
    checks.say('Building, and loading a Lichen to test')
    await withLichen(async ({ url }) => {
      if (wants('whole')) {
        await checks.vitest('whole')
        // What needs no running Lichen is checked beside tests that stop something and wait for it to go on.
        await Promise.all([checks.vitest('apart'), order(), unit()])
      } else await Promise.all([order(), unit()])
      if (wants('browser')) await checks.browser('browser', url)
    }, buildOnce())
  } else await Promise.all([order(), unit()])
  checks.conclude()
})
