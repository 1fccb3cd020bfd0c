import { ask, type Asked } from '../reach'
import { requireOk } from '../permanent'
import type { Errand, Sender } from './sender'

/** Longest excerpt of an answer that is shown, in characters. */
const EXCERPT = 2000

/**
 * Writes a contact to the CRM. The idempotency key lets the CRM answer a repeat without doing it twice;
 * the revision lets it ignore an older state that arrives after a newer one.
 */
export const crm: Sender<'crm'> = {
  async send({ email, values, revision }, errand) {
    requireOk('The CRM', await askCrm(errand, '', { method: 'POST', body: { email, fields: values, revision } }))
    return null
  },
  async try(errand) {
    const answer = await askCrm(errand, '?limit=1', { method: 'GET' })
    requireOk('The CRM', answer)
    return `${answer.status}: ${answer.text.slice(0, EXCERPT)}`
  },
}

function askCrm(
  { id, workspaceId, settings, reach, signal }: Errand,
  query: string,
  { method, body }: Pick<Asked, 'method'> & { body?: object },
) {
  const { url = '', token } = settings ?? {}
  const headers = {
    'lichen-workspace': workspaceId,
    'idempotency-key': id,
    ...(body ? { 'content-type': 'application/json' } : {}),
    ...(token ? { authorization: `Bearer ${token}` } : {}),
  }
  const asked = { method, headers, ...(body ? { body: JSON.stringify(body) } : {}) }
  return ask(new URL(`crm/contacts${query}`, withSlash(url)), asked, reach, signal)
}

const withSlash = (url: string): string => (url.endsWith('/') ? url : `${url}/`)
