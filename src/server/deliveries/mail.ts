import { createTransport, type Transporter } from 'nodemailer'
import type { DeliveryBody } from '@/db/schema'
import { Permanent } from './permanent'

type Mail = Extract<DeliveryBody, { to: 'mail' }>

const transports = new Map<string, Transporter>()

function transportTo(url: string): Transporter {
  const open = transports.get(url)
  if (open) return open
  const opened = createTransport({
    url,
    pool: true,
    maxConnections: 4,
    connectionTimeout: 5000,
    greetingTimeout: 5000,
    socketTimeout: 9000,
  })
  transports.set(url, opened)
  return opened
}

/**
 * Sends a mail. Its Message-ID is made from the delivery's id and is the same at every attempt, so that
 * a mail that was taken just before we were killed can be told from a second one. Returns what is worth
 * knowing although it went out: the addresses that were refused while others were not.
 */
export async function sendMail(
  smtpUrl: string,
  deliveryId: string,
  workspaceId: string,
  mail: Mail,
): Promise<string | null> {
  if (mail.recipients.length === 0) throw new Permanent('The mail has no recipient')
  const domain = mail.from.address.split('@')[1] ?? 'localhost'
  const sent = await transportTo(smtpUrl).sendMail({
    messageId: `<${deliveryId}@${domain}>`,
    date: new Date(mail.date),
    from: mail.from,
    to: mail.recipients,
    ...(mail.replyTo ? { replyTo: mail.replyTo } : {}),
    subject: mail.subject,
    text: mail.text,
    html: htmlFrom(mail.text),
    disableFileAccess: true,
    disableUrlAccess: true,
    headers: { 'Auto-Submitted': 'auto-generated', 'Lichen-Workspace': workspaceId },
  })
  const refused = (sent.rejected ?? []).map(addressOf)
  return refused.length > 0 ? `Sent, but the mail server refused it for ${refused.join(', ')}.` : null
}

const addressOf = (one: string | { address: string }): string => (typeof one === 'string' ? one : one.address)

/** Plain text as HTML: escaped, a paragraph for each blank line, a break for each line. */
function htmlFrom(text: string): string {
  const escaped = text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')
  const paragraphs = escaped.split(/\n{2,}/).map((part) => `<p>${part.replaceAll('\n', '<br>\n')}</p>`)
  return `<!doctype html><html><body>${paragraphs.join('\n')}</body></html>`
}

export const closeMail = (): void => transports.forEach((transport) => transport.close())
