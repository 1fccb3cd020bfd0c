import type { Db } from '@/db/database'
import { findWaiting, giveUpDelivery, markDelivered, postponeDelivery } from '@/db/queries/deliveries'
import type { DeliveryBody } from '@/db/schema'
import type { Config } from '../config'
import { writeToCrm } from './crm'
import { sendMail } from './mail'

/**
 * Makes one attempt at a delivery. A failure waits longer each time; after the last attempt the delivery
 * stays in the Outbox with its reason, to be sent again by hand. One already settled is left alone.
 */
export async function deliver(db: Db, id: string, config: Config, clock: () => Date): Promise<void> {
  const delivery = await findWaiting(db, id)
  if (!delivery) return
  try {
    await send(id, delivery.body, config)
  } catch (error) {
    const reason = reasonOf(error)
    const attempts = delivery.attempts + 1
    const now = clock()
    if (attempts >= config.LICHEN_DELIVERY_ATTEMPTS) await giveUpDelivery(db, id, reason, now)
    else await postponeDelivery(db, id, reason, nextAttempt(now, attempts, config.LICHEN_DELIVERY_WAIT))
    return
  }
  await markDelivered(db, id, clock())
}

function send(id: string, body: DeliveryBody, config: Config): Promise<void> {
  return body.to === 'mail' ? sendMail(config.LICHEN_SMTP_URL, id, body) : writeToCrm(config.LICHEN_CRM_URL, id, body)
}

/** When to try again after `attempts` failures: the wait doubles each time, up to six hours. */
export function nextAttempt(now: Date, attempts: number, firstWait: number): Date {
  const seconds = Math.min(firstWait * 2 ** (attempts - 1), 6 * 60 * 60)
  return new Date(now.getTime() + seconds * 1000)
}

function reasonOf(error: unknown): string {
  const parts: string[] = []
  for (let cause = error; cause instanceof Error && parts.length < 3; cause = cause.cause) parts.push(cause.message)
  return parts.filter(Boolean).join(': ').slice(0, 1000) || String(error)
}
