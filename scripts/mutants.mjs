/**
 * `npm run mutants`: small changes are made to the heart, one at a time, and it is told for each folder how many of
 * them the unit tests noticed. What it needs for that is installed by it alone. Words after it go to Stryker
 * (`npm run mutants -- --mutate src/core/readout/wilson.ts`).
 */
import process from 'node:process'
import { prepare } from './machine/packages.mjs'
import { runBeside, runShown } from './machine/run.mjs'
import { runOrTell } from './machine/say.mjs'

const FOLDER = 'tests/mutants'

await runOrTell(async () => {
  await prepare()
  await runBeside('npm', ['install', '--prefix', FOLDER, '--no-save', '--no-audit', '--no-fund'], process.env)
  const args = ['run', `${FOLDER}/stryker.config.json`, ...process.argv.slice(2)]
  process.exit(await runShown(`${FOLDER}/node_modules/.bin/stryker`, args))
})
