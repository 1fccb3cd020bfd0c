import { randomUUID } from 'node:crypto'
import type { Context } from '../context'
import { mail } from '../deliveries/targets/mail'

/** Longest that sending a mail may take, in milliseconds. */
const PATIENCE = 20_000

interface HouseMail {
  workspaceId: string
  /** The domain it comes from. */
  mailDomain: string
  to: string
  subject: string
  text: string
}

/**
 * Sends a mail of the house, over the installation’s server: with an address that lets somebody in, which must stand in
 * no list that others read.
 */
export async function mailHouse(
  { config }: Pick<Context, 'config'>,
  { workspaceId, mailDomain, to, subject, text }: HouseMail,
): Promise<void> {
  const now = new Date()
  await mail.send(
    {
      to: 'mail',
      from: { name: 'Lichen', address: `forms@${mailDomain}` },
      recipients: [to],
      replyTo: null,
      subject,
      text,
      date: now.toISOString(),
    },
    {
      id: randomUUID(),
      workspaceId,
      settings: null,
      smtpUrl: config.LICHEN_SMTP_URL,
      reach: [],
      now,
      signal: AbortSignal.timeout(PATIENCE),
    },
  )
}
