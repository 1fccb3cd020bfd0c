import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { api, applied, mailTo, type Reach, releasedForm, send, smallForm, until } from '../support/api'
import { figure } from '../support/database'
import { readFacts } from '../support/facts'
import { turn } from '../support/lichen'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()
const slug = `lanes-${Date.now().toString(36)}`
const address = (name: string) => `${name}-${slug}@lanes.example`

/** So many wait for a place that hangs: before, they took all hands for more than a minute. */
const MANY = 60

interface Rest {
  failures: number
  error: string
  waiting: number
  since: string
  until: string
}

const figureOf = (where: string) =>
  figure(
    facts.database,
    `select count(*) from delivery d join form f on f.id = d.form_id where f.slug = $1 and d.body->>'to' = 'crm' and ${where}`,
    [slug],
  )

/** The CRM of one workspace hangs; another workspace's mail goes by. */
describe('a place that hangs', () => {
  let other: Reach
  beforeAll(async () => {
    await releasedForm(facts, slug, smallForm)
    const { token } = await makeWorkspace(facts, false)
    other = { ...facts, token }
    await releasedForm(other, `${slug}-other`, { ...smallForm, joins: [], routing: {} })
    await turn(facts, { crm: 'hangs' })
    const sent = await Promise.all(
      Array.from({ length: MANY }, (_, n) => send(facts, slug, { first_name: `Lane ${n}`, email: address(`l${n}`) })),
    )
    for (const one of sent) await applied(facts, one.body.submission)
  })
  afterAll(() => turn(facts, { crm: 'works' }))

  it('keeps few hands busy, and holds up nobody’s mail, of its own workspace or another', async () => {
    expect(await figureOf("d.state = 'waiting'")).toBe(MANY)
    for (const [reach, form, name] of [
      [facts, slug, 'own'],
      [other, `${slug}-other`, 'other'],
    ] as const) {
      const { body } = await send(reach, form, { first_name: 'Una', email: address(name) })
      await until('the mail', async () => (await mailTo(facts, address(name))).length > 0, 15)
      await applied(reach, body.submission)
    }
    expect(await figureOf("d.state = 'waiting' and d.lease_until > now()")).toBeLessThanOrEqual(8)
    expect(await figureOf("d.state = 'delivered'")).toBe(0)
  })

  it('rests after a few tries, longer each time, tells its workspace, and worries nobody else', async () => {
    const rest = await until(
      'it rests',
      async () => {
        const { body } = await api<{ connections: { name: string; rests: Rest | null }[] }>(
          facts,
          'GET',
          '/connections',
        )
        return body.connections.find(({ name }) => name === 'tarnfield_crm')?.rests
      },
      60,
    )
    expect(rest).toMatchObject({ error: 'No answer within 10 seconds' })
    expect(rest.failures).toBeGreaterThanOrEqual(3)
    expect(rest.waiting).toBeGreaterThanOrEqual(MANY)
    expect(Date.parse(rest.until)).toBeGreaterThan(Date.parse(rest.since))
    // Others there have spent no try on it.
    expect(await figureOf('d.attempts = 0')).toBeGreaterThan(MANY / 2)
    const { body } = await api<{ connections: { rests: Rest | null }[] }>(other, 'GET', '/connections')
    expect(body.connections.filter(({ rests }) => rests !== null)).toEqual([])
  })

  it('goes on as soon as it answers somebody who tries it, and loses nothing', async () => {
    await turn(facts, { crm: 'works' })
    const tried = await api<{ ok: boolean }>(facts, 'POST', '/connections/tarnfield_crm/tries')
    expect(tried.body.ok).toBe(true)
    await until('all are delivered', async () => (await figureOf("d.state <> 'delivered'")) === 0, 60)
    const { body } = await api<{ connections: { name: string; rests: Rest | null }[] }>(facts, 'GET', '/connections')
    expect(body.connections.find(({ name }) => name === 'tarnfield_crm')?.rests).toBeNull()
  })
})
