import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { mailTo, type Reach, releasedForm, send, smallForm, until } from '../support/api'
import { figure } from '../support/database'
import { lichenOf, pause, startDatabase, untilWell } from '../support/lichen'

const RESTARTS = 20
/** Everything goes on by itself within this, in seconds. */
const WITHIN = 15

/** The database is restarted again and again under load, with web and worker apart and in one process. */
describe.each(['web and worker', 'all'] as const)('restarts of the database, role %s', (role) => {
  const lichen = lichenOf(`restarts-${role === 'all' ? 'all' : 'apart'}`, role === 'all' ? 4720 : 4740)
  let reach: Reach

  beforeAll(async () => {
    const token = await lichen.loadAnew(['--no-visits'])
    reach = { url: lichen.url, bench: lichen.bench, token }
    if (role === 'all') {
      lichen.start('bench')
      lichen.start('all')
    } else await lichen.startAll()
    await untilWell(lichen)
    await releasedForm(reach, 'restarts', smallForm)
  })
  afterAll(() => lichen.stop())

  it(`${RESTARTS} of them: each time work goes on within ${WITHIN} seconds`, async () => {
    let over = false
    let sentUnderLoad = 0
    const load = Array.from({ length: 3 }, async () => {
      while (!over) {
        const values = { first_name: 'Load', email: `load-${sentUnderLoad % 200}@restarts.example` }
        const sent = await send(reach, 'restarts', values, { visit: randomUUID() }).catch(() => null)
        if (sent?.status === 200) sentUnderLoad++
        await pause(150)
      }
    })
    const waits: number[] = []
    for (let n = 0; n < RESTARTS; n++) {
      lichen.cluster.stop()
      if (n % 4 === 3) await pause(4000)
      await startDatabase(lichen)
      const began = performance.now()
      const email = `probe-${n}@restarts.example`
      const visit = randomUUID()
      await until(
        `probe ${n} is taken`,
        async () =>
          (await send(reach, 'restarts', { first_name: 'Probe', email }, { visit }).catch(() => null))?.status === 200,
        WITHIN,
      )
      await until(
        `probe ${n} is applied and its mail delivered`,
        async () => (await mailTo(lichen, email)).length > 0,
        WITHIN - (performance.now() - began) / 1000,
      )
      waits.push((performance.now() - began) / 1000)
    }
    over = true
    await Promise.all(load)
    const told = waits.map((seconds) => seconds.toFixed(1)).join(', ')
    console.log(`${role}: ${sentUnderLoad} sent meanwhile; seconds until a probe’s mail was there: ${told}`)
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
    expect(Math.max(...waits)).toBeLessThan(WITHIN)
    await untilWell(lichen)
  }, 600_000)

  it('an absence is said at once, and nothing is taken meanwhile', async () => {
    lichen.cluster.stop()
    await until('health says so', async () => (await fetch(`${lichen.url}/api/health`)).status === 503)
    const visit = randomUUID()
    const values = { first_name: 'Patient', email: 'patient@restarts.example' }
    const began = performance.now()
    const told = await Promise.all(Array.from({ length: 5 }, () => send(reach, 'restarts', values, { visit })))
    expect(told.map(({ status }) => status)).toEqual([503, 503, 503, 503, 503])
    expect(performance.now() - began).toBeLessThan(1000)
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
