import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { api, formAsking, askEmail, askFirstName, insist, type Reach, releasedForm, until } from '../support/api'
import { figure, query } from '../support/database'
import { killProcess, lichenOf, pause, untilWell } from '../support/lichen'
import { beginLoaded } from '../support/loaded'
import { NASTY_TEXT } from './nasty'

const ODD = 10_000
const WAITING = 400
const KILLS = 4

/** Inlets take whatever is sent to them, and lose none of it. */
describe('inlets', () => {
  const lichen = lichenOf('inlets', 4720)
  let reach: Reach
  let first: ReturnType<typeof lichen.start>

  beforeAll(async () => {
    const token = await beginLoaded(lichen)
    lichen.start('bench')
    first = lichen.start('worker')
    lichen.start('web', { LICHEN_LIMITS: '1000' })
    reach = { url: lichen.url, bench: lichen.bench, token }
    await untilWell(reach)
    for (const slug of ['odd', 'many']) {
      await releasedForm(reach, slug, formAsking([askFirstName, askEmail], { messages: [], routing: {} }))
      await api(reach, 'POST', `/forms/${slug}/inlets`, { name: 'old', title: 'Old website' })
    }
  })
  afterAll(() => lichen.stop())

  it(`answer ${ODD} odd posts, each kept or refused for its own fault`, async () => {
    const posts = fc.sample(oddPost, { numRuns: ODD, seed: 21 })
    const statuses: Record<number, number> = {}
    await sideBySide([...posts.entries()], async ([n, { path, headers: sent, body }]) => {
      const headers = { ...sent, 'idempotency-key': `odd ${n}` }
      const response = await fetch(`${reach.url}/f/odd/in/${path}`, { method: 'POST', headers, body })
      await response.arrayBuffer()
      statuses[response.status] = (statuses[response.status] ?? 0) + 1
    })
    const faults = Object.keys(statuses).filter((status) => Number(status) >= 500)
    expect([statuses, faults]).toEqual([statuses, []])
    expect(Object.values(statuses).reduce((sum, n) => sum + n, 0)).toBe(ODD)
    // What was answered as kept is kept, once: to people and to programs.
    const kept = await figure(
      lichen.cluster.url,
      `select count(*) from inlet_post p join inlet i on i.id = p.inlet_id
        join form f on f.id = i.form_id where f.slug = 'odd'`,
    )
    expect(kept).toBe((statuses[200] ?? 0) + (statuses[202] ?? 0))
    expect(kept).toBeGreaterThan(ODD / 10)
    const shown = await api<{ fields: unknown[]; waiting: number }>(reach, 'GET', '/forms/odd/inlets/old')
    expect([shown.status, shown.body.waiting]).toEqual([200, kept])
  })

  it(`lose none of ${WAITING} that wait, and double none, while whoever takes them is killed`, async () => {
    const names = Array.from({ length: WAITING }, (_, n) => `n${n}@kiln.example`)
    await sideBySide(names, async (mail) => {
      const sent = await insist(async () => {
        const response = await fetch(`${reach.url}/f/many/in/old`, {
          method: 'POST',
          body: new URLSearchParams({ wer: 'Ada', mail }),
        })
        return { status: response.status, body: await response.json() }
      })
      expect(sent.status).toBe(202)
    })
    await killProcess(first)
    const agreed = [
      { name: 'wer', sense: { to: 'question', question: 'first_name' } },
      { name: 'mail', sense: { to: 'question', question: 'email' } },
    ]
    await api(reach, 'PUT', '/forms/many/inlets/old/fields', { agreed })
    expect((await api(reach, 'POST', '/forms/many/releases', {})).status).toBe(201)
    const countTaken = () =>
      figure(
        lichen.cluster.url,
        `select count(*) from inlet_post p join inlet i on i.id = p.inlet_id
        join form f on f.id = i.form_id where f.slug = 'many' and p.state = 'taken'`,
        [],
      )
    for (let n = 0; n < KILLS; n++) {
      const worker = lichen.start('worker')
      const before = await countTaken()
      await until(
        'some more are taken',
        async () => (await countTaken()) > before + 20 || (await countTaken()) === WAITING,
      )
      await pause(50 * n)
      await killProcess(worker)
    }
    lichen.start('worker')
    await until(
      'all are taken and applied',
      async () =>
        (await figure(
          lichen.cluster.url,
          `select count(*) from submission s join form f on f.id = s.form_id
        where f.slug = 'many' and s.state = 'applied'`,
          [],
        )) === WAITING,
      120,
    )
    const doubled = await query(
      lichen.cluster.url,
      `select s."values" ->> 'email' from submission s
      join form f on f.id = s.form_id where f.slug = 'many' group by 1 having count(*) > 1`,
      [],
    )
    expect([doubled, await countTaken()]).toEqual([[], WAITING])
  })
})

const AT_ONCE = 16

async function sideBySide<T>(all: readonly T[], run: (one: T) => Promise<void>): Promise<void> {
  const rest = [...all]
  const work = async () => {
    for (let one = rest.pop(); one !== undefined; one = rest.pop()) await run(one)
  }
  await Promise.all(Array.from({ length: AT_ONCE }, work))
}

const encode = (said: string): string => encodeURIComponent(said.toWellFormed())

const partsOf = (all: readonly (readonly [string, string])[]): string =>
  `${all
    .map(
      ([name, said], n) =>
        `--x\r\ncontent-disposition: form-data; name="${name.replaceAll(/["\r\n]/g, '')}"${n % 3 === 0 ? '; filename="f.txt"' : ''}\r\n\r\n${said}\r\n`,
    )
    .join('')}--x--\r\n`

const text = fc.oneof(
  { weight: 3, arbitrary: fc.constantFrom(...NASTY_TEXT) },
  { weight: 2, arbitrary: fc.string({ unit: 'binary' }) },
  { weight: 1, arbitrary: fc.emailAddress() },
)
const anyType = fc.constantFrom(
  'application/json',
  'application/x-www-form-urlencoded',
  'multipart/form-data; boundary=x',
  'multipart/form-data',
  'text/plain',
  'application/json; charset=utf-7',
  '',
)
const fields = fc.array(fc.tuple(text, text), { maxLength: 8 })

/** Fields as a form sends them, or JSON, or a body of parts; right or bent; or something else under such a name. */
const body = fc.oneof(
  fields.map((all) => [
    'application/x-www-form-urlencoded',
    all.map(([name, said]) => `${encode(name)}=${encode(said)}`).join('&'),
  ]),
  fc
    .oneof(fc.dictionary(text, fc.jsonValue()), fc.jsonValue())
    .map((json) => ['application/json', JSON.stringify(json)]),
  fields.map((all) => ['multipart/form-data; boundary=x', partsOf(all)]),
  fc.tuple(anyType, text),
  fc.tuple(anyType, fields.map(partsOf)),
)

const oddPost = fc
  .tuple(
    body,
    fc.constantFrom('old', 'old', 'old', 'old', 'none', 'old/', 'old?utm_source=%00', 'old?a=1&a=2&test=x'),
    fc.constantFrom('*/*', 'text/html', 'application/json'),
    fc.option(fc.constantFrom('https://www.studio.example', 'null', 'https://x'), { nil: undefined }),
  )
  .map(([[type = '', said = ''], path, accept, origin]) => ({
    path,
    headers: { accept, ...(type !== '' && { 'content-type': type }), ...(origin !== undefined && { origin }) },
    body: said,
  }))
