import type { Spoken } from '../form/spoken'
import type { Answers } from '../answers/answer'
import type { Form, Message } from '../form/definition'
import { holds } from '../logic/condition'
import { describeCondition } from '../logic/describe'
import { vocabularyOf } from '../form/vocabulary'
import { keepApart } from '../formats/direction'
import type { Desk } from './desk'
import { type PlannedWait, planWait } from './waits'
import type { Routed } from './route'
import { breakLinks, leaveOutLinks } from './links'
import { type MergeFacts, type MergeFields, mergeFields, reasonOf, renderLine, renderTemplate } from '../form/template'

/** The workspace as mails come from it. */
export interface Sender {
  name: string
  mailDomain: string
}

/** Whom a workspace’s mails come from. */
export const senderOf = ({ name, mailDomain }: Sender): PlannedMessage['from'] => ({
  name,
  address: `forms@${mailDomain}`,
})

/** A mail to be sent, rendered. */
export interface PlannedMessage {
  /** The message's name in the form; `plain` for the one sent where the form has none. */
  message: string
  title: string
  /** The desk it goes to; `null` for the visitor. */
  desk: { name: string; title: string } | null
  to: string[]
  audience: 'desk' | 'visitor'
  from: { name: string; address: string }
  replyTo: string | null
  subject: string
  text: string
  because: string
  /** What is said at its foot before the way to leave lists, to whoever is on one. */
  leave?: string
  /** What is said at its foot before the way to say that it was they who wrote, where something waits for that. */
  confirm?: string
  /** What is said at its foot before the way to confirm that they join lists, of the mail that asks for it. */
  join?: string
  /** What it waits for before it goes out; nothing where it is left out. */
  waits?: PlannedWait | null
}

/** A mail that tells a desk at once that a colleague tries the form; the visitor’s stays as visitors get it. */
export const markTest = (message: PlannedMessage): PlannedMessage =>
  message.audience === 'desk' ? { ...message, subject: `Test: ${message.subject}` } : message

const PLAIN: Message = {
  name: 'plain',
  title: 'Plain copy',
  to: 'desk',
  subject: '{{ form_title }}: a new submission',
  body: '{{ all_answers }}',
  when: null,
  waits: null,
}

export interface WrittenMessages {
  messages: PlannedMessage[]
  /** What could not be said to somebody, and why. */
  unsent: string[]
}

/** Whoever sent it, as far as mails to them go. */
interface Visitor {
  /** `null` when unknown. */
  email: string | null
  /** Whether the address was shown to be theirs, as by a personal link. */
  isProven: boolean
  /** Whether they are asked by mail to confirm lists. */
  isAsked: boolean
}

/** What a message can use: in its subject, and in its body. */
export interface MessageFields {
  subject: MergeFields
  body: MergeFields
}

export const deskFields = (form: Form, values: Answers, facts: MergeFacts): MessageFields => {
  const fields = mergeFields(form, values, facts)
  return { subject: fields, body: fields }
}

/**
 * The same for a visitor. Anybody can write anybody’s address into a form, and what else they write then goes to
 * them in the sender’s name: unless they are known, nothing of it is a link, or stands in the subject as one. Their
 * own address stays as it is.
 */
export function visitorFields(
  { form, speech }: Pick<Spoken, 'form' | 'speech'>,
  values: Answers,
  email: string | null,
  isProven: boolean,
  facts: MergeFacts,
): MessageFields {
  const told = { ...facts, speech, reader: 'visitor' } as const
  if (isProven) return deskFields(form, values, told)
  return {
    subject: mergeFields(form, values, { ...told, write: leaveOutLinks }),
    body: mergeFields(form, values, { ...told, write: (words) => (words === email ? words : breakLinks(words)) }),
  }
}

/**
 * The messages to desks and the visitor's, in the language they are spoken to in. A message that cannot be rendered
 * never stops the others: a desk then gets a plain copy, a visitor nothing, and it is said.
 */
export function writeMessages(
  form: Form,
  spoken: Pick<Spoken, 'form' | 'speech'>,
  values: Answers,
  routed: readonly Routed[],
  { email, isProven, isAsked }: Visitor,
  facts: MergeFacts,
  { workspace: sender, desks }: { workspace: Sender; desks: readonly Desk[] },
): WrittenMessages {
  const told = deskFields(form, values, facts)
  const from = senderOf(sender)
  const write = (
    message: Message,
    desk: Desk | null,
    to: string[],
    replyTo: string | null,
    because: string,
    fields: MessageFields,
  ): PlannedMessage => ({
    ...waitOf(message),
    message: message.name,
    desk: desk && { name: desk.name, title: desk.title },
    title: message.title,
    audience: message.to,
    to,
    from,
    replyTo,
    subject: renderLine(message.subject, fields.subject, keepApart),
    text: renderTemplate(message.body, fields.body, keepApart),
    because,
  })
  const written: WrittenMessages = { messages: [], unsent: [] }
  const waitOf = (message: Message): Pick<PlannedMessage, 'waits'> => {
    const { wait, unmet } = planWait(message.waits, desks, isAsked)
    if (unmet !== null) written.unsent.push(`“${message.title}” goes out at once: ${unmet}`)
    return wait === null ? {} : { waits: wait }
  }
  const take = (message: Message, make: () => PlannedMessage): boolean => {
    try {
      written.messages.push(make())
      return true
    } catch (error) {
      written.unsent.push(`“${message.title}” could not be written: ${reasonOf(error)}`)
      return false
    }
  }
  for (const { desk, message, because } of routed) {
    if (desk.addresses.length === 0) {
      written.unsent.push(`Nobody is told: ${because}`)
      continue
    }
    const toDesk = form.messages.find(({ name, to }) => name === message && to === 'desk') ?? PLAIN
    if (!take(toDesk, () => write(toDesk, desk, desk.addresses, email, because, told)))
      take(PLAIN, () => write(PLAIN, desk, desk.addresses, email, because, told))
  }
  const toVisitor = spoken.form.messages.filter(({ to, when }) => email && to === 'visitor' && holds(when, values))
  if (email === null || toVisitor.length === 0) return written
  const toldVisitor = visitorFields(spoken, values, email, isProven, facts)
  for (const message of toVisitor) {
    const condition = describeCondition(vocabularyOf(form), message.when)
    const because = message.when ? `Sent to the visitor when ${condition}` : 'Always sent to the visitor'
    take(message, () => write(message, null, [email], null, because, toldVisitor))
  }
  return written
}
