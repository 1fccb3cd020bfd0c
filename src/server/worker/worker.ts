import { EventEmitter } from 'node:events'
import { randomUUID } from 'node:crypto'
import { Logger, run, type Runner, type RunnerOptions, type TaskList, type WorkerEvents } from 'graphile-worker'
import { settleSearch } from '@/db/queries/search'
import { ensureEventMonths } from '@/db/queries/visits'
import type { Context } from '../context'
import { closeMail } from '../deliveries/targets/mail'
import { removeLeftFiles } from '../files/left'
import { log } from '../log'
import { beat, freeJobsOfPredecessor, freeJobsOfTheDead, hasNeglected, queueForgotten, takeLeave } from './beat'
import { GiveWay } from './giveWay'
import { Repeat } from './repeat'
import { insideTasks, outsideTasks } from './tasks'
import { Works } from './works'

/** In milliseconds. */
const BEAT_EVERY = 1500
/** How soon it is looked for again once it is away. */
const LOOK_EVERY = 200
const MONTHS_EVERY = 24 * 60 * 60 * 1000
const SEARCH_EVERY = 20_000
const TIDY_EVERY = 15_000
const LAST_WORK = 6000
/** The same where something is wrong: what runs then has most likely failed, and others wait for a clean slate. */
const LOST_WORK = 1500
/** Seconds for which ready jobs may be left alone before this process is taken to be stuck. */
const NEGLECT = 10

const PARTS = [['apply_submissions', 'count_readout', 'count_form'], ['take_turn']] as const

export interface Worker {
  /** Finishes what runs, or gives it back: soon, unless the end is a calm one. */
  stop(calm: boolean): Promise<void>
}

/**
 * Works on jobs until stopped. It waits for a database that is not there yet; once it has lost one, or is
 * stuck, it is `broken`: whoever started it lets it end and starts another, which begins with a clean slate.
 */
export async function startWorker(context: Context, broken: (why: string) => void): Promise<Worker> {
  const { db } = context
  const id = context.config.LICHEN_PLACE ?? randomUUID()
  const pools = new Set<string>()
  const way = new GiveWay()
  const works = new Works()
  await untilThere(() => freeJobsOfPredecessor(db, id))
  const months = async (back: number) => {
    await ensureEventMonths(db, back, 3).catch((error: unknown) => log.error({ error }, 'A month was not made'))
  }
  await months(3)
  let lost = false
  const lose = (error: unknown) => {
    if (!lost) log.warn({ error }, 'The worker has lost the database')
    lost = true
  }
  const began = works.now
  const tick = async () => {
    try {
      const [submissions, deliveries] = [works.since('submissions'), works.since('deliveries')]
      await beat(db, { id, pools: [...pools], submissions, deliveries })
      if (lost) return broken('the database was away')
      await freeJobsOfTheDead(db)
      await queueForgotten(db)
      for (const tasks of PARTS)
        if (works.quiet(tasks, began) > NEGLECT && (await hasNeglected(db, tasks, NEGLECT)))
          broken(`${tasks.join(' and ')} stand still`)
    } catch (error) {
      lose(error)
    }
  }
  const heart = new Repeat(tick, () => (lost ? LOOK_EVERY : BEAT_EVERY))
  const events = new EventEmitter() as WorkerEvents
  // Jobs are locked in the name of the pool, so that is whose jobs are freed if this process dies.
  events.on('pool:create', ({ workerPool }) => void pools.add(workerPool.id))
  // However short the absence was: the queue may have handed us jobs in an answer that never arrived.
  events.on('pool:listen:error', ({ error }) => {
    lose(error)
    void heart.now()
  })
  const inside = await work(context, insideTasks(context, way, works), { concurrency: 2 }, events)
  const outside = await work(context, outsideTasks(context, way, works), { concurrency: 8 }, events)
  for (const runner of [inside, outside])
    runner.promise.catch((error: unknown) => {
      log.error({ error }, 'The worker’s runner failed')
      broken('its runner failed')
    })

  await heart.now()
  const monthly = setInterval(() => void months(0), MONTHS_EVERY)
  const settling = setInterval(
    () =>
      void settleSearch(db).catch((error: unknown) =>
        log.warn({ error }, 'The search indexes were not brought up to date'),
      ),
    SEARCH_EVERY,
  )
  const tidying = setInterval(
    () => void removeLeftFiles().catch((error: unknown) => log.warn({ error }, 'Files that were left are still there')),
    TIDY_EVERY,
  )
  return {
    async stop(calm) {
      heart.stop()
      clearInterval(monthly)
      clearInterval(settling)
      clearInterval(tidying)
      const patience = calm && !lost ? LAST_WORK : LOST_WORK
      const stopped = Promise.allSettled([inside.stop(), outside.stop()])
      await Promise.race([stopped.then(() => works.rest(patience)), new Promise((done) => setTimeout(done, patience))])
      closeMail()
      await takeLeave(db, id, [...pools]).catch((error: unknown) => log.warn({ error }, 'Jobs were not given back'))
    },
  }
}

async function untilThere(look: () => Promise<void>): Promise<void> {
  for (;;)
    try {
      return await look()
    } catch (error) {
      log.warn({ error }, 'The worker waits for the database')
      await new Promise((done) => setTimeout(done, 500))
    }
}

async function work(
  { pool }: Context,
  taskList: TaskList,
  options: Pick<RunnerOptions, 'concurrency'>,
  events: WorkerEvents,
): Promise<Runner> {
  return run({
    pgPool: pool,
    taskList,
    ...options,
    pollInterval: 1000,
    noHandleSignals: true,
    events,
    logger: workerLogger,
  })
}

// What it says of a failed job quotes the error, which may quote an answer: the task has logged it already.
const workerLogger = new Logger(() => (level, message) => {
  if (level === 'error') log.warn({ about: message.split(/[:\n]/)[0]?.slice(0, 120) }, 'The job queue reports an error')
})
