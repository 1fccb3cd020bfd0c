import { z } from 'zod'
import { findUserByEmail } from '@/db/queries/members'
import { findUser } from '@/db/queries/ways_in'
import type { Context } from '../context'
import { log } from '../log'
import { addressSchema } from './address'
import { mailHouse } from './mail_house'
import { makeWayIn } from './way_in'

export const forgotSchema = z.strictObject({ do: z.literal('forgot'), email: z.string().trim().toLowerCase().max(254) })

export const askSchema = z.strictObject({ do: z.literal('ask to open'), email: addressSchema })

/**
 * Mails a way to a workspace of their own to a stranger, where this installation lets strangers open one. Whoever signs
 * in with the address already gets a way to a new password: what is told is the same.
 */
export function mailWayToOpen(context: Context, email: string): void {
  const send = async () => {
    const { db, config } = context
    if (await findUserByEmail(db, email)) return mailPasswordWay(context, email)
    const address = await makeWayIn(db, config, { is: 'open workspace', email })
    await mailHouse(context, {
      workspaceId: '',
      mailDomain: new URL(config.LICHEN_URL).hostname,
      to: email,
      subject: 'Open your workspace',
      text: `Somebody, most likely you, asked for a workspace at ${config.LICHEN_URL}.\n\nThis address opens one, once, within two days:\n${address}\n\nIf it was not you, nothing needs doing.`,
    })
  }
  send().catch((error: unknown) => log.error({ error }, 'A way to a workspace was not mailed'))
}

/**
 * Mails a way to a new password to whoever signs in with an address. Whoever asks is told the same, whether anybody
 * does, and as soon: so nobody learns who works here.
 */
export function mailWayIn(context: Context, email: string): void {
  mailPasswordWay(context, email).catch((error: unknown) =>
    log.error({ error }, 'A way to a new password was not mailed'),
  )
}

async function mailPasswordWay(context: Context, email: string): Promise<void> {
  const { db, config } = context
  const user = await findUser(db, email)
  if (!user) return
  const address = await makeWayIn(db, config, { is: 'new password', userId: user.id })
  await mailHouse(context, {
    workspaceId: user.workspaceId,
    mailDomain: user.mailDomain,
    to: user.email,
    subject: 'A new password',
    text: `Somebody, most likely you, asked for a new password at ${config.LICHEN_URL}.\n\nThis address takes one, once, within the hour:\n${address}\n\nIf it was not you, nothing needs doing: your password stays as it is.`,
  })
}
