/**
 * `npm run measure`: prepares a Lichen of its own and measures it; the measuring is in `tests/load/`. With arguments, only
 * what they name.
 */
import process from 'node:process'
import { Installation } from './machine/installation.mjs'
import { buildOnce, prepare } from './machine/packages.mjs'
import { runShown } from './machine/run.mjs'
import { runOrTell, say } from './machine/say.mjs'

await runOrTell(async () => {
  await prepare('chromium-headless-shell')
  await buildOnce()
  // Everything is asked from one address, and faster than anybody there may be.
  const lichen = new Installation('.lichen-test/measure', 4700, { LICHEN_LIMITS: '1000' })
  // Commit times tell when a plan was really applied.
  lichen.cluster.settings = ['track_commit_timestamp = on']
  try {
    say('Loading')
    const token = await lichen.loadAnew(['--no-visits'])
    await lichen.startAll()
    const reach = {
      MEASURE_URL: lichen.url,
      MEASURE_DATABASE: lichen.cluster.url,
      MEASURE_TOKEN: token,
      MEASURE_WORKER: String(lichen.processes.find(({ name }) => name === 'worker')?.child.pid),
    }
    const chosen = process.argv.slice(2)
    for (const script of ['accepting', 'typing', 'known', 'importing', 'people', 'sheets']) {
      if (chosen.length > 0 && !chosen.includes(script)) continue
      // What is too slow in one says nothing of the others.
      const code = await runShown(process.execPath, ['--import', 'tsx', `tests/load/${script}.ts`], reach)
      process.exitCode ||= code
    }
  } finally {
    await lichen.stop()
  }
})
