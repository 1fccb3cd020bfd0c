import { Webhook } from 'standardwebhooks'
import { describe, expect, it } from 'vitest'
import type { FormInput } from '@/core/form/definition'
import { api, askEmail, askFirstName, formAsking, mailTo, releasedForm, replaceDraft, until } from '../support/api'
import { readFacts } from '../support/facts'
import { signIn } from '../support/session'

/** Forms built elsewhere, which send to an inlet of ours. */

const facts = readFacts()
const stem = `inlet-${Date.now().toString(36)}`
const SITE = 'https://www.studio.example'

interface Field {
  name: string
  filled: number
  samples: string[]
  sense: { to: string; question?: string; kind?: string; part?: string; value?: string; label?: string }
  because: string
  released: boolean
}
interface Post {
  id: string
  state: 'waiting' | 'taken' | 'held'
  came: { name: string; text: string | null; file: { id: string; name: string } | null }[]
  wrong: { name: string; message: string }[]
  submission: string | null
}
interface Inlet {
  url: string
  title: string
  settings: Record<string, unknown>
  waiting: number
  taken: number
  held: number
  fields: Field[]
  notAsked: string[]
  posts: Post[]
  draftUnderstands: boolean
  liveUnderstands: boolean
}
interface Listed {
  submissions: { id: string; state: string; isTest: boolean; values: Record<string, unknown> }[]
}

const inletAt = async (slug: string) => (await api<Inlet>(facts, 'GET', `/forms/${slug}/inlets/old`)).body
const sentTo = async (slug: string, state = '') =>
  (await api<Listed>(facts, 'GET', `/submissions?form=${slug}${state && `&state=${state}`}`)).body.submissions

/** A form that was never released, with an inlet. */
async function formWithInlet(slug: string, draft: FormInput | null = formAsking([askFirstName, askEmail])) {
  await api(facts, 'POST', '/forms', { slug, name: slug })
  if (draft) await replaceDraft(facts, slug, draft)
  const made = await api<{ url: string }>(facts, 'POST', `/forms/${slug}/inlets`, { name: 'old', title: 'Old website' })
  expect(made.status).toBe(201)
  return made.body.url
}

const set = async (slug: string, settings: Record<string, unknown>) =>
  api(facts, 'PUT', `/forms/${slug}/inlets/old`, { title: 'Old website', settings })

/** Agrees with all that is proposed, and releases it. */
async function understand(slug: string): Promise<void> {
  const { fields } = await inletAt(slug)
  const agreed = fields.map(({ name, sense }) => ({ name, sense }))
  expect((await api(facts, 'PUT', `/forms/${slug}/inlets/old/fields`, { agreed })).status).toBe(200)
  const released = await api<{ title?: string }>(facts, 'POST', `/forms/${slug}/releases`, {})
  expect([released.status, released.body.title]).toEqual([201, undefined])
  await until('nothing waits any more', async () => (await inletAt(slug)).waiting === 0)
}

const post = (url: string, fields: Record<string, string> | FormData, headers: Record<string, string> = {}) =>
  fetch(url.replace(/^.*\/f\//, `${facts.url}/f/`), {
    method: 'POST',
    headers: { accept: 'text/html', 'accept-language': 'en', ...headers },
    body: fields instanceof FormData ? fields : new URLSearchParams(fields),
    redirect: 'manual',
  })
const postJson = async (url: string, body: unknown, headers: Record<string, string> = {}) => {
  const response = await fetch(url.replace(/^.*\/f\//, `${facts.url}/f/`), {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  })
  return {
    status: response.status,
    headers: response.headers,
    body: (await response.json()) as Record<string, unknown>,
  }
}
const lead = (name: string) => ({
  vorname: 'Runa',
  nachname: 'Holm',
  'e-mail': `${name}@kiln.example`,
  tel: '+46 70 174 06 05',
  nachricht: 'Two kilns,\nplease.',
})

describe('a form elsewhere', () => {
  it('waits, is learned from, agreed on, released, and then lands', async () => {
    const slug = `${stem}-whole`
    const url = await formWithInlet(slug, null)
    expect(url).toBe(`${facts.url}/f/${slug}/in/old`)
    const first = await post(url, lead(`${slug}-1`), { origin: SITE, referer: `${SITE}/ask?utm_source=fair` })
    expect([first.status, await first.text()]).toEqual([200, expect.stringContaining('What you sent has come')])
    await post(url, lead(`${slug}-2`))
    const before = await inletAt(slug)
    expect(before).toMatchObject({ waiting: 2, taken: 0, held: 0, draftUnderstands: false, liveUnderstands: false })
    expect(before.fields.map(({ name, sense }) => [name, sense.kind ?? sense.question, sense.part])).toEqual([
      ['vorname', 'person_name', 'first'],
      ['nachname', 'person_name', 'last'],
      ['e-mail', 'email', undefined],
      ['tel', 'phone', undefined],
      ['nachricht', 'long_text', undefined],
    ])
    await understand(slug)
    const sent = await until('both landed', async () => {
      const all = await sentTo(slug, 'applied')
      return all.length === 2 && all
    })
    expect(sent.map(({ values }) => values.email)).toEqual([`${slug}-2@kiln.example`, `${slug}-1@kiln.example`])
    expect(sent[0]?.values).toMatchObject({ name: { first: 'Runa', last: 'Holm' }, phone: '+46701740605' })
    const { contacts } = (await api<{ contacts: { id: string }[] }>(facts, 'GET', `/contacts?search=${slug}-1`)).body
    const person = (await api<{ values: Record<string, unknown> }>(facts, 'GET', `/contacts/${contacts[0]?.id}`)).body
    expect(person.values).toMatchObject({ first_name: 'Runa', last_name: 'Holm' })
    const sources = await until('both are counted', async () => {
      const readout = await api<{ sources: { source: string; sent: number }[] }>(facts, 'GET', `/forms/${slug}/readout`)
      return readout.body.sources.length === 2 && readout.body.sources
    })
    expect(sources.map(({ source, sent: n }) => [source, n]).toSorted()).toEqual([
      ['Direct or unknown', 1],
      ['fair', 1],
    ])
    const after = await inletAt(slug)
    expect(after).toMatchObject({ waiting: 0, taken: 2, liveUnderstands: true })
    expect(after.posts.every(({ came, submission }) => came.length === 0 && submission !== null)).toBe(true)
    expect(after.fields.every(({ because, released }) => because === 'it is agreed on' && released)).toBe(true)
  })

  it('is answered at once where it is understood: with the outcome, their own page, or JSON', async () => {
    const slug = `${stem}-answers`
    const url = await formWithInlet(slug)
    await post(url, { name: 'Ada', mail: `${slug}-0@kiln.example` })
    await understand(slug)
    const plain = await post(url, { name: 'Ada', mail: `${slug}-1@kiln.example` })
    expect([plain.status, await plain.text()]).toEqual([200, expect.stringContaining('Thank you')])
    expect(await postJson(url, { name: 'Ada', mail: `${slug}-2@kiln.example` })).toMatchObject({
      status: 201,
      body: { is: 'taken', submission: expect.any(String) },
    })
    expect((await set(slug, { sentPage: `${SITE}/thanks` })).status).toBe(422)
    await set(slug, { sites: [SITE], sentPage: `${SITE}/thanks`, wrongPage: `${SITE}/again` })
    const theirs = await post(url, { name: 'Ada', mail: `${slug}-3@kiln.example` }, { origin: SITE })
    expect([theirs.status, theirs.headers.get('location')]).toEqual([303, `${SITE}/thanks`])
    const wrong = await post(url, { name: 'Ada', mail: 'nobody' }, { origin: SITE })
    expect(wrong.headers.get('location')).toBe(`${SITE}/again?wrong=mail`)
    expect((await sentTo(slug)).length).toBe(4)
  })

  it('loses nothing that cannot be taken: it is kept, told, asked again on our page, and taken once it fits', async () => {
    const slug = `${stem}-held`
    const asking = formAsking([askFirstName, askEmail, { kind: 'phone', name: 'phone', label: 'Phone' }])
    const url = await formWithInlet(slug, asking)
    await post(url, { 'first-name': 'Ada', mail: `${slug}@kiln.example`, tel: '+46 70 174 06 05' })
    await understand(slug)
    const local = (name: string) => ({ 'first-name': name, mail: `${slug}-${name}@kiln.example`, tel: '030 901820' })
    const wrong = await post(url, { ...local('Bo'), farbe: 'blue' })
    expect([wrong.status, await wrong.text()]).toEqual([422, expect.stringContaining('value="030 901820"')])
    expect(await postJson(url, local('Cy'))).toMatchObject({
      status: 422,
      body: { is: 'held', errors: [{ name: 'tel', message: expect.stringContaining('+46') }] },
    })
    const held = await inletAt(slug)
    expect(held).toMatchObject({ held: 2, taken: 1 })
    expect(held.posts[1]).toMatchObject({ state: 'held', wrong: [{ name: 'phone' }] })
    expect(held.posts[1]?.came).toContainEqual({ name: 'farbe', text: 'blue', file: null })
    await set(slug, { country: 'DE' })
    await api(facts, 'POST', `/forms/${slug}/releases`, {})
    const all = await until('all are taken', async () => {
      const sent = await sentTo(slug, 'applied')
      return sent.length === 3 && sent
    })
    expect(all[0]?.values.phone).toBe('+4930901820')
    expect((await inletAt(slug)).posts[1]?.came).toEqual([{ name: 'farbe', text: 'blue', file: null }])
  })

  it('is taken as it came in time, and kept whole, also where nobody foresaw its names', async () => {
    const slug = `${stem}-unknown`
    const url = await formWithInlet(slug)
    await post(url, { name: 'Ada', mail: `${slug}@kiln.example` })
    await understand(slug)
    await postJson(url, { name: 'Bo', mail: `${slug}-2@kiln.example`, campaign: { code: 'K9' } })
    const [latest] = (await inletAt(slug)).posts
    expect(latest).toMatchObject({ state: 'taken', came: [{ name: 'campaign.code', text: 'K9' }] })
    expect((await inletAt(slug)).fields.find(({ name }) => name === 'campaign.code')?.samples).toEqual(['K9'])
  })

  it('is asked for nothing that it does not ask', async () => {
    const slug = `${stem}-less`
    const wish = { kind: 'long_text' as const, name: 'wish', label: 'What do you need?', required: true }
    const url = await formWithInlet(slug, formAsking([askFirstName, askEmail, wish]))
    await post(url, { 'first-name': 'Ada', mail: `${slug}@kiln.example` })
    await understand(slug)
    expect((await postJson(url, { 'first-name': 'Bo', mail: `${slug}-2@kiln.example` })).status).toBe(201)
    expect((await inletAt(slug)).notAsked).toContain('What do you need?')
  })
})

describe('what is sent twice', () => {
  it('is one: by a key, or within half a minute where it says whose it is', async () => {
    const slug = `${stem}-twice`
    const url = await formWithInlet(slug)
    const one = { name: 'Ada', mail: `${slug}@kiln.example` }
    await Promise.all([post(url, one), post(url, one), post(url, one)])
    expect((await inletAt(slug)).waiting).toBe(1)
    await post(url, { pots: '3' })
    await post(url, { pots: '3' })
    expect((await inletAt(slug)).waiting).toBe(3)
    const key = { 'idempotency-key': `${slug}-k` }
    const [a, b] = [await postJson(url, { pots: 4 }, key), await postJson(url, { pots: 4 }, key)]
    expect(a.body.post).toBe(b.body.post)
    expect((await postJson(url, { pots: 5 }, key)).status).toBe(422)
    expect((await inletAt(slug)).waiting).toBe(4)
  })
})

describe('who may send', () => {
  it('are pages of the named sites, whose scripts may read the answer', async () => {
    const slug = `${stem}-sites`
    const url = await formWithInlet(slug)
    const any = await postJson(url, { a: '1' }, { origin: 'https://any.example' })
    expect(any.headers.get('access-control-allow-origin')).toBe('https://any.example')
    await set(slug, { sites: [SITE] })
    const theirs = await postJson(url, { a: '2' }, { origin: SITE })
    expect([theirs.status, theirs.headers.get('access-control-allow-origin')]).toEqual([202, SITE])
    const other = await postJson(url, { a: '3' }, { origin: 'https://any.example' })
    expect([other.status, other.headers.get('access-control-allow-origin')]).toEqual([403, null])
    const leave = await fetch(url, {
      method: 'OPTIONS',
      headers: { origin: SITE, 'access-control-request-method': 'POST' },
    })
    expect([leave.status, leave.headers.get('access-control-allow-headers')]).toEqual([
      204,
      expect.stringContaining('idempotency-key'),
    ])
    expect((await inletAt(slug)).waiting).toBe(2)
  })

  it('show by a signature who they are, where it is asked for', async () => {
    const slug = `${stem}-signed`
    const url = await formWithInlet(slug)
    const { secret } = (await api<{ secret: string }>(facts, 'POST', `/forms/${slug}/inlets/old/secret`, {})).body
    const body = JSON.stringify({ mail: `${slug}@kiln.example` })
    const signed = (at: Date, by = secret) => ({
      'webhook-id': 'msg_1',
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': new Webhook(by).sign('msg_1', at, body),
    })
    expect((await postJson(url, body, signed(new Date()))).status).toBe(202)
    expect((await postJson(url, body, signed(new Date()))).status).toBe(202)
    expect((await inletAt(slug)).waiting).toBe(1)
    expect((await postJson(url, body)).status).toBe(401)
    expect((await postJson(url, body, signed(new Date(Date.now() - 3_600_000)))).status).toBe(401)
    expect((await postJson(url, body, signed(new Date(), 'whsec_AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA'))).status).toBe(401)
    expect((await post(url, new FormData())).status).toBe(415)
    await api(facts, 'DELETE', `/forms/${slug}/inlets/old/secret`)
    expect((await postJson(url, { pots: 1 })).status).toBe(202)
  })

  it('are machines where the field is filled in that nobody sees', async () => {
    const slug = `${stem}-trap`
    const url = await formWithInlet(slug)
    await post(url, { name: 'Ada', mail: `${slug}@kiln.example` })
    await understand(slug)
    await set(slug, { trap: 'fax' })
    await post(url, { name: 'Bot', mail: `${slug}-bot@kiln.example`, fax: '1' })
    expect((await sentTo(slug, 'spam')).map(({ values }) => values.email)).toEqual([`${slug}-bot@kiln.example`])
  })
})

describe('files', () => {
  const DOT = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='

  it('wait with their post, and come along where a question takes them', async () => {
    const slug = `${stem}-files`
    const url = await formWithInlet(slug)
    const form = new FormData()
    form.append('mail', `${slug}@kiln.example`)
    form.append('plan', new File([Buffer.from(DOT, 'base64')], 'plan.png', { type: 'image/png' }))
    form.append('none', new File([], ''))
    expect((await post(url, form)).status).toBe(200)
    const [waiting] = (await inletAt(slug)).posts
    expect(waiting?.came.map(({ name, file }) => [name, file?.name])).toEqual([
      ['mail', undefined],
      ['plan', 'plan.png'],
    ])
    await understand(slug)
    const [sent] = await until('it is taken', async () => {
      const all = await sentTo(slug, 'applied')
      return all.length > 0 && all
    })
    expect(sent?.values.plan).toEqual([expect.stringMatching(/\/files\/[0-9a-f-]{36}\/plan\.png$/)])
  })
  it('that are too large are refused', async () => {
    const slug = `${stem}-large`
    const url = await formWithInlet(slug)
    const form = new FormData()
    form.append('plan', new File([Buffer.alloc(10_000_001)], 'plan.bin'))
    expect((await post(url, form)).status).toBe(413)
    expect((await inletAt(slug)).waiting).toBe(0)
  })
})

describe('what is no post', () => {
  it('is told why', async () => {
    const slug = `${stem}-bad`
    const url = await formWithInlet(slug)
    const status = async (body: string, type: string) =>
      (await fetch(url, { method: 'POST', headers: { 'content-type': type }, body })).status
    expect(await status('{', 'application/json')).toBe(400)
    expect(await status('[1]', 'application/json')).toBe(400)
    expect(await status(`${'{"a":'.repeat(70)}1${'}'.repeat(70)}`, 'application/json')).toBe(400)
    expect(await status('', 'application/x-www-form-urlencoded')).toBe(422)
    expect(await status('<a/>', 'text/xml')).toBe(400)
    expect(
      await status(Array.from({ length: 501 }, (_, n) => `f${n}=1`).join('&'), 'application/x-www-form-urlencoded'),
    ).toBe(413)
    expect((await fetch(url)).status).toBe(405)
    expect((await fetch(`${url}er`, { method: 'POST' })).status).toBe(404)
    expect((await fetch(`${facts.url}/f/${slug}/in/%F0%9F%AB%99`, { method: 'POST' })).status).toBe(404)
    expect((await inletAt(slug)).waiting).toBe(0)
  })
  it('is not taken while the form is closed', async () => {
    const slug = `${stem}-closed`
    await releasedForm(
      facts,
      slug,
      formAsking([askFirstName, { ...askEmail, sentAs: [{ inlet: 'old', name: 'mail' }] }]),
    )
    await api(facts, 'POST', `/forms/${slug}/inlets`, { name: 'old', title: 'Old' })
    await api(facts, 'PUT', `/forms/${slug}`, { state: 'closed' })
    const url = `${facts.url}/f/${slug}/in/old`
    await until('it is closed', async () => (await postJson(url, { mail: `${slug}@kiln.example` })).status === 403)
    expect((await post(url, { mail: `${slug}@kiln.example` })).status).toBe(200)
  })
})

describe('their own HTML', () => {
  it('is pointed here, and otherwise stays as it is', async () => {
    const slug = `${stem}-html`
    const url = await formWithInlet(slug)
    await set(slug, { trap: 'fax' })
    const theirs =
      '<p>Ask us</p>\n<FORM class="x" action="/old.php" METHOD=get target=_top>\n<input name=mail><input><input type=file name="plan"><button>Go</button></FORM>'
    const { body } = await api<{ html: string; fields: string[]; nameless: number; forms: number }>(
      facts,
      'POST',
      `/forms/${slug}/inlets/old/html`,
      { html: theirs },
    )
    expect(body).toMatchObject({ fields: ['mail', 'plan'], nameless: 1, forms: 1 })
    expect(body.html).toBe(
      `<p>Ask us</p>\n<form action="${url}" method="post" enctype="multipart/form-data" class="x">\n` +
        '<div hidden aria-hidden="true"><input type="text" name="fax" tabindex="-1" autocomplete="off"></div>\n' +
        '<input name=mail><input><input type=file name="plan"><button>Go</button></FORM>',
    )
  })
})

describe('an inlet', () => {
  it('has a name of its own, and is not dropped with what was not taken, unless that is said', async () => {
    const slug = `${stem}-drop`
    const url = await formWithInlet(slug)
    expect((await api(facts, 'POST', `/forms/${slug}/inlets`, { name: 'old', title: 'Again' })).status).toBe(409)
    await postJson(url, { a: '1' })
    expect((await api(facts, 'DELETE', `/forms/${slug}/inlets/old`)).status).toBe(409)
    expect((await api(facts, 'DELETE', `/forms/${slug}/inlets/old?untaken=1`)).status).toBe(204)
    expect((await postJson(url, { a: '1' })).status).toBe(404)
  })
  it('takes tests of colleagues as such, and mails nobody outside for them', async () => {
    const slug = `${stem}-test`
    const url = await formWithInlet(slug)
    await post(url, { name: 'Ada', mail: `${slug}@kiln.example` })
    await understand(slug)
    const page = await fetch(`${facts.url}/forms/${slug}/release`, { headers: { cookie: await signIn(facts) } })
    const [query = ''] = /\?test=[\w-]+/.exec(await page.text()) ?? []
    await postJson(`${url}${query}`, { name: 'Bo', mail: `${slug}-test@kiln.example` })
    const all = await sentTo(slug)
    expect(all.find(({ values }) => values.email === `${slug}-test@kiln.example`)?.isTest).toBe(true)
    expect(await mailTo(facts, `${slug}-test@kiln.example`)).toEqual([])
  })
})
