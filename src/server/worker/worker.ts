import { EventEmitter } from 'node:events'
import { randomUUID } from 'node:crypto'
import { Logger, run, type Runner, type Task, type WorkerEvents } from 'graphile-worker'
import { ensureEventMonths } from '@/db/queries/visits'
import type { Context } from '../context'
import { closeMail } from '../deliveries/targets/mail'
import { log, traced } from '../log'
import { beat, freeJobsOfPredecessor, freeJobsOfTheDead, hasNeglected, hasten, queueForgotten, takeLeave } from './beat'
import { GiveWay } from './giveWay'
import { Repeat } from './repeat'
import { type Around, CREWS, type Crew, type Job } from './jobs/job'
import { JOBS, jobsOf } from './jobs/registry'
import { queueRecurring } from './recur'
import { Works } from './works'

/** In milliseconds. */
const BEAT_EVERY = 1500
/** How soon it is looked for again once it is away. */
const LOOK_EVERY = 200
const LAST_WORK = 6000
/** The same where something is wrong: what runs then has most likely failed, and others wait for a clean slate. */
const LOST_WORK = 1500
/** Seconds for which ready jobs may be left alone before this process is taken to be stuck. */
const NEGLECT = 10

/** Months there are parts of the event table for when a worker begins: before this one, for what is told late, and after. */
const MONTHS = { before: 3, after: 3 }

const CREW_NAMES = Object.keys(CREWS) as Crew[]

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
  await ensureEventMonths(db, MONTHS.before, MONTHS.after).catch((error: unknown) =>
    log.error({ error }, 'A month was not made'),
  )
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
      await hasten(
        db,
        jobsOf('imports').map(({ name }) => name),
      )
      await queueRecurring(db, JOBS)
      for (const crew of CREW_NAMES) {
        const names = jobsOf(crew).map(({ name }) => name)
        if (works.quiet(names, began) > NEGLECT && (await hasNeglected(db, names, NEGLECT)))
          broken(`${names.join(' and ')} stand still`)
      }
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
  const around: Around = { context, way, settled: (what) => works.settled(what) }
  const runners = await Promise.all(CREW_NAMES.map((crew) => employ(crew, around, works, events)))
  for (const runner of runners)
    runner.promise.catch((error: unknown) => {
      log.error({ error }, 'The worker’s runner failed')
      broken('its runner failed')
    })

  await heart.now()
  return {
    async stop(calm) {
      heart.stop()
      const patience = calm && !lost ? LAST_WORK : LOST_WORK
      const stopped = Promise.allSettled(runners.map((runner) => runner.stop()))
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

/** Has a crew work on its jobs. */
const employ = (crew: Crew, around: Around, works: Works, events: WorkerEvents): Promise<Runner> =>
  run({
    pgPool: around.context.pool,
    taskList: Object.fromEntries(jobsOf(crew).map((job) => [job.name, taskOf(job, around, works)])),
    concurrency: CREWS[crew],
    pollInterval: 1000,
    noHandleSignals: true,
    events,
    logger: workerLogger,
  })

/** Notes that a job runs, and names it in every line it logs. */
const taskOf =
  (job: Job, around: Around, works: Works): Task =>
  (told, { job: { id } }) =>
    works.during(job.name, () =>
      traced({ job: id }, async () => {
        try {
          await job.run(told, around)
        } catch (error) {
          log.warn({ error, name: job.name }, 'A job failed, and is done again later')
          throw error
        }
      }),
    )

// What it says of a failed job quotes the error, which may quote an answer: the task has logged it already.
const workerLogger = new Logger(() => (level, message) => {
  if (level === 'error') log.warn({ about: message.split(/[:\n]/)[0]?.slice(0, 120) }, 'The job queue reports an error')
})
