/** `npm run measure`: prepares a Lichen of its own and measures it; the measuring is in `tests/load/`. */
import process from 'node:process'
import { spawn } from 'node:child_process'
import { Installation } from './machine/installation.mjs'
import { buildOnce, findPostgres, installDebian, installPackages, requireNode } from './machine/packages.mjs'
import { runOrTell, say } from './machine/say.mjs'

await runOrTell(async () => {
  requireNode()
  installDebian('postgresql', () => findPostgres() !== null)
  installPackages()
  buildOnce()
  const lichen = new Installation('.lichen-test/measure', 4700)
  // Commit times tell when a plan was really applied.
  lichen.cluster.settings = ['track_commit_timestamp = on']
  try {
    say('Loading')
    const token = await lichen.loadAnew(['--no-visits'])
    await lichen.startAll()
    const environment = { MEASURE_URL: lichen.url, MEASURE_DATABASE: lichen.cluster.url, MEASURE_TOKEN: token }
    // Not in a blocking call: whoever keeps the processes running must be able to.
    const measuring = spawn(process.execPath, ['--import', 'tsx', 'tests/load/accepting.ts'], {
      stdio: 'inherit',
      env: { ...process.env, ...environment },
    })
    process.exitCode = await new Promise((done) => measuring.once('exit', (code) => done(code ?? 1)))
  } finally {
    await lichen.stop()
  }
})
