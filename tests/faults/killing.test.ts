import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Installation } from '../../scripts/machine/installation.mjs'
import { type Reach, releasedForm, send, smallForm, until } from '../support/api'

const SUBMISSIONS = 500
const AT_ONCE = 12

/** Processes of a Lichen of their own are killed without warning while answers come in. */
describe('killing', () => {
  const lichen = new Installation('.lichen-test/faults', 4600, { LICHEN_DELIVERY_WAIT: '0.5' })
  const running = new Map<string, ReturnType<Installation['start']>>()
  let reach: Reach

  const start = (what: 'web' | 'worker') => running.set(what, lichen.start(what))
  const kill = (what: 'web' | 'worker') =>
    new Promise<void>((done) => {
      const child = running.get(what)?.child
      child?.once('exit', () => done())
      child?.kill('SIGKILL')
    })
  const healthy = () =>
    until(
      'Lichen is well',
      async () => {
        const response = await fetch(`${lichen.url}/api/health`).catch(() => null)
        return response?.ok
      },
      60,
    )

  beforeAll(async () => {
    const token = await lichen.loadAnew(['--no-visits'])
    lichen.start('bench')
    start('worker')
    start('web')
    reach = { url: lichen.url, bench: lichen.bench, token }
    await healthy()
    await releasedForm(reach, 'killing', smallForm)
  })
  afterAll(() => lichen.stop())

  it(`web and worker during ${SUBMISSIONS} submissions loses none and doubles none`, async () => {
    const visits = Array.from({ length: SUBMISSIONS }, (_, n) => ({ n, visit: randomUUID() }))
    const answered = new Map<string, string>()
    let refusedConnections = 0
    let kills = 0

    /** Sends as a visitor's page does: the same visit again and again until there is an answer. */
    const insist = async ({ n, visit }: { n: number; visit: string }) => {
      for (;;) {
        const values = { first_name: `Person ${n}`, email: `person-${n}@killing.example`, letter: true }
        const sent = await send(reach, 'killing', values, { visit }).catch(() => null)
        if (sent?.status === 200) {
          answered.set(visit, sent.body.submission)
          return
        }
        refusedConnections++
        await new Promise((done) => setTimeout(done, 100))
      }
    }
    const queue = visits[Symbol.iterator]()
    const sending = Array.from({ length: AT_ONCE }, async () => {
      for (let turn = queue.next(); !turn.done; turn = queue.next()) {
        await insist(turn.value)
        await new Promise((done) => setTimeout(done, 60))
      }
    })
    const killing = (async () => {
      for (const what of ['worker', 'web', 'worker', 'web'] as const) {
        await until('some more answers', () => Promise.resolve(answered.size > Math.min(450, kills * 110)), 60)
        await kill(what)
        kills++
        start(what)
      }
    })()
    await Promise.all([...sending, killing])
    expect(answered.size).toBe(SUBMISSIONS)
    expect(kills).toBe(4)
    expect(refusedConnections).toBeGreaterThan(0)

    const client = new pg.Client(lichen.cluster.url)
    await client.connect()
    const one = async (sql: string) => Number(Object.values((await client.query(sql)).rows[0] as object)[0])
    const mine = `from submission s join form f on f.id = s.form_id where f.slug = 'killing'`
    await until(
      'all are applied',
      async () => (await one(`select count(*) ${mine} and s.state = 'applied'`)) === SUBMISSIONS,
      90,
    )
    await until(
      'all is delivered',
      async () => (await one(`select count(*) from delivery where state <> 'delivered'`)) === 0,
      90,
    )
    const { rows } = await client.query<{ id: string; visit_id: string }>(`select s.id, s.visit_id ${mine}`)
    expect(rows).toHaveLength(SUBMISSIONS)
    for (const { id, visit_id } of rows) expect(answered.get(visit_id)).toBe(id)
    // Applied once: one contact, one membership, one line of lineage a field, three deliveries each.
    expect(await one(`select count(*) from contact where email like '%@killing.example'`)).toBe(SUBMISSIONS)
    expect(
      await one(
        `select count(*) from list_membership m join contact c on c.id = m.contact_id where email like '%@killing.example'`,
      ),
    ).toBe(SUBMISSIONS)
    expect(
      await one(
        `select count(*) from contact_change ch join contact c on c.id = ch.contact_id where email like '%@killing.example'`,
      ),
    ).toBe(2 * SUBMISSIONS)
    expect(await one(`select count(*) from contact where email like '%@killing.example' and revision <> 1`)).toBe(0)
    expect(await one(`select count(*) from delivery`)).toBe(3 * SUBMISSIONS)
    expect(await one(`select count(*) from visit_event where kind = 'sent'`)).toBe(SUBMISSIONS)
    await client.end()
    const bench = async <T>(path: string) => (await (await fetch(lichen.bench + path)).json()) as T
    const crm = await bench<{ contacts: { email: string; writes: number }[] }>('/crm/contacts?limit=500')
    const written = crm.contacts.filter(({ email }) => email.endsWith('@killing.example'))
    expect(written).toHaveLength(SUBMISSIONS)
    expect(written.filter(({ writes }) => writes !== 1)).toEqual([])
    const { messages } = await bench<{ messages: { copies: number }[] }>(
      '/mailbox/messages?limit=500&to=advice@tarnfield.example',
    )
    expect(messages).toHaveLength(SUBMISSIONS)
    const copies = messages.filter((message) => message.copies > 1).length
    console.log(
      `${refusedConnections} tries failed while processes were down; ${copies} mails came twice under one Message-ID`,
    )
  }, 300_000)

  it('the database makes health say so, takes nothing, and everything goes on when it is back', async () => {
    await healthy()
    lichen.cluster.stop()
    const down = await until('health says so', async () => {
      const response = await fetch(`${lichen.url}/api/health`)
      return response.status === 503 && response
    })
    expect(await down.json()).toMatchObject({ database: 'down' })
    const visit = randomUUID()
    const values = { first_name: 'Patient', email: 'patient@killing.example' }
    expect((await send(reach, 'killing', values, { visit })).status).toBe(503)
    const page = await fetch(`${lichen.url}/f/killing`)
    expect([page.status, await page.text()]).toEqual([503, expect.stringContaining('Back in a moment')])
    await lichen.cluster.start()
    await healthy()
    const sent = await until('it is taken again', async () => {
      const again = await send(reach, 'killing', values, { visit })
      return again.status === 200 && again.body
    })
    await until(
      'and applied',
      async () => {
        const response = await fetch(`${reach.url}/api/v1/submissions/${sent.submission}`, {
          headers: { authorization: `Bearer ${reach.token}` },
        })
        return ((await response.json()) as { state: string }).state === 'applied'
      },
      60,
    )
  })
})
