import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import { findUser } from '@/db/queries/ways_in'
import type { Context } from '../context'
import { mail } from '../deliveries/targets/mail'
import { log } from '../log'
import { makeWayIn } from './way_in'

export const forgotSchema = z.strictObject({ do: z.literal('forgot'), email: z.string().trim().toLowerCase().max(254) })

/** Longest that sending the mail may take, in milliseconds. */
const PATIENCE = 20_000

/**
 * Mails a way to a new password to whoever signs in with an address. Whoever asks is told the same, whether anybody
 * does, and as soon: so nobody learns who works here.
 */
export function mailWayIn({ db, config }: Context, email: string): void {
  const send = async () => {
    const user = await findUser(db, email)
    if (!user) return
    const address = await makeWayIn(db, config, { is: 'new password', userId: user.id })
    const now = new Date()
    await mail.send(
      {
        to: 'mail',
        from: { name: 'Lichen', address: `forms@${user.mailDomain}` },
        recipients: [user.email],
        replyTo: null,
        subject: 'A new password',
        text: `Somebody, most likely you, asked for a new password at ${config.LICHEN_URL}.\n\nThis address takes one, once, within the hour:\n${address}\n\nIf it was not you, nothing needs doing: your password stays as it is.`,
        date: now.toISOString(),
      },
      {
        id: randomUUID(),
        workspaceId: user.workspaceId,
        settings: null,
        smtpUrl: config.LICHEN_SMTP_URL,
        reach: [],
        now,
        signal: AbortSignal.timeout(PATIENCE),
      },
    )
  }
  send().catch((error: unknown) => log.error({ error }, 'A way to a new password was not mailed'))
}
