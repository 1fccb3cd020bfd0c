import type { Db } from '@/db/database'
import {
  giveUpDelivery,
  type HeldDelivery,
  markDelivered,
  postponeDelivery,
  takeDelivery,
} from '@/db/queries/deliveries'
import type { Config } from '../config'
import { reasonOf } from '../failures'
import { log } from '../log'
import { writeToCrm } from './crm'
import { sendMail } from './mail'
import { isPermanent } from './permanent'

/** How long one attempt may take, in milliseconds: less than the delivery is held for. */
const LONGEST = 10_000

/**
 * Makes one attempt at a delivery. What can never succeed is given up at once, with its reason; anything else
 * waits longer each time, and after the last attempt stays in the Outbox, to be sent again by hand. One
 * already settled, or in other hands, is left alone. Returns whether an attempt was made.
 */
export async function deliver(db: Db, id: string, config: Config): Promise<boolean> {
  const delivery = await takeDelivery(db, id)
  if (!delivery) return false
  let note: string | null
  try {
    note = await within(LONGEST, send(delivery, config))
  } catch (error) {
    const attempts = delivery.attempts + 1
    const permanent = isPermanent(error)
    log.warn({ error, permanent, attempts }, 'A delivery failed')
    if (permanent || attempts >= config.LICHEN_DELIVERY_ATTEMPTS) await giveUpDelivery(db, id, reasonOf(error))
    else {
      const seconds = secondsToWait(attempts, config.LICHEN_DELIVERY_WAIT) * (0.75 + Math.random() / 2)
      await postponeDelivery(db, id, reasonOf(error), seconds)
    }
    return true
  }
  await markDelivered(db, id, note)
  return true
}

function send({ id, body, workspace_id }: HeldDelivery, config: Config): Promise<string | null> {
  return body.to === 'mail'
    ? sendMail(config.LICHEN_SMTP_URL, id, workspace_id, body)
    : writeToCrm(config.LICHEN_CRM_URL, id, workspace_id, body)
}

/** How long to wait after `attempts` failures, in seconds: twice as long each time, up to six hours. */
export const secondsToWait = (attempts: number, firstWait: number): number =>
  Math.min(firstWait * 2 ** (attempts - 1), 6 * 60 * 60)

async function within<T>(milliseconds: number, work: Promise<T>): Promise<T> {
  let timer: NodeJS.Timeout | undefined
  const late = new Promise<never>((_, fail) => {
    timer = setTimeout(() => fail(new Error(`No answer within ${milliseconds / 1000} seconds`)), milliseconds)
  })
  try {
    return await Promise.race([work, late])
  } finally {
    clearTimeout(timer)
  }
}
