/** One process of Lichen: `LICHEN_ROLE` says whether it serves or works. `npm start` keeps them running. */
import { createServer } from 'node:http'
import { constants, setPriority } from 'node:os'
import { type Config, readConfig } from '@/server/config'
import { context } from '@/server/context'
import { isTemporary } from '@/server/failures'
import { requireFolder } from '@/server/files/folder'
import { log, logConsole } from '@/server/log'
import { tellFirstOwner } from '@/server/access/first_owner'

/** Ended because of settings that are wrong: starting again would not help (sysexits.h, EX_CONFIG). */
const WRONG_SETTINGS = 78
/** Ended to begin anew, since what it needs was away (sysexits.h, EX_TEMPFAIL). */
const BEGIN_ANEW = 75
/** Longest that stopping may take, in milliseconds. Whatever does not end in time is done again: that is safe. */
const STOP_WITHIN = 8000

/**
 * How long an idle connection is kept open, in milliseconds: longer than proxies keep theirs, so that none sends a
 * request over one that is being closed.
 */
const KEPT_OPEN = 75_000

/** Longest that one request may take to come in, in milliseconds. */
const SLOWEST = 15 * 60_000

/**
 * Longest that its head may take, in milliseconds. The clock goes on while this process stands still, as on a machine with
 * too much to do, and what has come meanwhile would be answered 408.
 */
const SLOWEST_HEAD = 60_000

const config = startingConfig()
const stops: ((calm: boolean) => Promise<unknown>)[] = []
let stopping = false

for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void stop(0))
// Whoever keeps us running is gone: another one will start others, on this very port.
process.on('disconnect', () => process.exit(1))
process.on('uncaughtException', (error) => {
  log.fatal({ error }, 'Something unforeseen ended this process')
  void stop(1)
})
process.on('unhandledRejection', (error) => {
  log.error({ error }, 'Something failed and nobody was told')
  if (config.LICHEN_ROLE === 'worker') void stop(isTemporary(error) ? BEGIN_ANEW : 1)
})

await requireFolder(config).catch((error: unknown) => {
  console.error((error as Error).message)
  process.exit(WRONG_SETTINGS)
})

// On a busy machine answering visitors comes first; what is stored can wait a moment to be worked on. The lowest
// priority of all would have it wait for as long as anything else is busy.
if (config.LICHEN_ROLE === 'worker') setPriority(constants.priority.PRIORITY_BELOW_NORMAL)
if (config.LICHEN_ROLE === 'web') stops.push(await serve())
else {
  const { startWorker } = await import('@/server/worker/worker')
  const worker = await startWorker(context(), (why) => {
    if (!stopping) log.warn({ why }, 'The worker begins anew')
    void stop(BEGIN_ANEW)
  })
  stops.push((calm) => worker.stop(calm))
  log.info('Lichen works on jobs')
}

function startingConfig(): Config {
  try {
    const read = readConfig()
    if (read.LICHEN_ROLE === 'all') throw new Error('One process serves or works. For both, run: npm start')
    return read
  } catch (error) {
    console.error((error as Error).message)
    process.exit(WRONG_SETTINGS)
  }
}

async function serve(): Promise<() => Promise<unknown>> {
  logConsole()
  const { LICHEN_HOST: host, LICHEN_PORT: port } = config
  const [{ default: next }, { openDoor }] = await Promise.all([import('next'), import('@/server/door/door')])
  const app = next({ dev: false, hostname: host, port })
  await app.prepare()
  // Files may come slowly; every other body has a shorter limit of its own.
  const server = createServer(
    { requestTimeout: SLOWEST, headersTimeout: SLOWEST_HEAD, keepAliveTimeout: KEPT_OPEN },
    openDoor(app.getRequestHandler()),
  )
  await new Promise<void>((done, fail) => server.once('error', fail).listen(port, host, done))
  log.info({ host, port }, 'Lichen serves')
  void tellFirstOwner(context())
  return async () => {
    const closed = new Promise((done) => server.close(done))
    server.closeIdleConnections()
    await closed
    await app.close()
  }
}

async function stop(code: number): Promise<void> {
  // Ctrl-C reaches us twice: from the terminal, and from whoever started us.
  if (stopping) return
  stopping = true
  setTimeout(() => process.exit(code), STOP_WITHIN).unref()
  await Promise.allSettled(stops.map((end) => end(code === 0)))
  process.exit(code)
}
