import type { DeliveryBody } from '@/db/schema'
import { Permanent, refusesForGood } from './permanent'

type CrmContact = Extract<DeliveryBody, { to: 'crm' }>

/**
 * Writes a contact to the CRM. The idempotency key lets the CRM answer a repeat without doing it twice;
 * the revision lets it ignore an older state that arrives after a newer one.
 */
export async function writeToCrm(
  crmUrl: string,
  deliveryId: string,
  workspaceId: string,
  body: CrmContact,
): Promise<null> {
  if (!crmUrl) throw new Permanent('No CRM is connected')
  const response = await fetch(new URL('crm/contacts', withSlash(crmUrl)), {
    method: 'POST',
    headers: {
      'content-type': 'application/json',
      'idempotency-key': deliveryId,
      'lichen-workspace': workspaceId,
    },
    body: JSON.stringify({ email: body.email, fields: body.values, revision: body.revision }),
    redirect: 'manual',
    signal: AbortSignal.timeout(9000),
  })
  const said = (await response.text()).slice(0, 300)
  if (response.ok) return null
  const reason = `The CRM answered ${response.status}: ${said}`
  throw refusesForGood(response.status) ? new Permanent(reason) : new Error(reason)
}

const withSlash = (url: string): string => (url.endsWith('/') ? url : `${url}/`)
