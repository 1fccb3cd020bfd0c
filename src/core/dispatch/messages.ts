import type { Answers } from '../answers/answer'
import type { Form, Message } from '../form/definition'
import { holds } from '../logic/condition'
import { describeCondition } from '../logic/describe'
import type { Snapshot } from '../records/snapshot'
import type { Routed } from './route'
import { mergeFields, renderLine, renderTemplate } from './template'

/** A mail to be sent, rendered. */
export interface PlannedMessage {
  /** The message's name in the form; `plain` for the one sent where the form has none. */
  message: string
  title: string
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

/** The desk's message and the visitor's, for answers from `email` (`null` when unknown). */
export function writeMessages(
  form: Form,
  values: Answers,
  routed: Routed,
  email: string | null,
  snapshot: Snapshot,
): PlannedMessage[] {
  const fields = mergeFields(form, values)
  const from = {
    name: snapshot.workspace.name,
    address: `forms@${snapshot.workspace.mailDomain}`,
  }
  const write = (message: Message, to: string[], replyTo: string | null, because: string): PlannedMessage => ({
    message: message.name,
    title: message.title,
    audience: message.to,
    to,
    from,
    replyTo,
    subject: renderLine(message.subject, fields),
    text: renderTemplate(message.body, fields),
    because,
  })
  const toDesk = form.messages.find(({ name, to }) => name === routed.message && to === 'desk') ?? PLAIN
  const planned = [write(toDesk, routed.desk.addresses, email, routed.because)]
  if (email)
    for (const message of form.messages)
      if (message.to === 'visitor' && holds(message.when, values)) {
        const condition = describeCondition(form, message.when)
        const because = message.when ? `Sent to the visitor when ${condition}` : 'Always sent to the visitor'
        planned.push(write(message, [email], null, because))
      }
  return planned
}
