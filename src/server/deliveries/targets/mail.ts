import { connect, type Socket } from 'node:net'
import { createTransport, type Transporter } from 'nodemailer'
import type { MailFile } from '@/core/dispatch/attachments'
import type { MailBody } from '@/core/dispatch/targets/bodies'
import { read } from '../../files/store'
import { Permanent } from '../permanent'
import { guardedLookup, type Reach, requireReach } from '../reach'
import type { Errand, Sender } from './sender'

/** Mail servers in use, by their settings. A workspace that changes its own leaves the old one to close by itself. */
const transports = new Map<string, Transporter>()

const PATIENCE = { connectionTimeout: 5000, greetingTimeout: 5000, socketTimeout: 9000 }

/** The mail server an errand goes over: the workspace's own, or the installation's. */
function transportOf({ settings, smtpUrl, reach }: Errand): Transporter {
  const key = settings ? JSON.stringify(settings) : smtpUrl
  const open = transports.get(key)
  if (open) return open
  const opened = createTransport({
    ...(settings ? ownServer(settings, reach) : { url: smtpUrl }),
    pool: true,
    maxConnections: 8,
    ...PATIENCE,
  })
  transports.set(key, opened)
  return opened
}

/** A workspace's own server, reached only where it may be. */
function ownServer({ server = '', user, password }: Readonly<Record<string, string>>, reach: Reach) {
  const { protocol, hostname, port: given } = new URL(server)
  const secure = protocol === 'smtps:'
  const port = Number(given) || (secure ? 465 : 587)
  const host = hostname.replace(/^\[|\]$/g, '')
  return {
    host,
    port,
    secure,
    ...(user ? { auth: { user, pass: password ?? '' } } : {}),
    getSocket(_: unknown, done: (error: Error | null, socket?: { connection: Socket }) => void) {
      try {
        requireReach(reach, host, port)
      } catch (error) {
        return done(error as Error)
      }
      const connection = connect({ host, port, lookup: guardedLookup(reach, port) })
      connection.setTimeout(PATIENCE.connectionTimeout, () => connection.destroy(new Error(`${host} does not answer`)))
      connection.once('error', done)
      connection.once('connect', () => {
        connection.off('error', done)
        connection.setTimeout(0)
        done(null, { connection })
      })
    },
  }
}

/**
 * Sends a mail. Its Message-ID is made from the delivery's id and is the same at every attempt, so that
 * a mail that was taken just before we were killed can be told from a second one. What is worth knowing
 * although it went out are the addresses that were refused while others were not.
 */
export const mail: Sender<'mail'> = {
  async send(body, errand) {
    if (body.recipients.length === 0) throw new Permanent('The mail has no recipient')
    const sent = await sendOver(errand, body)
    const refused = (sent.rejected ?? []).map(addressOf)
    return refused.length > 0 ? `Sent, but the mail server refused it for ${refused.join(', ')}.` : null
  },
  async try(errand, { name, email }) {
    const sent = await sendOver(errand, {
      to: 'mail',
      from: { name, address: email },
      recipients: [email],
      replyTo: null,
      subject: 'A try of your mail server',
      text: 'This mail went over the mail server you connected. Nothing else was sent.',
      date: errand.now.toISOString(),
    })
    return `A mail to ${email} was taken: ${sent.response ?? ''}`
  },
}

async function sendOver(errand: Errand, body: MailBody): Promise<{ rejected?: unknown[]; response?: string }> {
  const domain = body.from.address.split('@')[1] ?? 'localhost'
  const { leave, confirm, join } = errand
  const text = [
    body.text,
    ...(join ? [`${body.join?.words ?? ''} ${join}`] : []),
    ...(confirm ? [`${body.confirm?.words ?? ''} ${confirm}`] : []),
    ...(leave ? [`${body.leave?.words ?? ''} ${leave}`] : []),
  ].join('\n\n')
  return transportOf(errand).sendMail({
    messageId: `<${errand.id}@${domain}>`,
    date: new Date(body.date),
    from: body.from,
    to: body.recipients,
    ...(body.replyTo ? { replyTo: body.replyTo } : {}),
    subject: body.subject,
    text,
    html: htmlFrom(text),
    attachments: await Promise.all((body.files ?? []).filter(({ attached }) => attached).map(attachmentOf)),
    disableFileAccess: true,
    disableUrlAccess: true,
    headers: {
      'Auto-Submitted': 'auto-generated',
      'Lichen-Workspace': errand.workspaceId,
      // RFC 2369 says where to leave, RFC 8058 that one press of a mail program does.
      ...(leave ? { 'List-Unsubscribe': `<${leave}>`, 'List-Unsubscribe-Post': 'List-Unsubscribe=One-Click' } : {}),
    },
  })
}

const attachmentOf = async ({ id, name, type }: MailFile) => ({
  filename: name,
  contentType: type,
  content: await read(id),
})

const addressOf = (one: unknown): string => (typeof one === 'string' ? one : (one as { address: string }).address)

/** Plain text as HTML: escaped, a paragraph for each blank line, a break for each line. */
function htmlFrom(text: string): string {
  const escaped = text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')
  const paragraphs = escaped.split(/\n{2,}/).map((part) => `<p>${part.replaceAll('\n', '<br>\n')}</p>`)
  return `<!doctype html><html><body style="overflow-wrap: anywhere">${paragraphs.join('\n')}</body></html>`
}

export const closeMail = (): void => transports.forEach((transport) => transport.close())
