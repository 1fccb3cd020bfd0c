/**
 * `npm run demo`: from a fresh clone to a running Lichen with the demo company in it. Begins as a plain
 * script, since nothing may be installed yet. `-- --fresh` starts over.
 */
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import process from 'node:process'
import { Installation } from './machine/installation.mjs'
import { buildOnce, prepare } from './machine/packages.mjs'
import { runOrTell, say, Trouble } from './machine/say.mjs'

const HOME = '.lichen'
const FACTS = `${HOME}/demo.json`
let stopping = false
const DEMO = { LICHEN_DEMO_EMAIL: 'ines@tarnfield.example', LICHEN_DEMO_PASSWORD: 'kiln-and-glaze' }

await runOrTell(async () => {
  const port = readPort()
  await prepare()
  const lichen = new Installation(HOME, port, DEMO)
  await lichen.requirePorts()
  await buildOnce()
  say('Starting the database')
  await lichen.cluster.start()
  const stop = async () => {
    if (stopping) return
    stopping = true
    console.log('\n· Stopping')
    await lichen.stop()
    process.exit(0)
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop())
  try {
    await prepareData(lichen)
    say('Starting the Bench, the worker and the web server')
    await lichen.startAll()
  } catch (error) {
    if (stopping) return
    await lichen.stop()
    throw error
  }
  console.log(`\nLichen is ready: ${lichen.url}`)
  console.log(`Sign in as ${DEMO.LICHEN_DEMO_EMAIL} with the password ${DEMO.LICHEN_DEMO_PASSWORD}`)
  console.log('Ctrl-C stops everything.')
})

function readPort() {
  const text = process.env.LICHEN_PORT ?? '4300'
  const port = Number(text)
  if (!Number.isInteger(port) || port < 1024 || port > 65_000)
    throw new Trouble(`LICHEN_PORT is “${text}”.`, 'give a number from 1024 to 65000.')
  /** @type {number[]} */
  const refused = JSON.parse(readFileSync('src/server/refused_ports.json', 'utf8'))
  // The Bench is two ports on.
  const closed = refused.find((one) => one === port || one === port + 2)
  if (closed) throw new Trouble(`Browsers refuse to open port ${closed}.`, `choose another: LICHEN_PORT=${port + 100}.`)
  return port
}

/** @param {Installation} lichen */
async function prepareData(lichen) {
  if (process.argv.includes('--fresh')) {
    say('Starting over: removing the demo data')
    lichen.clear()
    rmSync(FACTS, { force: true })
  }
  lichen.cluster.ensureDatabase()
  await lichen.script('scripts/migrate.ts')
  const loaded = lichen.cluster.psql('lichen', 'select count(*) from workspace').trim() !== '0'
  if (loaded && existsSync(FACTS)) {
    // The ports may be others than last time; the token stays.
    writeFacts(lichen, JSON.parse(readFileSync(FACTS, 'utf8')).token)
    return
  }
  if (loaded) {
    // A load was cut short: begin it again.
    lichen.clear()
    lichen.cluster.ensureDatabase()
    await lichen.script('scripts/migrate.ts')
  }
  say('Loading the demo company (under half a minute)')
  writeFacts(lichen, await lichen.loadDemo())
}

/** @param {Installation} lichen @param {string} token */
function writeFacts(lichen, token) {
  const { LICHEN_DEMO_EMAIL: email, LICHEN_DEMO_PASSWORD: password } = DEMO
  const facts = { url: lichen.url, bench: lichen.bench, email, password, token }
  writeFileSync(FACTS, `${JSON.stringify(facts, null, 2)}\n`, { mode: 0o600 })
}
