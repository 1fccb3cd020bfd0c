/**
 * `npm test`: everything that must hold, from a fresh clone. Begins as a plain script. With a word after it
 * (`npm test -- unit`), only that part: order, unit, whole or browser.
 */
import { readFileSync, rmSync, writeFileSync } from 'node:fs'
import process from 'node:process'
import { Installation } from './machine/installation.mjs'
import {
  buildOnce,
  findChromium,
  findPostgres,
  installDebian,
  installPackages,
  requireNode,
} from './machine/packages.mjs'
import { runShown } from './machine/run.mjs'
import { runOrTell, say } from './machine/say.mjs'

const HOME = '.lichen-test'
const PORT = 4500
const ACCOUNT = { LICHEN_DEMO_EMAIL: 'ines@tarnfield.example', LICHEN_DEMO_PASSWORD: 'kiln-and-glaze' }
const parts = process.argv.slice(2)
const wants = (part) => parts.length === 0 || parts.includes(part)
const total = { passed: 0, failed: 0 }
const broken = []

await runOrTell(async () => {
  requireNode()
  installDebian('postgresql', () => findPostgres() !== null)
  installDebian('chromium', findChromium)
  installPackages()
  process.env.NEXT_TELEMETRY_DISABLED = '1'
  if (wants('order')) await checkOrder()
  if (wants('unit')) await runVitest('unit')
  if (wants('whole') || wants('browser')) await withLichen()
  console.log(`\n${total.passed} passed, ${total.failed} failed`)
  if (broken.length > 0) console.error(`Not in order: ${broken.join(', ')}`)
  process.exit(broken.length > 0 || total.failed > 0 || total.passed === 0 ? 1 : 0)
})

/** Lint, format, unused code, types. */
async function checkOrder() {
  const checks = [
    ['eslint', ['.', '--max-warnings', '0']],
    ['prettier', ['--check', '--log-level', 'warn', '.']],
    ['knip', ['--no-config-hints']],
    ['next', ['typegen']],
    ['tsc', ['--noEmit']],
  ]
  for (const [tool = '', args = []] of checks) await step(tool, `node_modules/.bin/${tool}`, args)
}

/** A whole Lichen with the demo company, on a database and ports of its own: two webs and two workers share it. */
async function withLichen() {
  buildOnce()
  const lichen = new Installation(HOME, PORT, { ...ACCOUNT, LICHEN_DELIVERY_WAIT: '0.5' })
  try {
    say('Starting a Lichen to test')
    const token = await lichen.loadAnew()
    await lichen.startTwins()
    const facts = { url: lichen.url, bench: lichen.bench, database: lichen.cluster.url, token, ...account() }
    writeFileSync(`${HOME}/facts.json`, JSON.stringify(facts))
    if (wants('whole')) await runVitest('whole')
    if (wants('browser')) await runBrowser(lichen.url)
  } finally {
    await lichen.stop()
  }
}

function account() {
  return { email: ACCOUNT.LICHEN_DEMO_EMAIL, password: ACCOUNT.LICHEN_DEMO_PASSWORD }
}

/** @param {'unit' | 'whole'} project */
async function runVitest(project) {
  const report = `/tmp/lichen-${process.pid}-${project}.json`
  const args = ['run', '--project', project, '--reporter=default', '--reporter=json', `--outputFile=${report}`]
  await step(`${project} tests`, 'node_modules/.bin/vitest', args)
  count(report, ({ numPassedTests, numFailedTests }) => [numPassedTests, numFailedTests])
}

/** @param {string} url */
async function runBrowser(url) {
  const report = `/tmp/lichen-${process.pid}-browser.json`
  await step('browser tests', 'node_modules/.bin/playwright', ['test'], {
    PLAYWRIGHT_JSON_OUTPUT_NAME: report,
    LICHEN_TEST_URL: url,
  })
  count(report, ({ stats }) => [stats.expected + stats.flaky, stats.unexpected])
}

/** @param {string} name @param {string} command @param {string[]} args @param {Record<string, string>} [environment] */
async function step(name, command, args, environment = {}) {
  say(name)
  if ((await runShown(command, args, environment)) !== 0) broken.push(name)
}

/** @param {string} report @param {(read: any) => [number, number]} read */
function count(report, read) {
  try {
    const [passed, failed] = read(JSON.parse(readFileSync(report, 'utf8')))
    total.passed += passed
    total.failed += failed
  } catch {
    broken.push(`the report ${report}`)
  } finally {
    rmSync(report, { force: true })
  }
}
