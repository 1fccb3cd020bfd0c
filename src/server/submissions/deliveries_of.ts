import { randomUUID } from 'node:crypto'
import { mailboxOf } from '@/core/dispatch/mailbox'
import { targetOf } from '@/core/dispatch/targets/registry'
import type { PlannedDelivery, Sent } from '@/core/dispatch/targets/target'
import { waitsUntil } from '@/core/dispatch/waits'
import type { NewDelivery } from '@/db/queries/deliveries'

/** Planned deliveries as they are written to the Outbox: complete, each with when it is due. */
export const deliveriesOf = (
  workspaceId: string,
  { cause, form }: { cause: string; form: string },
  planned: readonly PlannedDelivery[],
  sent: Sent,
): NewDelivery[] =>
  planned.map((delivery) => ({
    id: randomUUID(),
    workspace_id: workspaceId,
    cause_id: cause,
    form_id: form,
    visitor: visitorOf(delivery, sent),
    key: delivery.key,
    connection: delivery.connection,
    body: targetOf(delivery.to).body(delivery, sent),
    because: delivery.because,
    created_at: sent.at.toISOString(),
    due_at: dueAt(delivery, sent)?.toISOString() ?? null,
  }))

const messageOf = ({ message }: PlannedDelivery, { plan }: Sent) =>
  message === null ? undefined : plan.messages[message]

/** Until when a delivery waits, where it is a mail that does. */
function dueAt(delivery: PlannedDelivery, sent: Sent): Date | null {
  const waits = messageOf(delivery, sent)?.waits
  return waits ? waitsUntil(waits, sent.submission.receivedAt, sent.at) : null
}

/** The visitor's mailbox where a delivery is a mail to one. */
function visitorOf(delivery: PlannedDelivery, sent: Sent): string | null {
  const carried = messageOf(delivery, sent)
  const [address] = carried?.audience === 'visitor' ? carried.to : []
  return address === undefined ? null : mailboxOf(address)
}
