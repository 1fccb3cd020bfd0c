import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { connect } from '@/db/database'
import type { Job } from '@/server/worker/jobs/job'
import { JOBS } from '@/server/worker/jobs/registry'
import { queueRecurring } from '@/server/worker/recur'
import { figure, query } from '../support/database'
import { until } from '../support/api'
import { readFacts } from '../support/facts'

const facts = readFacts()

describe('what is due again and again', () => {
  const connection = connect(facts.database, { size: 4, patience: 60 })
  const { db } = connection
  /** A job that nobody works on, so that what is queued can be counted. */
  const name = `test_again_${Date.now().toString(36)}`
  const job = { name, every: 3600, crew: 'house', patience: 1, run: () => Promise.resolve() } satisfies Job
  const queued = async (): Promise<number> => {
    const key = [`again:${name}`]
    const n = await figure(facts.database, 'select count(*) from graphile_worker.jobs where key = $1', key)
    await query(facts.database, 'select graphile_worker.remove_job($1)', key)
    return n
  }
  const shift = (spans: number) =>
    query(facts.database, 'update recurrence set span = span + $2 where job = $1', [name, spans])
  const ask = () => queueRecurring(db, [job])

  beforeAll(ask)
  afterAll(async () => {
    await queued()
    await query(facts.database, 'delete from recurrence where job = $1', [name])
    await connection.pool.end()
  })

  it('is queued once for a span, by whichever of many workers asks first', async () => {
    expect(await queued()).toBe(1)
    await Promise.all([ask(), ask(), ask(), ask()])
    expect(await queued()).toBe(0)
    await shift(-1)
    await Promise.all([ask(), ask(), ask(), ask()])
    expect(await queued()).toBe(1)
  })
  it('is due once where nobody asked for many spans, and not again where the clock is put back', async () => {
    await shift(-100)
    await ask()
    await ask()
    expect(await queued()).toBe(1)
    await shift(2)
    await ask()
    expect(await queued()).toBe(0)
  })
  it('is done in a Lichen that runs: each of its jobs has been due, and none is late', async () => {
    const names = JOBS.filter(({ every }) => every !== undefined).map((one) => one.name)
    const known = 'select count(*) from recurrence where job = any($1)'
    await until('each was due', async () => (await figure(facts.database, known, [names])) === names.length)
    const { late } = (await (await fetch(`${facts.url}/api/health`)).json()) as { late: { job: string }[] }
    expect(late.filter((one) => names.includes(one.job))).toEqual([])
  })
})
