/**
 * `npm run faults`: the longer runs, in which processes are killed and everything around Lichen fails. Each starts a
 * Lichen of its own. With a word after it (`npm run faults -- restarts`), only the files of that name.
 */
import process from 'node:process'
import { buildOnce, findPostgres, installDebian, installPackages, requireNode } from './machine/packages.mjs'
import { runShown } from './machine/run.mjs'
import { runOrTell, say } from './machine/say.mjs'

await runOrTell(async () => {
  requireNode()
  installDebian('postgresql', () => findPostgres() !== null)
  installPackages()
  buildOnce()
  say('Fault runs')
  const args = ['run', '--project', 'faults', '--reporter=default', ...process.argv.slice(2)]
  process.exit(await runShown('node_modules/.bin/vitest', args))
})
