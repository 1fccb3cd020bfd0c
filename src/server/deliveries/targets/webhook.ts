import { createHmac } from 'node:crypto'
import { ask } from '../reach'
import { Permanent, requireOk } from '../permanent'
import type { Errand, Sender } from './sender'

/** Posts events, signed as Standard Webhooks 1.0 describes it. The id is the same at every attempt. */
export const webhook: Sender<'webhook'> = {
  async send({ event }, errand) {
    requireOk('The webhook', await post(event, errand))
    return null
  },
  async try(errand, { name }) {
    const event = { type: 'connection.tried', timestamp: errand.now.toISOString(), data: { by: name } }
    const answer = await post(event, errand)
    requireOk('The webhook', answer)
    return `${answer.status}: ${answer.text.slice(0, 2000) || 'nothing more'}`
  },
}

function post(event: object, { id, settings, reach, now, signal }: Errand) {
  const { url, secret } = settings ?? {}
  if (!url || !secret) throw new Permanent('The webhook has no address or no signing secret')
  const body = JSON.stringify(event)
  const at = Math.floor(now.getTime() / 1000)
  const headers = {
    'content-type': 'application/json',
    'webhook-id': id,
    'webhook-timestamp': String(at),
    'webhook-signature': sign(secret, id, at, body),
  }
  return ask(new URL(url), { method: 'POST', headers, body }, reach, signal)
}

/** The signature of a message: `v1,` and HMAC-SHA256 in base64 over its id, its time in seconds and its body. */
export function sign(secret: string, id: string, at: number, body: string): string {
  const key = Buffer.from(secret.replace(/^whsec_/, ''), 'base64')
  return `v1,${createHmac('sha256', key).update(`${id}.${at}.${body}`).digest('base64')}`
}
