import type { FormInput } from '@/core/form/definition'
import { api, applied, releasedForm, send, smallForm } from './api'
import { query } from './database'
import type { Facts } from './facts'
import { makeToken, makeWorkspace } from './workspace'

/** A change of somebody, as their page tells it. */
interface Change {
  field: string
  from: unknown
  to: unknown
  cause: string
  sort: string
  who: string | null
  because: string
  isTest: boolean | null
}

export interface Contact {
  email: string
  values: Record<string, unknown>
  company: string | null
  companyId: string | null
  notes: { id: string; text: string; who: string }[]
  changes: Change[]
  opened: { id: string; type: string }[]
  lists: { name: string }[]
}

export interface PutBack {
  cause: string | null
  left: { record: string; slot: string | null; why: string }[]
}

/** The small form, which also opens a deal, of the company that is answered. */
export const formOfStudios: FormInput = {
  ...smallForm,
  routing: { rows: [], otherwise: null },
  records: { company: true, deal: { title: 'Kiln for {{ first_name }}' } },
  steps: [
    ...smallForm.steps,
    {
      name: 'firm',
      title: 'Your studio',
      questions: [
        { kind: 'short_text', name: 'studio', label: 'Studio', lands: [{ record: 'company', field: 'name' }] },
      ],
    },
  ],
}

/** A workspace with what the small form needs: a list, a desk, and a token that may do everything. */
export async function makeFurnished(facts: Facts, advice = 'advice@elm.example') {
  const { id } = await makeWorkspace(facts, false)
  const reach = { ...facts, token: await makeToken(facts, id) }
  await api(reach, 'POST', '/lists', { title: 'Firing notes' })
  await api(reach, 'POST', '/desks', { title: 'Advice line', addresses: [advice] })
  return { workspace: id, reach }
}

/** A workspace with one form that people send, and what is looked at of them. It is there once it was opened. */
export function workshop(facts: Facts, slug: string, form: FormInput = smallForm) {
  const shop = {
    workspace: '',
    reach: facts,
    async open() {
      Object.assign(shop, await makeFurnished(facts))
      await releasedForm(shop.reach, slug, form)
    },
    rows: <T extends object>(text: string, ...values: unknown[]) => query<T>(facts.database, text, values),
    /** Somebody of a mail domain that nobody else has. */
    addressOf: (name: string) => `${name}@${name}-${slug}.example`.toLowerCase(),
    async arrive(name: string, more: Record<string, unknown> = {}) {
      const sent = await send(shop.reach, slug, { first_name: name, email: shop.addressOf(name), ...more })
      return applied(shop.reach, sent.body.submission)
    },
    contactOf: async (id: string) => (await api<Contact>(shop.reach, 'GET', `/contacts/${id}`)).body,
    change: (id: string, values: Record<string, unknown>) =>
      api<{ cause: string | null }>(shop.reach, 'PUT', `/records/${id}`, { values }),
    putBack: (id: string, wish = {}) => api<PutBack>(shop.reach, 'POST', `/causes/${id}/back`, wish),
  }
  return shop
}
