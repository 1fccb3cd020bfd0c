import { createHash } from 'node:crypto'
import { type AddressObject, simpleParser } from 'mailparser'
import { SMTPServer } from 'smtp-server'
import { JsonLines } from './store'
import { switchesOf } from './switches'

export interface MailboxMessage {
  id: string
  /** The workspace that sent it, as its header says. */
  workspace: string
  from: string
  to: string[]
  replyTo: string | null
  subject: string
  text: string
  html: string
  /** Files that came with it, each with a digest of what is in it (SHA-256, hexadecimal). */
  files?: { name: string; type: string; bytes: number; digest: string }[]
  date: string | null
  receivedAt: string
}

/** A mail server that takes everything, except for `refused@` anywhere, and delivers it to a mailbox one can look into. */
export class Mailbox {
  private readonly messages: (MailboxMessage & { copies: number })[] = []
  private readonly byId = new Map<string, MailboxMessage & { copies: number }>()
  private readonly file: JsonLines<MailboxMessage>

  constructor(folder: string) {
    this.file = new JsonLines(`${folder}/mailbox.jsonl`)
    for (const message of this.file.read()) this.keep(message)
  }

  listen(port: number, host: string): Promise<void> {
    const server = new SMTPServer({
      disabledCommands: ['AUTH', 'STARTTLS'],
      logger: false,
      onRcptTo({ address }, _session, callback) {
        if (!address.toLowerCase().startsWith('refused@')) return callback()
        callback(Object.assign(new Error('There is no such mailbox'), { responseCode: 550 }))
      },
      onData: (stream, session, callback) => {
        const recipients = session.envelope.rcptTo.map(({ address }) => address.toLowerCase())
        simpleParser(stream)
          .then((mail) => {
            const message: MailboxMessage = {
              id: mail.messageId ?? '',
              workspace: workspaceOf(mail.headers.get('lichen-workspace')),
              from: mail.from?.text ?? '',
              to: recipients,
              replyTo: (mail.replyTo as AddressObject | undefined)?.text ?? null,
              subject: mail.subject ?? '',
              text: mail.text ?? '',
              html: mail.html || '',
              files: mail.attachments.map(({ filename, contentType, size, content }) => ({
                name: filename ?? '',
                type: contentType,
                bytes: size,
                digest: createHash('sha256').update(content).digest('hex'),
              })),
              date: mail.date?.toISOString() ?? null,
              receivedAt: new Date().toISOString(),
            }
            const how = switchesOf(message.workspace).mail
            if (how === 'hangs') return
            if (how === 'refuses')
              return callback(
                Object.assign(new Error('The Bench’s mailbox is switched to refuse'), { responseCode: 451 }),
              )
            this.file.append(message)
            this.keep(message)
            callback()
          })
          .catch(callback)
      },
    })
    return new Promise((done, fail) => {
      server.on('error', fail)
      server.listen(port, host, done)
    })
  }

  /** Messages to an address, or to anybody, of one workspace or of all, newest first; a repeated Message-ID counts as copies. */
  list(to: string | null, limit: number, workspace: string | null): (MailboxMessage & { copies: number })[] {
    const wanted = to?.toLowerCase()
    const found = this.messages.filter(
      (message) => (!wanted || message.to.includes(wanted)) && (!workspace || message.workspace === workspace),
    )
    return found.slice(-limit).reverse()
  }

  count(workspace: string | null): number {
    return workspace ? this.messages.filter((message) => message.workspace === workspace).length : this.messages.length
  }

  private keep(message: MailboxMessage): void {
    const known = message.id ? this.byId.get(message.id) : undefined
    if (known) {
      known.copies++
      return
    }
    const kept = { ...message, copies: 1 }
    this.messages.push(kept)
    if (message.id) this.byId.set(message.id, kept)
  }
}

const workspaceOf = (header: unknown): string => (typeof header === 'string' ? header : '')
