import { spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { openSync } from 'node:fs'
import { performance } from 'node:perf_hooks'
import process from 'node:process'

/** Waits before starting a process again, in milliseconds: a little longer each time, from `FIRST` to `LONGEST`. */
const FIRST = 250
const LONGEST = 5000
/** A process that ran this long was well: the next wait begins anew. */
const WELL_AFTER = 20_000
/** Settings that are wrong do not mend themselves. */
const WRONG_SETTINGS = 78
/** It ended to begin anew, for a reason that lies outside: nothing is gained by waiting longer. */
export const BEGIN_ANEW = 75

/**
 * Keeps a Node process running: started again when it ends, a little later each time it does so soon.
 * @param {string} name
 * @param {string[]} args for Node
 * @param {Record<string, string | undefined>} environment
 * @param {{ log?: string, say?: (text: string) => void, onWrongSettings?: () => void }} [options]
 */
export function keepRunning(name, args, environment, { log, say = console.error, onWrongSettings } = {}) {
  /** @type {import('node:child_process').ChildProcess} */
  let child
  /** @type {ReturnType<typeof setTimeout> | undefined} */
  let timer
  let ending = false
  let wait = FIRST

  // The same for every process we start in this place: one knows by it what the one before left behind.
  const place = randomUUID()

  const start = () => {
    const began = performance.now()
    const out = log ? openSync(log, 'a') : 'inherit'
    child = spawn(process.execPath, args, {
      env: { ...process.env, NODE_ENV: 'production', ...environment, LICHEN_PLACE: place },
      // The channel tells the process when we are gone.
      stdio: ['ignore', out, out, 'ipc'],
    })
    child.once('exit', (code, signal) => {
      if (ending) return
      if (code === WRONG_SETTINGS) return onWrongSettings?.()
      if (code === BEGIN_ANEW || performance.now() - began > WELL_AFTER) wait = FIRST
      say(`The ${name} process ended (${signal ?? code}); it is started again.`)
      timer = setTimeout(start, wait)
      wait = Math.min(wait * 2, LONGEST)
    })
  }
  start()
  return {
    name,
    log,
    get child() {
      return child
    },
    /** Ends it for good. */
    async end() {
      ending = true
      clearTimeout(timer)
      if (child.exitCode !== null || child.signalCode !== null) return
      await new Promise((done) => {
        const kill = setTimeout(() => child.kill('SIGKILL'), 10_000)
        child.once('exit', () => {
          clearTimeout(kill)
          done(undefined)
        })
        child.kill('SIGTERM')
      })
    },
  }
}
