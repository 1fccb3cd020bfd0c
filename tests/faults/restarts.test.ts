import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { mailTo, type Reach, releasedForm, send, smallForm, until } from '../support/api'
import { figure } from '../support/database'
import { floorOf, secondsOf } from '../support/floor'
import { lichenOf, pause, startDatabase, untilWell } from '../support/lichen'
import { beginLoaded } from '../support/loaded'

const RESTARTS = 20
/** Everything goes on by itself within so many times what it takes to start Lichen and to have one mail come. */
const WITHIN = 5

/** The database is restarted again and again under load, with web and worker apart and in one process. */
describe.each(['web and worker', 'all'] as const)('restarts of the database, role %s', (role) => {
  const lichen = lichenOf(`restarts-${role === 'all' ? 'all' : 'apart'}`, role === 'all' ? 4720 : 4740)
  let reach: Reach
  let floor = 0

  const probe = async (email: string, seconds: number) => {
    const visit = randomUUID()
    const values = { first_name: 'Probe', email }
    const end = performance.now() + seconds * 1000
    const left = () => (end - performance.now()) / 1000
    await until(
      `${email} is taken`,
      async () => (await send(reach, 'restarts', values, { visit }).catch(() => null))?.status === 200,
      left(),
    )
    await until(`${email} is applied and its mail there`, async () => (await mailTo(lichen, email)).length > 0, left())
  }

  beforeAll(async () => {
    const token = await beginLoaded(lichen)
    reach = { url: lichen.url, bench: lichen.bench, token }
    const start = await secondsOf(async () => {
      if (role === 'all') {
        lichen.start('bench')
        lichen.start('all')
      } else await lichen.startAll()
      await untilWell(lichen)
    })
    await releasedForm(reach, 'restarts', smallForm)
    floor = start + (await floorOf((n) => probe(`floor-${n}@restarts.example`, 60)))
  })
  afterAll(() => lichen.stop())

  it(`${RESTARTS} of them: each time work goes on`, async () => {
    let over = false
    let sentUnderLoad = 0
    const load = Array.from({ length: 3 }, async () => {
      while (!over) {
        const values = { first_name: 'Load', email: `load-${sentUnderLoad % 200}@restarts.example` }
        const sent = await send(reach, 'restarts', values, { visit: randomUUID() }).catch(() => null)
        if (sent?.status === 200) sentUnderLoad++
        // No more than goes out meanwhile: a probe waits behind what came before it, whether or not anything restarts.
        await pause(400)
      }
    })
    const waits: number[] = []
    for (let n = 0; n < RESTARTS; n++) {
      lichen.cluster.stop()
      if (n % 4 === 3) await pause(4000)
      await startDatabase(lichen)
      waits.push(await secondsOf(() => probe(`probe-${n}@restarts.example`, WITHIN * floor)))
    }
    over = true
    await Promise.all(load)
    const told = waits.map((seconds) => seconds.toFixed(1)).join(', ')
    console.log(
      `${role}: ${sentUnderLoad} sent meanwhile; seconds until a probe’s mail was there: ${told}; the floor is ${floor.toFixed(1)}`,
    )
    await until(
      'everything that was taken is applied and delivered',
      async () =>
        (await figure(
          lichen.cluster.url,
          `select (select count(*) from submission where state = 'received')
             + (select count(*) from delivery where state = 'waiting' and error is null)`,
        )) === 0,
      90,
    )
    expect(sentUnderLoad).toBeGreaterThan(RESTARTS)
    expect(Math.max(...waits)).toBeLessThan(WITHIN * floor)
    await untilWell(lichen)
  }, 600_000)

  it('an absence is said at once, and nothing is taken meanwhile', async () => {
    lichen.cluster.stop()
    await until('health says so', async () => (await fetch(`${lichen.url}/api/health`)).status === 503)
    const visit = randomUUID()
    const values = { first_name: 'Patient', email: 'patient@restarts.example' }
    const seconds = await secondsOf(async () => {
      const told = await Promise.all(Array.from({ length: 5 }, () => send(reach, 'restarts', values, { visit })))
      expect(told.map(({ status }) => status)).toEqual([503, 503, 503, 503, 503])
    })
    expect(seconds).toBeLessThan(floor)
    for (const [path, words] of [
      ['/f/restarts', 'Back in a moment'],
      ['/sign-in', 'Back in a moment'],
      ['/forms', 'Back in a moment'],
    ] as const) {
      const page = await fetch(lichen.url + path, { redirect: 'manual' })
      expect([path, page.status, page.headers.get('retry-after')]).toEqual([path, 503, '2'])
      expect(await page.text()).toContain(words)
    }
    const entering = await fetch(`${lichen.url}/api/auth/sign-in/email`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: lichen.url },
      body: '{"email":"ines@tarnfield.example","password":"kiln-and-glaze"}',
    })
    expect(entering.status).toBe(503)
    await startDatabase(lichen)
    await until('it is taken again', async () => (await send(reach, 'restarts', values, { visit })).status === 200)
    await until('and applied', async () => (await mailTo(lichen, values.email)).length > 0)
  })
})
