/**
 * `npm run longer`: what takes longer than anybody waits for at every change: walks through the whole product, axe
 * over every screen, Lighthouse, a second browser engine, and faults, in which processes are killed and everything
 * around Lichen fails. With words after it, only those parts (`npm run longer -- walks`), or only fault files of that
 * name (`npm run longer -- faults restarts`).
 */
import process from 'node:process'
import { Checks } from './machine/checks.mjs'
import { buildOnce, prepare } from './machine/packages.mjs'
import { runOrTell } from './machine/say.mjs'
import { withLichen } from './machine/tested.mjs'

const [part = 'all', ...names] = process.argv.slice(2)
/** @param {string} one */
const wants = (one) => part === 'all' || part === one
const checks = new Checks()

await runOrTell(async () => {
  await prepare('chromium', 'chromium-headless-shell', 'firefox-esr', 'nginx-light')
  await buildOnce()
  if (wants('walks'))
    await withLichen(async ({ url }) => {
      // Firefox is one browser beside two, and has no part in what is measured.
      await Promise.all([checks.browser('walks', url), checks.vitest('firefox')])
      // By then what the demo sent at its beginning has gone out: the machine is theirs.
      await checks.vitest('measured')
    })
  if (wants('faults')) await checks.vitest('faults', names)
  checks.conclude()
})
