import { pathToFileURL } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { applied, mailTo, type Reach, releasedForm, send, smallForm, until } from '../support/api'
import { figure, query } from '../support/database'
import { secondsOf } from '../support/floor'
import { lichenOf, turn, untilWell } from '../support/lichen'
import { beginLoaded } from '../support/loaded'

const SHIFTED = `--import ${pathToFileURL('tests/support/shifted_clock.mjs').href}`

/** Clocks of web and worker are an hour off: only the database's decides anything. */
describe('clocks an hour behind, and an hour ahead', () => {
  const both = [-60, 60].map((minutes) => ({
    minutes,
    lichen: lichenOf(`clock${minutes}`, minutes < 0 ? 4780 : 4800, { LICHEN_DELIVERY_WAIT: '2' }),
    reach: {} as Reach,
  }))
  /** Tries something with both of them at once: most of it is waiting. */
  const withBoth = (attempt: (one: (typeof both)[number]) => Promise<void>) => async () => {
    await Promise.all(both.map(attempt))
  }

  beforeAll(
    withBoth(async (one) => {
      const { minutes, lichen } = one
      const reach = { url: lichen.url, bench: lichen.bench, token: await beginLoaded(lichen) }
      one.reach = reach
      lichen.start('bench')
      const shifted = { NODE_OPTIONS: SHIFTED, SHIFT_MINUTES: String(minutes) }
      lichen.start('web', shifted)
      lichen.start('worker', shifted)
      await untilWell(lichen)
      await releasedForm(reach, 'clock', smallForm)
    }),
  )
  afterAll(withBoth(({ lichen }) => lichen.stop()))

  it(
    'keep the waits between attempts',
    withBoth(async ({ lichen, reach }) => {
      await turn(lichen, { crm: 'fails' })
      const sent = await send(reach, 'clock', { first_name: 'Tick', email: 'tick@clock.example' })
      await applied(reach, sent.body.submission)
      const attempts = (least: number) =>
        until(
          `${least} attempts`,
          async () =>
            (await figure(lichen.cluster.url, `select attempts from delivery where key = 'crm:tarnfield_crm'`)) >=
            least,
        )
      await attempts(1)
      // Waits of 2 and 4 seconds, give or take a quarter.
      const waited = await secondsOf(() => attempts(3))
      expect(waited).toBeGreaterThan(0.7 * (2 + 4))
      await turn(lichen, { crm: 'works' })
      await until(
        'it is delivered',
        async () =>
          (await figure(lichen.cluster.url, `select count(*) from delivery where state <> 'delivered'`)) === 0,
        30,
      )
    }),
    90_000,
  )

  it(
    'keep a mail waiting for just its minute',
    withBoth(async ({ lichen, reach }) => {
      const messages = (smallForm.messages ?? []).map((message) =>
        message.to === 'visitor' ? { ...message, waits: { for: 'time' as const, minutes: 1 } } : message,
      )
      await releasedForm(reach, 'waits', { ...smallForm, messages })
      const sent = await send(reach, 'waits', { first_name: 'Tock', email: 'tock@clock.example' })
      await applied(reach, sent.body.submission)
      const mail = `from delivery join submission on submission.id = cause_id where key = 'mail:thanks' and cause_id = '${sent.body.submission}'`
      const seconds = (what: string) =>
        figure(lichen.cluster.url, `select extract(epoch from ${what} - received_at)::float8 ${mail}`)
      expect(await seconds('due_at')).toBeCloseTo(60, 1)
      await until(
        'it has gone out',
        async () =>
          (await figure(lichen.cluster.url, `select count(*) ${mail} and delivery.state = 'delivered'`)) === 1,
        90,
      )
      const waited = await seconds('delivery.settled_at')
      expect([waited > 59.99, waited < 75]).toEqual([true, true])
      expect((await mailTo(lichen, 'tock@clock.example')).length).toBe(1)
    }),
    120_000,
  )

  it(
    'stand in nothing that is stored',
    withBoth(async ({ lichen }) => {
      await fetch(`${lichen.url}/f/clock`)
      const [off] = await query<{ most: number }>(
        lichen.cluster.url,
        `select max(abs(extract(epoch from now() - at)))::float8 as most from (
         select received_at as at from submission union all select applied_at from submission
         union all select at from record_change join submission on submission.id = record_change.cause_id
         union all select created_at from delivery union all select settled_at from delivery
         union all select arrived_at from visit union all select last_at from visit
         union all select at from visit_event union all select beat_at from worker_process) moments
       where at is not null`,
      )
      expect(off?.most).toBeLessThan(300)
      expect((await mailTo(lichen, 'tick@clock.example')).length).toBe(1)
    }),
  )
})
