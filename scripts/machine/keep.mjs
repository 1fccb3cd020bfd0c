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
 * Most that live objects may take, in MB. Node takes a share of the machine otherwise, and collects what was thrown away
 * the later the more there is: three exports of 100 000 rows took 380 MB more than they do so. What is needed at once
 * stays far below.
 */
const HEAP = 1024

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
  const given = { ...process.env, ...environment }
  // Whoever asks for another heap is heard: the last of two counts.
  const options = `--max-old-space-size=${HEAP} ${given.NODE_OPTIONS ?? ''}`

  const start = () => {
    const began = performance.now()
    const out = log ? openSync(log, 'a') : 'inherit'
    child = spawn(process.execPath, args, {
      env: { ...given, NODE_ENV: 'production', NODE_OPTIONS: options, LICHEN_PLACE: place },
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
