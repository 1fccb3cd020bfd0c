import { spawn } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import { relative } from 'node:path'
import process from 'node:process'
import { runShown } from './run.mjs'
import { say } from './say.mjs'

/**
 * @typedef {{ passed: number, failed: string[], again: string[], settled: number }} Outcome
 * How many tests passed; the names of those that did not; what to run so that they run again; and how many of those
 * that passed do not run again with them.
 */

/**
 * Everything that is checked in one run. What fails is run once more, alone: what passes then leaves the run green,
 * and is named at its end, since a test that fails for no fault of the product is a fault of the test.
 */
export class Checks {
  constructor() {
    this.passed = 0
    /** @type {string[]} */
    this.failed = []
    /** @type {string[]} */
    this.unsteady = []
    /** @type {string[]} steps that came to no result, or to one without tests */
    this.broken = []
    this.began = Date.now()
  }

  /**
   * A check that tells by its exit status alone, while other work goes on; what it says is shown at its end, in one
   * piece.
   * @param {string} name @param {string} command @param {string[]} args
   */
  async aside(name, command, args) {
    /** @type {Buffer[]} */
    const said = []
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] })
    child.stdout.on('data', (/** @type {Buffer} */ chunk) => said.push(chunk))
    child.stderr.on('data', (/** @type {Buffer} */ chunk) => said.push(chunk))
    const status = await new Promise((done) => child.once('error', () => done(1)).once('close', done))
    this.say(name)
    process.stdout.write(Buffer.concat(said))
    if (status !== 0) this.broken.push(name)
  }

  /**
   * Tests of one project of Vitest.
   * @param {string} project @param {string[]} [more] further words for Vitest
   */
  vitest(project, more = []) {
    return this.count(`${project} tests`, async (again) => {
      const report = reportOf(project)
      const only = again ? ['--no-file-parallelism', ...again] : more
      const args = ['run', '--project', project, '--reporter=default', '--reporter=json', `--outputFile=${report}`]
      await runShown('node_modules/.bin/vitest', [...args, ...only])
      return readOnce(report, readVitest)
    })
  }

  /**
   * Tests of one project of Playwright, in a browser.
   * @param {string} project @param {string} url the Lichen that they are about
   */
  browser(project, url) {
    return this.count(`${project} tests`, async (again) => {
      const report = reportOf(project)
      const only = again ? ['--last-failed', '--workers=1'] : []
      await runShown('node_modules/.bin/playwright', ['test', '--project', project, ...only], {
        PLAYWRIGHT_JSON_OUTPUT_NAME: report,
        LICHEN_TEST_URL: url,
      })
      return readOnce(report, readPlaywright)
    })
  }

  /** @param {string} name @param {(again: string[] | null) => Promise<Outcome | null>} run */
  async count(name, run) {
    this.say(name)
    const first = await run(null)
    if (first === null || first.passed + first.failed.length === 0) return void this.broken.push(name)
    if (first.failed.length === 0) return void (this.passed += first.passed)
    this.say(`Once more, alone: ${first.failed.join(' · ')}`)
    const second = await run(first.again)
    if (second === null) {
      this.passed += first.passed
      return void this.failed.push(...first.failed)
    }
    this.passed += first.settled + second.passed
    // Where what comes before its tests fails, a file fails as a whole, and may fail otherwise the second time.
    this.failed.push(...second.failed)
    this.unsteady.push(...first.failed.filter((one) => !second.failed.includes(one)))
  }

  /** Says something, and how long the run has taken until then. @param {string} text */
  say(text) {
    const seconds = Math.round((Date.now() - this.began) / 1000)
    say(`${text} (at ${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')})`)
  }

  /** Tells how it went, and ends the process. */
  conclude() {
    this.say('Done')
    console.log(`\n${this.passed} passed, ${this.failed.length} failed`)
    if (this.failed.length > 0) console.error(`\nFAILED, twice:\n${this.failed.map((one) => `  ${one}`).join('\n')}`)
    if (this.broken.length > 0) console.error(`\nNOT IN ORDER: ${this.broken.join(', ')}`)
    if (this.unsteady.length > 0)
      console.error(
        `\n${'!'.repeat(80)}\nUNSTEADY: failed, and passed when run once more alone. Mend these before anything new:\n${this.unsteady.map((one) => `  ${one}`).join('\n')}\n${'!'.repeat(80)}`,
      )
    process.exit(this.failed.length > 0 || this.broken.length > 0 ? 1 : 0)
  }
}

/** @param {string} project */
const reportOf = (project) => `/tmp/lichen-${process.pid}-${project}.json`

/** @param {string} report @param {(read: any) => Outcome} read @returns {Outcome | null} */
function readOnce(report, read) {
  try {
    return read(JSON.parse(readFileSync(report, 'utf8')))
  } catch (error) {
    console.error(`The report ${report} cannot be read: ${error}`)
    return null
  } finally {
    rmSync(report, { force: true })
  }
}

/** @param {{ testResults: { name: string, status: string, assertionResults: { status: string, fullName: string }[] }[] }} read @returns {Outcome} */
export function readVitest({ testResults }) {
  const wrong = testResults.filter(({ status }) => status === 'failed')
  /** @param {typeof testResults} files @param {string} wanted */
  const testsThat = (files, wanted) =>
    files.flatMap(({ assertionResults }) => assertionResults.filter(({ status }) => status === wanted))
  return {
    passed: testsThat(testResults, 'passed').length,
    failed: wrong.flatMap((file) => {
      const place = relative(process.cwd(), file.name)
      const tests = testsThat([file], 'failed')
      // Where what comes before the tests failed, none of them was run.
      return tests.length === 0 ? [place] : tests.map(({ fullName }) => `${place}: ${fullName}`)
    }),
    again: wrong.map(({ name }) => relative(process.cwd(), name)),
    settled: testsThat(testResults, 'passed').length - testsThat(wrong, 'passed').length,
  }
}

/**
 * @typedef {{ title: string, file: string, suites?: Suite[], specs?: { title: string, ok: boolean }[] }} Suite
 * @param {{ stats: { expected: number }, suites: Suite[], errors: object[] }} read @returns {Outcome}
 */
export function readPlaywright({ stats, suites, errors }) {
  /** @param {Suite} suite @returns {string[]} */
  const failedOf = ({ file, suites: inner = [], specs = [] }) => [
    ...specs.filter(({ ok }) => !ok).map(({ title }) => `${file}: ${title}`),
    ...inner.flatMap(failedOf),
  ]
  const failed = suites.flatMap(failedOf)
  if (errors.length > 0 && failed.length === 0) failed.push('what Playwright says above')
  return { passed: stats.expected, failed, again: failed, settled: stats.expected }
}
