import { z } from 'zod'
import { attachUpTo, tellFiles } from '../attachments'
import { secretSetting } from './settings'
import type { PlannedMessage } from '../messages'
import { waitsUntil } from '../waits'
import type { TargetRules } from './target'
import type { MailBody } from './bodies'

/** A message as it goes out, without what stands at its foot. */
export const mailBodyOf = (
  { from, to, replyTo, subject, text }: Pick<PlannedMessage, 'from' | 'to' | 'replyTo' | 'subject' | 'text'>,
  date: Date,
): MailBody => ({ to: 'mail', from, recipients: to, replyTo, subject, text, date: date.toISOString() })

/** Mail: every message of a plan, over a mail server of the workspace's own or else the installation's. */
export const mail: TargetRules<MailBody> = {
  words: 'Mail server',
  about: 'Carries every message, in place of the mail server of this installation.',
  settings: {
    server: {
      label: 'Server',
      hint: 'smtps://mail.example:465, or smtp://mail.example:587',
      secret: false,
      needed: true,
      schema: z
        .string()
        .regex(/^smtps?:\/\/[^\s/?#@]{1,300}\/?$/, 'Give a server, such as smtps://mail.example:465')
        .refine((text) => URL.canParse(text), 'Give a server, such as smtps://mail.example:465'),
    },
    user: { label: 'User', hint: 'Where it asks for one', secret: false, needed: false, schema: z.string().max(300) },
    password: secretSetting('Password', 'Where it asks for one'),
  },
  chosen: false,
  plan: ({ messages }, connection) =>
    messages.map(({ message, desk, title, to, because }, index) => ({
      key: desk ? `mail:${message}:${desk.name}` : `mail:${message}`,
      to: 'mail',
      connection: connection?.name ?? null,
      message: index,
      text: `Mail “${title}” to ${to.join(', ')}`,
      because,
    })),
  body({ message }, { plan, at, submission, contact, files: sent, attach }) {
    const planned = message === null ? undefined : plan.messages[message]
    if (!planned) throw new Error('A mail delivery needs its message')
    const { to, text, waits } = planned
    const isWithheld = waits?.for === 'confirmed'
    // What waits for its time is of the moment it goes out.
    const date = (waits && !isWithheld && waitsUntil(waits, submission.receivedAt, at)) || at
    // Nobody else may leave for them.
    const leave =
      planned.leave !== undefined && contact && to[0] === contact.key
        ? { leave: { contact: contact.id, words: planned.leave } }
        : {}
    const confirm =
      planned.confirm !== undefined ? { confirm: { submission: submission.id, words: planned.confirm } } : {}
    const mail: MailBody = {
      ...mailBodyOf(planned, date),
      ...leave,
      ...confirm,
      ...(planned.join === undefined ? {} : { join: { ask: submission.id, words: planned.join } }),
      ...(isWithheld ? { withheld: { submission: submission.id } } : {}),
    }
    // Files are for whoever is told, not for whoever sent them.
    if (planned.audience !== 'desk' || sent.length === 0) return mail
    const files = attachUpTo(sent, attach)
    return { ...mail, text: `${text}\n\n${tellFiles(files)}`, files }
  },
  nameless: ({ to, from, date }) => ({ to, from, recipients: [], replyTo: null, subject: '', text: '', date }),
  explain: ({ subject, recipients, text, leave, confirm, join }) => ({
    line: recipients.length === 0 ? 'Mail' : `Mail “${subject}” to ${recipients.join(', ')}`,
    text: [text, ...[join, confirm, leave].flatMap((foot) => (foot ? [`${foot.words} …`] : []))].join('\n\n'),
  }),
}
