import type { Spoken } from '../form/spoken'
import type { Answers } from '../answers/answer'
import type { Form, Message } from '../form/definition'
import { holds } from '../logic/condition'
import { describeCondition } from '../logic/describe'
import type { Desk, Snapshot } from '../records/snapshot'
import type { Routed } from './route'
import { type MergeFacts, mergeFields, reasonOf, renderLine, renderTemplate } from './template'

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
}

const PLAIN: Message = {
  name: 'plain',
  title: 'Plain copy',
  to: 'desk',
  subject: '{{ form_title }}: a new submission',
  body: '{{ all_answers }}',
  when: null,
}

export interface WrittenMessages {
  messages: PlannedMessage[]
  /** What could not be said to somebody, and why. */
  unsent: string[]
}

/**
 * The messages to desks and the visitor's, for answers from `email` (`null` when unknown): the visitor's in the
 * language they are spoken to in. A message that
 * cannot be rendered never stops the others: a desk then gets a plain copy, a visitor nothing, and it is said.
 */
export function writeMessages(
  form: Form,
  spoken: Pick<Spoken, 'form' | 'speech'>,
  values: Answers,
  routed: readonly Routed[],
  email: string | null,
  facts: MergeFacts,
  snapshot: Snapshot,
): WrittenMessages {
  const fields = {
    desk: mergeFields(form, values, facts),
    visitor: mergeFields(spoken.form, values, { ...facts, speech: spoken.speech }),
  }
  const from = {
    name: snapshot.workspace.name,
    address: `forms@${snapshot.workspace.mailDomain}`,
  }
  const write = (
    message: Message,
    desk: Desk | null,
    to: string[],
    replyTo: string | null,
    because: string,
  ): PlannedMessage => ({
    message: message.name,
    desk: desk && { name: desk.name, title: desk.title },
    title: message.title,
    audience: message.to,
    to,
    from,
    replyTo,
    subject: renderLine(message.subject, fields[message.to]),
    text: renderTemplate(message.body, fields[message.to]),
    because,
  })
  const written: WrittenMessages = { messages: [], unsent: [] }
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
    if (!take(toDesk, () => write(toDesk, desk, desk.addresses, email, because)))
      take(PLAIN, () => write(PLAIN, desk, desk.addresses, email, because))
  }
  if (email)
    for (const message of spoken.form.messages)
      if (message.to === 'visitor' && holds(message.when, values)) {
        const condition = describeCondition(form, message.when)
        const because = message.when ? `Sent to the visitor when ${condition}` : 'Always sent to the visitor'
        take(message, () => write(message, null, [email], null, because))
      }
  return written
}
