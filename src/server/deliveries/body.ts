import type { Plan, PlannedDelivery } from '@/core/plan'
import { titleOf } from '@/core/records/snapshot'
import type { StoredRecord } from '@/db/queries/records'
import type { DeliveryBody } from '@/db/schema'

/** A delivery complete enough to be sent, and sent again, without looking anything up. */
export function bodyOf(
  delivery: PlannedDelivery,
  plan: Plan,
  { contact, company }: { contact: StoredRecord | null; company: StoredRecord | null },
  now: Date,
): DeliveryBody {
  if (delivery.to === 'crm') {
    if (!contact) throw new Error('A CRM delivery needs a contact')
    const { key: email, values, revision } = contact
    return { to: 'crm', email, values: company ? { ...values, company: titleOf(company) } : values, revision }
  }
  const message = plan.messages[delivery.message]
  if (!message) throw new Error('A mail delivery needs its message')
  const { from, to, replyTo, subject, text } = message
  return { to: 'mail', from, recipients: to, replyTo, subject, text, date: now.toISOString() }
}

/** The visitor's address where a delivery is a mail to one. */
export function visitorOf(delivery: PlannedDelivery, plan: Plan): string | null {
  const message = delivery.to === 'mail' ? plan.messages[delivery.message] : undefined
  return message?.audience === 'visitor' ? (message.to[0] ?? null) : null
}
