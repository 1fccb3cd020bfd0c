import { EventEmitter } from 'node:events'
import { randomUUID } from 'node:crypto'
import { Logger, run, type Runner, type RunnerOptions, type TaskList, type WorkerEvents } from 'graphile-worker'
import { ensureEventMonths } from '@/db/queries/visits'
import type { Context } from '../context'
import { closeMail } from '../deliveries/mail'
import { GiveWay } from './giveWay'
import { beat, forgetProcess, freeJobsOfTheDead } from './beat'
import { insideTasks, outsideTasks } from './tasks'

const BEAT_EVERY = 2000
const MONTHS_EVERY = 24 * 60 * 60 * 1000

export interface Worker {
  stop(): Promise<void>
}

/** Works on jobs until stopped. Outlives the database: it tries again until it is back. */
export async function startWorker(context: Context): Promise<Worker> {
  const id = randomUUID()
  const pools = new Set<string>()
  const way = new GiveWay()
  const { db } = context
  await ensureEventMonths(db, 3, 3)
  await freeJobsOfTheDead(db)
  const inside = await work(context, insideTasks(context, way), { concurrency: 2 }, pools)
  // Deliveries come in crowds: fetching and settling them by the dozen spares the database.
  const outside = await work(
    context,
    outsideTasks(context, way),
    { concurrency: 4, preset: { worker: { localQueue: { size: 24 }, completeJobBatchDelay: 25 } } },
    pools,
  )
  const tick = () =>
    beat(db, id, [...pools])
      .then(() => freeJobsOfTheDead(db))
      .catch((error: unknown) => console.error(`The worker cannot reach the database: ${String(error)}`))
  await tick()
  const beating = setInterval(() => void tick(), BEAT_EVERY)
  const months = setInterval(() => void ensureEventMonths(db, 0, 3).catch(console.error), MONTHS_EVERY)
  return {
    async stop() {
      clearInterval(beating)
      clearInterval(months)
      await Promise.all([inside.stop(), outside.stop()])
      closeMail()
      await forgetProcess(db, id).catch(() => undefined)
    },
  }
}

async function work(
  { pool }: Context,
  taskList: TaskList,
  options: Pick<RunnerOptions, 'concurrency' | 'preset'>,
  pools: Set<string>,
): Promise<Runner> {
  const events = new EventEmitter() as WorkerEvents
  // Jobs are locked in the name of the pool, so that is whose jobs are freed if this process dies.
  events.on('pool:create', ({ workerPool }) => void pools.add(workerPool.id))
  return run({
    pgPool: pool,
    taskList,
    ...options,
    pollInterval: 1000,
    noHandleSignals: true,
    events,
    logger: quietLogger,
  })
}

const quietLogger = new Logger(() => (level, message) => {
  if (level === 'error') console.error(`Job: ${message}`)
})
