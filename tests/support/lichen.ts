import { readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { Installation } from '../../scripts/machine/installation.mjs'
import { until } from './api'

/** A member of the demo company, who can sign in. */
export const INES = { email: 'ines@tarnfield.example', password: 'kiln-and-glaze' }

/** A Lichen of its own for a test that breaks things, with its files and ports apart from all others. */
export const lichenOf = (name: string, port: number, settings: Record<string, string> = {}): Installation =>
  new Installation(`.lichen-test/${name}`, port, {
    LICHEN_DEMO_EMAIL: INES.email,
    LICHEN_DEMO_PASSWORD: INES.password,
    LICHEN_DELIVERY_WAIT: '0.5',
    ...settings,
  })

/**
 * Kills a process without warning, and waits until it is gone. One that has just ended by itself, to begin anew, tells so no
 * second time: it is killed once it has begun.
 */
export async function killProcess(kept: ReturnType<Installation['start']>): Promise<void> {
  const { child } = kept
  if (child.exitCode !== null || child.signalCode !== null) return pause(50).then(() => killProcess(kept))
  const gone = new Promise((done) => child.once('exit', done))
  child.kill('SIGKILL')
  await gone
}

/** Kills the database server without warning, as a power cut would. */
export async function killDatabase({ cluster }: Installation): Promise<void> {
  const file = join(cluster.folder, 'postmaster.pid')
  process.kill(Number(readFileSync(file, 'utf8').split('\n')[0]), 'SIGKILL')
  // Its children notice and go; what is left says that it still runs.
  await pause(700)
  rmSync(file)
  await startDatabase({ cluster })
}

/** Starts the database, however often that takes: what a killed one left behind goes away by itself. */
export async function startDatabase({ cluster }: Pick<Installation, 'cluster'>): Promise<void> {
  for (let tries = 0; ; tries++)
    try {
      return await cluster.start()
    } catch (error) {
      if (tries > 20) throw error
      await pause(500)
    }
}

export const pause = (milliseconds: number): Promise<void> => new Promise((done) => setTimeout(done, milliseconds))

/** Waits until Lichen says that it is well; tells how many seconds that took. */
export async function untilWell({ url }: Pick<Installation, 'url'>, seconds = 60): Promise<number> {
  const began = performance.now()
  await until(
    'Lichen is well',
    async () => {
      const response = await fetch(`${url}/api/health`).catch(() => null)
      return response?.ok && ((await response.json()) as { worker: string }).worker === 'up'
    },
    seconds,
  )
  return (performance.now() - began) / 1000
}

/** Turns the Bench's switches. */
export async function turn(
  { bench }: Pick<Installation, 'bench'>,
  switches: Record<string, string>,
  workspace = '',
): Promise<void> {
  const response = await fetch(`${bench}/switches?workspace=${workspace}`, {
    method: 'PUT',
    body: JSON.stringify(switches),
  })
  if (!response.ok) throw new Error(await response.text())
}
