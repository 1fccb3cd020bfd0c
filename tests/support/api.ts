import { Description } from './openapi'
import type { FormInput } from '@/core/form/definition'

/** What a test needs to reach one Lichen as a program. */
export interface Reach {
  url: string
  bench: string
  token: string
}

export interface Answered<T> {
  status: number
  body: T
}

/** Calls `/api/v1` with the workspace's token. */
export async function api<T = Record<string, unknown>>(
  { url, token }: Reach,
  method: 'GET' | 'POST' | 'PUT' | 'DELETE',
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Answered<T>> {
  const response = await fetch(`${url}/api/v1${path}`, {
    method,
    headers: { authorization: `Bearer ${token}`, 'content-type': 'application/json', ...headers },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  })
  const text = await response.text()
  const answered = text === '' ? null : (JSON.parse(text) as unknown)
  const description = await (descriptions[url] ??= Description.of(url))
  const wrong = description.whatIsWrong(method, path, response.status, response.headers.get('content-type'), answered)
  if (wrong !== null) throw new Error(`Not as described: ${wrong}\n${text.slice(0, 2000)}`)
  return { status: response.status, body: answered as T }
}

/** What each Lichen says of its API: every answer is held to it. */
const descriptions: Record<string, Promise<Description>> = {}

/** Replaces a form's draft, whatever it is. */
export const replaceDraft = <T>(reach: Reach, slug: string, draft: unknown): Promise<Answered<T>> =>
  api<T>(reach, 'PUT', `/forms/${slug}/draft`, draft, { 'if-match': '*' })

interface SentBody {
  submission: string
  outcome: { title: string; body: string }
  errors: { name: string; message: string }[]
}

/** Sends answers to a form as a program would: with the workspace's token where it has one. */
export async function send(
  { url, token }: Pick<Reach, 'url'> & { token?: string },
  slug: string,
  values: Record<string, unknown>,
  more: Partial<Record<'visit' | 'proof' | 'k' | 'opened' | 'work' | 'website', string>> & {
    release?: number
    link?: Record<string, string | string[]>
    zone?: string
    screen?: string
    frame?: string
  } = {},
): Promise<Answered<SentBody>> {
  const response = await fetch(`${url}/f/${slug}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...(token ? { authorization: `Bearer ${token}` } : {}) },
    body: JSON.stringify({ values, ...more }),
  })
  return { status: response.status, body: (await response.json()) as SentBody }
}

/** Asks as a visitor's page does where nobody answers, or whoever does is in trouble: again and again. */
export async function insist<T>(ask: () => Promise<Answered<T>>): Promise<Answered<T>> {
  for (;;) {
    const answered = await ask().catch(() => null)
    if (answered !== null && answered.status < 500) return answered
    await new Promise((done) => setTimeout(done, 150))
  }
}

/** Makes a form with this definition and releases it. */
export async function releasedForm(reach: Reach, slug: string, draft: FormInput): Promise<void> {
  const made = await api(reach, 'POST', '/forms', { name: slug, slug, draft })
  if (made.status !== 201) throw new Error(`${slug} was not made: ${JSON.stringify(made.body)}`)
  const released = await api(reach, 'POST', `/forms/${slug}/releases`)
  if (released.status !== 201) throw new Error(`${slug} was not released: ${JSON.stringify(released.body)}`)
}

export const askFirstName = {
  kind: 'short_text' as const,
  name: 'first_name',
  label: 'First name',
  required: true,
  lands: [{ field: 'first_name' }],
}

export const askEmail = {
  kind: 'email' as const,
  name: 'email',
  label: 'Email',
  required: true,
  lands: [{ field: 'email' }],
}

export const askClay = {
  kind: 'single_choice' as const,
  name: 'clay',
  label: 'Which clay?',
  options: [
    { value: 'stone', label: 'Stoneware' },
    { value: 'porcelain', label: 'Porcelain' },
  ],
}

/** A small form that lands in a contact, tells a desk and thanks the visitor. */
export const smallForm: FormInput = {
  title: 'Ask us',
  keepUnfinished: true,
  steps: [
    {
      name: 'about',
      title: 'About it',
      questions: [askFirstName, { kind: 'long_text', name: 'wish', label: 'What do you need?' }],
    },
    {
      name: 'you',
      title: 'Where to reach you',
      questions: [
        askEmail,
        { kind: 'consent', name: 'letter', label: 'Firing notes', wording: 'Send me Firing notes.' },
      ],
    },
  ],
  joins: [{ list: 'firing_notes', consent: 'letter' }],
  messages: [
    { name: 'notice', title: 'Notice', to: 'desk', subject: '{{ first_name }} asks', body: '{{ all_answers }}' },
    { name: 'thanks', title: 'Thanks', to: 'visitor', subject: 'Thank you, {{ first_name }}', body: 'We have it.' },
  ],
  routing: { otherwise: { desk: 'advice_line', message: 'notice' } },
  outcome: { title: 'Thank you, {{ first_name }}', body: 'We write to {{ email }}.' },
}

/** The small form with other questions, in one step. */
export const formAsking = (
  questions: NonNullable<FormInput['steps'][number]['questions']>,
  more: Partial<FormInput> = {},
): FormInput => ({ ...smallForm, joins: [], steps: [{ name: 'all', title: 'All', questions }], ...more })

/** The small form, which greets whoever holds a personal link by the first name that is stored of them. */
export const greetingForm: FormInput = {
  ...smallForm,
  steps: smallForm.steps.map((step) => ({
    ...step,
    questions: step.questions?.map((question) =>
      question.name === 'first_name' ? { ...question, fill: [{ from: 'record', field: 'first_name' }] } : question,
    ),
  })),
}

/** Looks again and again until something is there, or fails with what was looked for. */
export async function until<T>(
  what: string,
  look: () => Promise<T | null | undefined | false>,
  seconds = 60,
): Promise<T> {
  const end = Date.now() + seconds * 1000
  for (;;) {
    const found = await look()
    if (found) return found
    if (Date.now() > end) throw new Error(`Not within ${seconds} seconds: ${what}`)
    await new Promise((done) => setTimeout(done, 100))
  }
}

export interface Mail {
  to: string[]
  from: string
  replyTo: string | null
  subject: string
  text: string
  files: { name: string; type: string; bytes: number; digest: string }[]
  copies: number
}

/** The address at which whoever has a mail leaves lists, confirms them, or says that they wrote; none where it has none. */
export const addressIn = (text: string, what: 'leave' | 'join' | 'mine'): string | undefined =>
  new RegExp(`https?://\\S+/m/${what}/\\S+`).exec(text)?.[0]

export async function mailTo({ bench }: Pick<Reach, 'bench'>, address: string): Promise<Mail[]> {
  const response = await fetch(`${bench}/mailbox/messages?to=${encodeURIComponent(address)}`)
  return ((await response.json()) as { messages: Mail[] }).messages
}

export interface CrmRecord {
  email: string
  fields: Record<string, unknown>
  revision: number
  writes: number
}

export async function crmOf({ bench }: Pick<Reach, 'bench'>, email: string): Promise<CrmRecord | undefined> {
  const response = await fetch(`${bench}/crm/contacts?email=${encodeURIComponent(email)}`)
  return ((await response.json()) as { contacts: CrmRecord[] }).contacts[0]
}

export interface SubmissionBody {
  id: string
  state: string
  locale: string | null
  contact: string
  plan: { person: { how: string }; lists: { wording: string }[] }
  origins: Record<string, string>
  values: Record<string, unknown>
  deliveries: { id: string; key: string; state: string; attempts: number; error: string | null }[]
}

/** A submission once it has been applied. */
export const applied = (reach: Reach, id: string): Promise<SubmissionBody> =>
  until(`submission ${id} is applied`, async () => {
    const { body } = await api<SubmissionBody>(reach, 'GET', `/submissions/${id}`)
    return body.state === 'applied' && body
  })
