import { execFile, spawn, spawnSync } from 'node:child_process'
import process from 'node:process'
import { promisify } from 'node:util'
import { Trouble } from './say.mjs'

/**
 * Runs a command to its end. Its output is shown only when it fails.
 * @param {string} command @param {string[]} args @param {import('node:child_process').SpawnSyncOptions & {remedy?: string, show?: boolean}} [options]
 */
export function run(command, args, { remedy, show, ...options } = {}) {
  const done = spawnSync(command, args, {
    encoding: 'utf8',
    maxBuffer: 64 * 1024 * 1024,
    stdio: show ? 'inherit' : 'pipe',
    ...options,
  })
  if (done.status === 0) return String(done.stdout ?? '')
  const said = done.error ? String(done.error) : `${done.stdout ?? ''}${done.stderr ?? ''}`.trim()
  throw failed(command, args, said, remedy)
}

/**
 * The same while other work goes on.
 * @param {string} command @param {string[]} args @param {NodeJS.ProcessEnv} [env] @param {string} [remedy]
 * @returns {Promise<string>}
 */
export async function runBeside(command, args, env = process.env, remedy) {
  const options = { env, maxBuffer: 64 * 1024 * 1024 }
  try {
    return (await promisify(execFile)(command, args, options)).stdout
  } catch (error) {
    const { stdout = '', stderr = '', message } = /** @type {Error & { stdout?: string, stderr?: string }} */ (error)
    throw failed(command, args, `${stdout}${stderr}`.trim() || message, remedy)
  }
}

/** @param {string} command @param {string[]} args @param {string} said @param {string} [remedy] */
const failed = (command, args, said, remedy) =>
  new Trouble(
    `“${[command, ...args].join(' ').slice(0, 200)}” failed.\n${said.slice(-4000)}`,
    remedy ?? 'read what it said above, put it right and run the same command again.',
  )

/** @param {string} command @param {string[]} args */
export const succeeds = (command, args) => spawnSync(command, args, { stdio: 'ignore' }).status === 0

/**
 * Runs a command to its end before everybody's eyes; resolves with its exit status. Meanwhile processes that are
 * kept running can be started again.
 * @param {string} command @param {string[]} args @param {Record<string, string>} [environment] @returns {Promise<number>}
 */
export const runShown = (command, args, environment = {}) =>
  new Promise((done, fail) => {
    spawn(command, args, { stdio: 'inherit', env: { ...process.env, ...environment } })
      .once('error', fail)
      .once('exit', (status) => done(status ?? 1))
  })

/** Waits until an address answers well. @param {string} url @param {number} seconds @param {() => string | null} died */
export async function waitFor(url, seconds, died = () => null) {
  const until = Date.now() + seconds * 1000
  while (Date.now() < until) {
    const gone = died()
    if (gone) throw new Trouble(gone, 'read the end of that log, put it right and run the same command again.')
    try {
      if ((await fetch(url)).ok) return
    } catch {
      // Not up yet.
    }
    await new Promise((done) => setTimeout(done, 150))
  }
  throw new Trouble(`${url} did not answer within ${seconds} seconds.`, 'look at the logs in the .lichen folder.')
}
