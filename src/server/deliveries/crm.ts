import type { DeliveryBody } from '@/db/schema'

type CrmContact = Extract<DeliveryBody, { to: 'crm' }>

/**
 * Writes a contact to the CRM. The idempotency key lets the CRM answer a repeat without doing it twice;
 * the revision lets it ignore an older state that arrives after a newer one.
 */
export async function writeToCrm(crmUrl: string, deliveryId: string, body: CrmContact): Promise<void> {
  if (!crmUrl) throw new Error('No CRM is connected')
  const response = await fetch(new URL('crm/contacts', withSlash(crmUrl)), {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'idempotency-key': deliveryId },
    body: JSON.stringify({ email: body.email, fields: body.values, revision: body.revision }),
    redirect: 'error',
    signal: AbortSignal.timeout(10_000),
  })
  if (!response.ok) throw new Error(`The CRM answered ${response.status}: ${(await response.text()).slice(0, 300)}`)
  await response.arrayBuffer()
}

const withSlash = (url: string): string => (url.endsWith('/') ? url : `${url}/`)
