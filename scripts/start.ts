/** The production form: `LICHEN_ROLE` says whether this process serves, works, or does both. */
import { createServer } from 'node:http'
import { constants, setPriority } from 'node:os'
import next from 'next'
import { readConfig } from '@/server/config'
import { context } from '@/server/context'
import { answerAtTheDoor } from '@/server/visitor/door'
import { startWorker } from '@/server/worker/worker'

const config = startingConfig()
const stops: (() => Promise<unknown>)[] = []

// On a busy machine answering visitors comes first; what is stored can wait a moment to be worked on.
if (config.LICHEN_ROLE === 'worker') setPriority(constants.priority.PRIORITY_LOW)

if (config.LICHEN_ROLE !== 'web') {
  const worker = await startWorker(context())
  stops.push(() => worker.stop())
  console.log('Lichen works on jobs')
}
if (config.LICHEN_ROLE !== 'worker') stops.push(await serve())

function startingConfig() {
  try {
    return readConfig()
  } catch (error) {
    console.error((error as Error).message)
    process.exit(1)
  }
}

async function serve(): Promise<() => Promise<unknown>> {
  const port = config.LICHEN_PORT
  const app = next({ dev: false, hostname: '127.0.0.1', port })
  await app.prepare()
  const handle = app.getRequestHandler()
  const server = createServer((request, response) => {
    if (!answerAtTheDoor(request, response, config.LICHEN_URL)) void handle(request, response)
  })
  await new Promise<void>((done, fail) => server.once('error', fail).listen(port, done))
  console.log(`Lichen serves on port ${port}`)
  return async () => {
    server.closeIdleConnections()
    await new Promise((done) => server.close(done))
    await app.close()
  }
}

let stopping = false
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    // Ctrl-C reaches us twice: from the terminal, and from whoever started us.
    if (stopping) return
    stopping = true
    // Whatever does not end in time is done again by another process: that is safe.
    setTimeout(() => process.exit(0), 8000).unref()
    void Promise.all(stops.map((stop) => stop())).then(() => process.exit(0))
  })
