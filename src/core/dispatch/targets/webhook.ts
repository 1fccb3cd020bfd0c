import { z } from 'zod'
import { type Answers, isBlank } from '../../answers/answer'
import { showAnswer } from '../../form/show'
import { findQuestion, labelOf, valuesInOrder } from '../../form/values'
import type { RecordType } from '../../fields/field'
import { isOfField } from '../../records/land'
import { addressSetting } from './settings'
import type { TargetRules } from './target'
import type { WebhookBody, WebhookEvent } from './bodies'

/** A signing secret as Standard Webhooks writes them: `whsec_` and 24 to 64 bytes in base64. */
const signingSecret = z.string().refine((text) => {
  const given = /^whsec_((?:[A-Za-z0-9+/]{4})*(?:[A-Za-z0-9+/]{2}==|[A-Za-z0-9+/]{3}=)?)$/.exec(text)?.[1]
  if (given === undefined) return false
  const bytes = (given.length / 4) * 3 - (given.match(/=/g)?.length ?? 0)
  return bytes >= 24 && bytes <= 64
}, 'A signing secret is whsec_ and 24 to 64 bytes in base64')

/** A webhook: every submission as one signed event. https://github.com/standard-webhooks/standard-webhooks, 1.0. */
export const webhook: TargetRules<WebhookBody> = {
  words: 'Webhook',
  about: 'Gets every submission as one event, signed as Standard Webhooks describes it.',
  settings: {
    url: addressSetting('Events are posted there'),
    secret: {
      label: 'Signing secret',
      hint: 'Left blank, one is made and shown this once',
      secret: true,
      needed: true,
      made: true,
      schema: signingSecret,
    },
  },
  chosen: true,
  plan: (_, connection, because) =>
    connection
      ? [
          {
            key: `webhook:${connection.name}`,
            to: 'webhook',
            connection: connection.name,
            message: null,
            text: `${connection.title} gets the submission as a signed event`,
            because,
          },
        ]
      : [],
  body(_, { form, values, plan, submission, at }) {
    const given = valuesInOrder(form, values).filter((name) => !isBlank(values[name] ?? null))
    const set = (record: RecordType): Answers =>
      Object.fromEntries(
        plan.changes
          .filter((change) => change.record === record && change.effect === 'set' && isOfField(change))
          .map(({ field, to }) => [field, to]),
      )
    const event: WebhookEvent = {
      type: 'submission.applied',
      timestamp: at.toISOString(),
      data: {
        submission: submission.id,
        form: { ...submission.form, release: submission.release },
        received_at: submission.receivedAt.toISOString(),
        test: submission.test,
        values,
        answered: given.map((name) => ({
          name,
          label: labelOf(form, name),
          words: showAnswer(findQuestion(form, name), values[name] ?? null),
        })),
        person: { email: plan.person.email, known: plan.person.contact !== null },
        records: plan.records.map(({ record, id }) => ({ record, opened: id === null, set: set(record) })),
        lists: plan.lists.flatMap(({ list, pending }) => (pending ? [] : [list])),
      },
    }
    return { to: 'webhook', event }
  },
  nameless: ({ to, event }) => ({
    to,
    event: {
      ...event,
      data: {
        ...event.data,
        values: {},
        answered: [],
        person: { ...event.data.person, email: null },
        records: [],
        lists: [],
      },
    },
  }),
  explain: ({ event }) => ({
    line: `Event ${event.type} of ${event.data.person.email ?? event.data.form.name}`,
    text: JSON.stringify(event, null, 2),
  }),
}
