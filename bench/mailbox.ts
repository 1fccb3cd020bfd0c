import { type AddressObject, simpleParser } from 'mailparser'
import { SMTPServer } from 'smtp-server'
import { JsonLines } from './store'
import { switches } from './switches'

export interface MailboxMessage {
  id: string
  from: string
  to: string[]
  replyTo: string | null
  subject: string
  text: string
  html: string
  date: string | null
  receivedAt: string
}

/** A mail server that takes everything and delivers it to a mailbox one can look into. */
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
      onMailFrom(_address, _session, callback) {
        if (switches.mail === 'works') return callback()
        callback(Object.assign(new Error('The Bench’s mailbox is switched to refuse'), { responseCode: 451 }))
      },
      onData: (stream, session, callback) => {
        const recipients = session.envelope.rcptTo.map(({ address }) => address.toLowerCase())
        simpleParser(stream)
          .then((mail) => {
            const message: MailboxMessage = {
              id: mail.messageId ?? '',
              from: mail.from?.text ?? '',
              to: recipients,
              replyTo: (mail.replyTo as AddressObject | undefined)?.text ?? null,
              subject: mail.subject ?? '',
              text: mail.text ?? '',
              html: mail.html || '',
              date: mail.date?.toISOString() ?? null,
              receivedAt: new Date().toISOString(),
            }
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

  /** Messages to an address, or to anybody, newest first; a repeated Message-ID counts as copies. */
  list(to: string | null, limit: number): (MailboxMessage & { copies: number })[] {
    const wanted = to?.toLowerCase()
    const found = this.messages.filter((message) => !wanted || message.to.includes(wanted))
    return found.slice(-limit).reverse()
  }

  get size(): number {
    return this.messages.length
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
