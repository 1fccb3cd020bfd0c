import { createServer, type IncomingHttpHeaders, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterEach, describe, expect, it } from 'vitest'
import { Permanent } from '../permanent'
import { readAllowed } from '../reach'
import { crm } from './crm'
import type { Errand } from './sender'
import { webhook } from './webhook'

interface Seen {
  method: string | undefined
  url: string | undefined
  headers: IncomingHttpHeaders
  body: string
}

/** A receiver on this machine that answers as it is told, and remembers what it was asked. */
async function receiver(status: number, said = 'because') {
  const seen: Seen[] = []
  const server = createServer((request, response) => {
    let body = ''
    request.on('data', (chunk: Buffer) => (body += chunk.toString()))
    request.on('end', () => {
      seen.push({ method: request.method, url: request.url, headers: request.headers, body })
      response.writeHead(status, status === 302 ? { location: 'http://127.0.0.1:1/' } : {}).end(said)
    })
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  open.push(server)
  return { seen, url: `http://127.0.0.1:${(server.address() as AddressInfo).port}/base` }
}
const open: Server[] = []
afterEach(() => open.splice(0).forEach((server) => void server.close()))

const here = readAllowed('127.0.0.1')
const errandTo = (settings: Record<string, string>, more: Partial<Errand> = {}): Errand => ({
  id: 'delivery-1',
  workspaceId: 'w1',
  settings,
  smtpUrl: '',
  reach: here ? [here] : [],
  now: new Date(),
  signal: AbortSignal.timeout(5000),
  ...more,
})

const contact = { to: 'crm' as const, email: 'ilka@x.example', values: { first_name: 'Ilka' }, revision: 3 }

describe('the CRM', () => {
  it('gets the whole contact with its revision, an idempotency key and its token', async () => {
    const { seen, url } = await receiver(200)
    expect(await crm.send(contact, errandTo({ url, token: 'T0ken' }))).toBeNull()
    const [{ headers, body, ...rest } = { headers: {}, body: '' }] = seen
    expect(rest).toEqual({ method: 'POST', url: '/base/crm/contacts' })
    expect(headers).toMatchObject({ 'idempotency-key': 'delivery-1', authorization: 'Bearer T0ken' })
    expect(JSON.parse(body)).toEqual({ email: 'ilka@x.example', fields: { first_name: 'Ilka' }, revision: 3 })
  })
  it('fails with what was said, for good where it refuses, and is followed nowhere else', async () => {
    const { url } = await receiver(500)
    const busy = { url }
    await expect(crm.send(contact, errandTo(busy))).rejects.toThrow('The CRM answered 500: because')
    await expect(crm.send(contact, errandTo(busy))).rejects.not.toBeInstanceOf(Permanent)
    for (const status of [302, 401, 404]) {
      const { url } = await receiver(status)
      await expect(crm.send(contact, errandTo({ url }))).rejects.toBeInstanceOf(Permanent)
    }
  })
  it('is tried by reading, and shows what came back', async () => {
    const { seen, url } = await receiver(200, '{"contacts":[]}')
    expect(await crm.try(errandTo({ url }), { name: 'Ines', email: 'ines@x.example' })).toBe('200: {"contacts":[]}')
    expect(seen).toMatchObject([{ method: 'GET', url: '/base/crm/contacts?limit=1' }])
  })
  it('is never read to the end of an answer without one', async () => {
    const { url } = await receiver(200, 'x'.repeat(1_000_000))
    expect((await crm.try(errandTo({ url }), { name: '', email: '' })).length).toBeLessThan(2100)
  })
})

describe('an address within', () => {
  const outside = { reach: [] }
  it('is refused for good, whatever way it is written, and nothing is sent', async () => {
    const { seen, url } = await receiver(200)
    const { port } = new URL(url)
    const ways = [`127.0.0.1:${port}`, `localhost:${port}`, `127.1:${port}`, `0x7f000001:${port}`, `[::1]:${port}`]
    for (const host of [...ways, `[::ffff:127.0.0.1]:${port}`, '10.0.0.1', '169.254.169.254', '[fd00::1]'])
      await expect(crm.send(contact, errandTo({ url: `http://${host}/` }, outside))).rejects.toThrow(
        /is not a public address/,
      )
    expect(seen).toEqual([])
  })
  it('is reached on the port that is allowed and on no other', async () => {
    const { url } = await receiver(200)
    const only = (port: number) => [readAllowed(`127.0.0.1:${port}`)].filter((one) => one !== null)
    const port = Number(new URL(url).port)
    expect(await crm.send(contact, errandTo({ url }, { reach: only(port) }))).toBeNull()
    await expect(crm.send(contact, errandTo({ url }, { reach: only(port + 1) }))).rejects.toBeInstanceOf(Permanent)
  })
})

describe('a webhook', () => {
  const body = { to: 'webhook' as const, event: { type: 'submission.applied' } as never }
  it('needs a secret to sign with', async () => {
    await expect(webhook.send(body, errandTo({ url: 'http://127.0.0.1:1/' }))).rejects.toThrow('no signing secret')
  })
  it('keeps its id and its body at every attempt, so that a repeat can be told', async () => {
    const { seen, url } = await receiver(503)
    const errand = errandTo({ url, secret: `whsec_${Buffer.alloc(32, 7).toString('base64')}` })
    for (let tries = 0; tries < 2; tries++) await expect(webhook.send(body, errand)).rejects.toThrow('503')
    const [first, second] = seen
    expect(first?.headers['webhook-id']).toBe('delivery-1')
    expect([second?.headers['webhook-id'], second?.body]).toEqual(['delivery-1', first?.body])
  })
  it('is stamped with the time it is told, whatever the clock of this machine says', async () => {
    const { seen, url } = await receiver(200)
    const secret = `whsec_${Buffer.alloc(32, 7).toString('base64')}`
    await webhook.send(body, errandTo({ url, secret }, { now: new Date('2026-01-02T03:04:05Z') }))
    expect(seen[0]?.headers['webhook-timestamp']).toBe('1767323045')
  })
})
