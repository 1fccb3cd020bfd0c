import { randomUUID } from 'node:crypto'
import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { connect } from '@/db/database'
import { endTrouble, type Lane, noteTrouble, queueTurn } from '@/db/queries/lanes'
import { figure } from '../support/database'
import { readFacts } from '../support/facts'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()

describe('a lane in trouble', () => {
  const connection = connect(facts.database)
  const { db } = connection
  let lane: Lane
  beforeAll(async () => {
    lane = { workspace: (await makeWorkspace(facts, false)).id, connection: 'crm' }
  })
  afterAll(() => connection.pool.end())

  /** Seconds that it rests from now on, to the nearest ten; `null` where it does not. */
  const rest = async (): Promise<number | null> => {
    const row = await db
      .selectFrom('lane_trouble')
      .select((eb) => ['rests_until', eb.fn<Date>('now').as('now')])
      .where('workspace_id', '=', lane.workspace)
      .executeTakeFirst()
    return row?.rests_until ? Math.round((row.rests_until.getTime() - row.now.getTime()) / 10_000) * 10 : null
  }
  const fails = (delivery: string) => noteTrouble(db, lane, { delivery, error: 'No answer' }, 60)
  const wakes = () =>
    db
      .updateTable('lane_trouble')
      .set((eb) => ({ rests_until: eb.fn<Date>('now') }))
      .where('workspace_id', '=', lane.workspace)
      .execute()

  it('does not rest for one or two bad deliveries, however often they fail', async () => {
    const [one, other] = [randomUUID(), randomUUID()]
    for (let n = 0; n < 5; n++) for (const id of [one, other]) await fails(id)
    expect(await rest()).toBeNull()
    await fails(randomUUID())
    expect(await rest()).toBe(60)
  })
  it('rests twice as long each time, ten minutes at most, whatever else fails meanwhile', async () => {
    await fails(randomUUID())
    expect(await rest()).toBe(60)
    const rests: (number | null)[] = []
    for (let n = 0; n < 5; n++) {
      await wakes()
      await fails(randomUUID())
      rests.push(await rest())
    }
    expect(rests).toEqual([120, 240, 480, 600, 600])
  })
  it('goes on at once when somebody says so, with one turn to take', async () => {
    await endTrouble(db, lane)
    await endTrouble(db, lane)
    expect(await rest()).toBeNull()
    const turns = `select count(*) from graphile_worker.jobs where key like 'turn:' || $1 || ':crm%' and locked_at is null`
    expect(await figure(facts.database, turns, [lane.workspace])).toBeLessThanOrEqual(1)
    await fails(randomUUID())
    expect(await rest()).toBeNull()
  })
  it('of mails has its turn before others', async () => {
    const priority = (connection: string) =>
      db.transaction().execute(async (tx) => {
        await queueTurn(tx, { ...lane, connection })
        const { rows } = await sql<{ priority: number }>`
          select priority from graphile_worker.jobs where key = ${`turn:${lane.workspace}:${connection}`}
        `.execute(tx)
        return rows[0]?.priority
      })
    expect([await priority(''), await priority('crm')]).toEqual([0, 1])
  })
})
