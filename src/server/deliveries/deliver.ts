import type { MailBody } from '@/core/dispatch/targets/bodies'
import { targetOf } from '@/core/dispatch/targets/registry'
import type { Db } from '@/db/database'
import { findConnection, findConnectionTo, type StoredConnection } from '@/db/queries/connections'
import { giveUpDelivery, type HeldDelivery, markDelivered, postponeDelivery } from '@/db/queries/deliveries'
import { withhold } from '@/db/queries/withheld'
import { findRefused, keepRefused } from '@/db/queries/refused'
import type { Config } from '../config'
import { reasonOf } from '../failures'
import { log } from '../log'
import { readBaseOf } from '../hosts/base'
import { type MailedFor, mailedLink } from '../mailed/links'
import { openSettings } from '../settings/secrets'
import { isOfOneMail, isPermanent, Permanent } from './permanent'
import { refusalsIn } from './refusals'
import { senderOf } from './targets/registry'
import type { Errand } from './targets/sender'

/** How long one attempt may take, in milliseconds: less than the delivery is held for. */
const LONGEST = 10_000

/**
 * Makes one attempt at a delivery that was taken in hand. What can never succeed is given up at once, with its reason;
 * anything else waits longer each time, and after the last attempt stays in the Outbox, to be sent again by hand.
 * Says what was wrong with the other end, where it did not answer as it should: to refuse this one is an answer.
 */
export async function deliver(db: Db, delivery: HeldDelivery, config: Config): Promise<{ trouble: string | null }> {
  const { id, body } = delivery
  if (body.to === 'mail' && body.withheld) {
    await withhold(db, id)
    return { trouble: null }
  }
  let note: string | null
  try {
    note = await send(db, delivery, config)
  } catch (error) {
    if (delivery.visitor !== null) await keepRefusals(db, delivery, error)
    const attempts = delivery.attempts + 1
    const permanent = isPermanent(error)
    log.warn({ error, permanent, attempts }, 'A delivery failed')
    if (permanent || attempts >= config.LICHEN_DELIVERY_ATTEMPTS) await giveUpDelivery(db, id, reasonOf(error))
    else {
      const seconds = secondsToWait(attempts, config.LICHEN_DELIVERY_WAIT) * (0.75 + Math.random() / 2)
      await postponeDelivery(db, id, reasonOf(error), seconds)
    }
    return { trouble: permanent || isOfOneMail(error) ? null : reasonOf(error) }
  }
  await markDelivered(db, id, note)
  return { trouble: null }
}

async function send(db: Db, held: HeldDelivery, config: Config): Promise<string | null> {
  const { body, workspace_id } = held
  if (held.visitor !== null && body.to === 'mail') await requireReachable(db, workspace_id, body)
  const connection = await connectionOf(db, held)
  const links = body.to === 'mail' ? await linksOf(db, workspace_id, body, config) : {}
  return within(LONGEST, (signal) =>
    senderOf(body.to).send(body, {
      id: held.id,
      workspaceId: workspace_id,
      settings: connection && openSettings(workspace_id, connection, config.LICHEN_KEYS),
      smtpUrl: config.LICHEN_SMTP_URL,
      reach: config.LICHEN_REACH,
      ...links,
      now: held.now,
      signal,
    }),
  )
}

/** Keeps which addresses are none, as the mail server says. A desk’s are seen to in Settings, and tried each time. */
async function keepRefusals(db: Db, { id, workspace_id }: HeldDelivery, error: unknown): Promise<void> {
  for (const refusal of refusalsIn(error)) await keepRefused(db, workspace_id, { ...refusal, delivery: id })
}

/** Throws for a mail to an address that a mail server said is none, unless somebody has said since that it is one. */
async function requireReachable(db: Db, workspaceId: string, { recipients }: MailBody): Promise<void> {
  const refused = recipients.length === 0 ? undefined : await findRefused(db, workspaceId, recipients)
  if (!refused) return
  const day = refused.at.toISOString().slice(0, 10)
  throw new Permanent(
    `Not sent: ${refused.address} refused mail on ${day} (“${refused.reason}”). Say on their page that it may be written to again.`,
  )
}

/** The addresses that are written into a mail only as it goes out: nobody else shall read them. */
async function linksOf(
  db: Db,
  workspaceId: string,
  { leave, confirm, join }: MailBody,
  { LICHEN_URL, LICHEN_SECRET }: Config,
): Promise<Pick<Errand, 'leave' | 'confirm' | 'join'>> {
  if (!leave && !confirm && !join) return {}
  const base = await readBaseOf(db, LICHEN_URL, workspaceId)
  const linkTo = (what: MailedFor, id: string) => mailedLink(base, LICHEN_SECRET, what, id)
  return {
    ...(join ? { join: linkTo('join', join.ask) } : {}),
    ...(leave ? { leave: linkTo('leave', leave.contact) } : {}),
    ...(confirm ? { confirm: linkTo('mine', confirm.submission) } : {}),
  }
}

/** The connection a delivery goes over; `null` for the installation's own mail server. */
async function connectionOf(
  db: Db,
  { workspace_id, connection: name, body }: HeldDelivery,
): Promise<StoredConnection | null> {
  const { words, chosen } = targetOf(body.to)
  if (name === null && !chosen) return null
  const found = name
    ? await findConnection(db, workspace_id, name)
    : // Planned before there were connections: it goes where its like go now.
      await findConnectionTo(db, workspace_id, body.to)
  if (!found) throw new Permanent(`No ${words} is connected. Connect one in Settings, and send it again.`)
  if (found.retired) throw new Permanent(`${found.title} is retired. Use it again in Settings, and send it again.`)
  return found
}

/** How long to wait after `attempts` failures, in seconds: twice as long each time, up to six hours. */
export const secondsToWait = (attempts: number, firstWait: number): number =>
  Math.min(firstWait * 2 ** (attempts - 1), 6 * 60 * 60)

/** Runs the work, and tells it to stop when it takes too long. */
export async function within<T>(milliseconds: number, run: (signal: AbortSignal) => Promise<T>): Promise<T> {
  const stop = new AbortController()
  let timer: NodeJS.Timeout | undefined
  const late = new Promise<never>((_, fail) => {
    timer = setTimeout(() => {
      fail(new Error(`No answer within ${milliseconds / 1000} seconds`))
      stop.abort()
    }, milliseconds)
  })
  try {
    return await Promise.race([run(stop.signal), late])
  } finally {
    clearTimeout(timer)
  }
}
