import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import fc from 'fast-check'
import { Webhook } from 'standardwebhooks'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readAllowed } from '@/server/deliveries/reach'
import { sign, webhook } from '@/server/deliveries/targets/webhook'

/** Our signatures, checked by the library that Standard Webhooks publishes (npm standardwebhooks). */
describe('a webhook’s signature', () => {
  const caught: { headers: Record<string, string>; body: string }[] = []
  let server: Server
  let url = ''
  beforeAll(async () => {
    server = createServer((request, response) => {
      const chunks: Buffer[] = []
      request.on('data', (chunk: Buffer) => chunks.push(chunk))
      request.on('end', () => {
        caught.push({ headers: request.headers as Record<string, string>, body: Buffer.concat(chunks).toString() })
        response.end()
      })
    })
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
    url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`
  })
  afterAll(() => server.close())

  const secretOf = (bytes: Uint8Array) => `whsec_${Buffer.from(bytes).toString('base64')}`
  const now = () => Math.floor(Date.now() / 1000)

  it('is the one of the specification’s own example', () => {
    // Standard Webhooks 1.0, the reference libraries' shared test vector, from memory.
    const secret = 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw'
    const signature = sign(secret, 'msg_p5jXN8AQM9LWM0D4loKWxJek', 1614265330, '{"test": 2432232314}')
    expect(signature).toBe('v1,g0hM9SsE+OTPJTGt/tmIKtSyZlE3uFJELVlNIOLJ1OE=')
  })
  it('holds for any secret and any text', () => {
    const bytes = fc.uint8Array({ minLength: 24, maxLength: 64 })
    fc.assert(
      fc.property(bytes, fc.uuid(), fc.string({ unit: 'grapheme' }), (key, id, text) => {
        const body = JSON.stringify({ text })
        const headers = {
          'webhook-id': id,
          'webhook-timestamp': String(now()),
          'webhook-signature': sign(secretOf(key), id, now(), body),
        }
        expect(new Webhook(secretOf(key)).verify(body, headers)).toEqual({ text })
      }),
    )
  })
  it('holds for what is really posted, and for nothing that was changed on the way', async () => {
    const secret = secretOf(new Uint8Array(32).fill(9))
    const here = readAllowed('127.0.0.1')
    const event = { type: 'submission.applied', data: { form: { name: 'Kilns “é” 漢字' } } } as never
    await webhook.send(
      { to: 'webhook', event },
      {
        id: 'delivery-7',
        workspaceId: 'w',
        settings: { url, secret },
        smtpUrl: '',
        reach: here ? [here] : [],
        now: new Date(),
        signal: AbortSignal.timeout(5000),
      },
    )
    const [{ headers, body } = { headers: {}, body: '' }] = caught
    expect(new Webhook(secret).verify(body, headers)).toEqual(event)
    expect(() => new Webhook(secret).verify(body.replace('Kilns', 'Kilnz'), headers)).toThrow()
    expect(() => new Webhook(secretOf(new Uint8Array(32))).verify(body, headers)).toThrow()
    expect(() => new Webhook(secret).verify(body, { ...headers, 'webhook-id': 'other' })).toThrow()
  })
})
