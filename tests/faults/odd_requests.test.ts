import fc from 'fast-check'
import { Agent, request } from 'node:http'
import { readFileSync } from 'node:fs'
import { connect } from 'node:net'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { api, type Reach, releasedForm, smallForm, until } from '../support/api'
import { figure, query } from '../support/database'
import { lichenOf } from '../support/lichen'
import { beginLoaded } from '../support/loaded'
import { signIn } from '../support/session'
import { type Odd, oddRequest } from './odd'

const REQUESTS = 10_000
const AT_ONCE = 8

interface Answer extends Odd {
  status: number
  text: string
}

const agent = new Agent({ keepAlive: true, maxSockets: AT_ONCE })

/** Requests that nobody in their right mind sends, over every route there is. */
describe('odd requests', () => {
  const lichen = lichenOf('odd', 4620, { LICHEN_LIMITS: '1000000' })
  const answers: Answer[] = []
  let reach: Reach
  let cookie = ''

  const ask = (odd: Odd): Promise<Answer> =>
    new Promise((done, fail) => {
      const sent = request(lichen.url + odd.path, { method: odd.method, headers: odd.headers, agent }, (response) => {
        const chunks: Buffer[] = []
        response.on('data', (chunk: Buffer) => chunks.push(chunk))
        response.on('end', () => {
          const text = Buffer.concat(chunks).toString()
          done({ ...odd, status: response.statusCode ?? 0, text })
        })
      })
      sent.setTimeout(30_000, () => sent.destroy(new Error(`No answer: ${odd.method} ${odd.path.slice(0, 200)}`)))
      sent.on('error', fail)
      sent.end(odd.body)
    })

  beforeAll(async () => {
    const token = await beginLoaded(lichen)
    await lichen.startAll()
    reach = { url: lichen.url, bench: lichen.bench, token }
    await releasedForm(reach, 'odd', smallForm)
    cookie = await signIn(lichen)
  })
  afterAll(() => lichen.stop())

  it(`${REQUESTS} of them get an answer that is no fault of ours`, async () => {
    const odds = fc.sample(await oddRequest(reach, cookie), { numRuns: REQUESTS, seed: 20261 })
    const queue = odds[Symbol.iterator]()
    await Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        for (let turn = queue.next(); !turn.done; turn = queue.next()) answers.push(await ask(turn.value))
      }),
    )
    const tally = new Map<number, number>()
    for (const { status } of answers) tally.set(status, (tally.get(status) ?? 0) + 1)
    console.log(
      [...tally]
        .sort(([a], [b]) => a - b)
        .map(([status, n]) => `${status}: ${n}`)
        .join(', '),
    )
    const ours = answers.filter(({ status }) => status >= 500 || status === 0)
    expect(ours.map(describeOdd).slice(0, 20)).toEqual([])
    expect(answers).toHaveLength(REQUESTS)
  }, 600_000)

  it('nor do requests that are no HTTP', async () => {
    const lines = [
      'GET',
      'GET  /f/odd HTTP/1.1',
      'GET //\\evil HTTP/1.1',
      'GET http://evil/ HTTP/1.1',
      'POST /f/%zz HTTP/1.1',
    ]
    for (const line of lines) {
      const [, port] = /:(\d+)$/.exec(lichen.url) ?? []
      const said = await new Promise<string>((done, fail) => {
        const socket = connect(Number(port), '127.0.0.1', () => {
          socket.write(`${line}\r\nhost: x\r\ncontent-length: 0\r\nconnection: close\r\n\r\n`)
        })
        let text = ''
        socket.on('data', (chunk: Buffer) => (text += chunk.toString()))
        socket.on('close', () => done(text))
        socket.on('error', fail)
        socket.setTimeout(20_000, () => socket.destroy(new Error(`No answer to “${line}”`)))
      })
      expect(said.split('\r\n')[0]).toMatch(/^HTTP\/1\.1 [234]\d\d/)
    }
  })

  it('every submission that was taken ends applied, kept as spam, or failed with a reason; none that was refused is stored', async () => {
    const taken = answers.flatMap(({ method, path, status, text }) =>
      method === 'POST' &&
      /^\/f\/[^/]+$/.test(path.split('?')[0] ?? '') &&
      status === 200 &&
      text.startsWith('{"submission"')
        ? [(JSON.parse(text) as { submission: string }).submission]
        : [],
    )
    expect(taken.length).toBeGreaterThan(20)
    await until(
      'all are settled',
      async () => (await figure(lichen.cluster.url, `select count(*) from submission where state = 'received'`)) === 0,
      60,
    )
    const stored = await query<{ id: string; state: string; error: string | null }>(
      lichen.cluster.url,
      'select id, state, error from submission',
    )
    const byPage = answers.filter(({ status, text }) => status === 200 && text.includes('class="outcome"')).length
    expect(stored.length).toBeLessThanOrEqual(new Set(taken).size + byPage)
    for (const id of taken) expect(stored.find((one) => one.id === id)?.state).toMatch(/applied|failed|spam/)
    expect(stored.filter(({ state, error }) => state === 'failed' && !error)).toEqual([])
    const made = answers.filter(
      ({ method, path, status }) =>
        method === 'POST' && /^\/api\/v1\/contacts\/?$/.test(path.split('?')[0] ?? '') && status === 201,
    ).length
    const contacts = await figure(lichen.cluster.url, `select count(*) from record where type = 'contact'`)
    expect(contacts).toBeLessThanOrEqual(300 + made + stored.length)
  }, 120_000)

  it('each is logged in lines of JSON, by whoever speaks', () => {
    const lines = readFileSync(join(lichen.home, 'web.log'), 'utf8').split('\n')
    const said = lines.filter((line) => line !== '' && !line.endsWith(' started'))
    expect(said.length).toBeGreaterThan(1)
    expect(said.filter((line) => !line.startsWith('{"level":')).slice(0, 5)).toEqual([])
  })

  it('the studio still shows every page, and work goes on', async () => {
    const health = await fetch(`${lichen.url}/api/health`)
    const status = expect.stringMatching(/^(?:ok|behind)$/) as string
    expect(await health.json()).toMatchObject({ status, database: 'up' })
    const { body } = await api<{ forms: { slug: string }[] }>(reach, 'GET', '/forms')
    const places = ['compose', 'records', 'dispatch', 'rehearse', 'release', 'readout']
    const [submission] = await query<{ id: string }>(lichen.cluster.url, 'select id from submission limit 1')
    const [contact] = await query<{ id: string }>(
      lichen.cluster.url,
      "select id from record where type = 'contact' limit 1",
    )
    const paths = [
      ...[
        '/forms',
        '/arrivals',
        '/arrivals?state=unfinished',
        '/people',
        '/people/companies',
        '/outbox?show=all',
        '/bench',
        '/settings',
      ],
      ...[`/arrivals/${submission?.id}`, `/people/${contact?.id}`],
      ...body.forms.slice(0, 60).flatMap(({ slug }) => places.map((place) => `/forms/${slug}/${place}`)),
    ]
    for (const path of paths) {
      const shown = await ask({ method: 'GET', path, headers: { cookie }, body: '' })
      expect([path, shown.status]).toEqual([path, 200])
    }
  }, 300_000)
})

const describeOdd = ({ method, path, headers, body, status }: Answer): string =>
  `${status} ${method} ${path.slice(0, 200)} ${JSON.stringify(headers).slice(0, 200)} ${body.slice(0, 300)}`
