import { beforeAll, describe, expect, it } from 'vitest'
import { addressIn, api, applied, mailTo, send, smallForm, until } from '../support/api'
import { askFrom } from '../support/ask_from'
import { readFacts } from '../support/facts'
import { recordOf, tellRecord, tellTexts } from '../support/names'
import { workshop } from '../support/workshop'

const facts = readFacts()
const mark = Date.now().toString(36)
const slug = `hosted-${mark}`
const theirs = `others-${mark}`
const name = `forms-${mark}.kiln.example`
const shop = workshop(facts, slug, { ...smallForm, framedBy: ['https://ring.example'] })
const other = workshop(facts, theirs, smallForm)
const port = new URL(facts.url).port
const base = `http://${name}:${port}`

interface Hosts {
  hosts: { name: string; provenAt: string | null; record: { name: string; text: string } }[]
  chosen: string | null
  base: string
  title?: string
}

const hosts = (reach: typeof shop.reach, method: 'GET' | 'POST' | 'DELETE', path = '', body?: object) =>
  api<Hosts>(reach, method, `/settings/hosts${path}`, body)
const choose = (reach: typeof shop.reach, chosen: string | null) =>
  api<Hosts>(reach, 'PUT', '/settings/links-host', { name: chosen })
/** Asks as a browser does that was led to the installation by this name. */
const at = (host: string, path: string, asked: Parameters<typeof askFrom>[2] = {}) =>
  askFrom('127.0.0.7', `${facts.url}${path}`, { ...asked, headers: { ...asked.headers, host: `${host}:${port}` } })

/** Names and forms are read anew by every process within a second. */
const everyProcessKnows = () => new Promise((done) => setTimeout(done, 1300))

beforeAll(async () => {
  await shop.open()
  await other.open()
})

describe('a host name of a workspace’s own', () => {
  it('is nobody’s until its record shows whose it is', async () => {
    const added = await hosts(shop.reach, 'POST', '', { name: name.toUpperCase() })
    expect(added).toMatchObject({
      status: 201,
      body: { hosts: [{ name, provenAt: null }], chosen: null, base: facts.url },
    })
    expect((await hosts(shop.reach, 'POST', '', { name })).status).toBe(409)
    expect((await hosts(shop.reach, 'POST', '', { name: '127.0.0.1' })).status).toBe(422)
    expect((await choose(shop.reach, name)).status, 'no link is made with it').toBe(422)
    const none = await hosts(shop.reach, 'POST', `/${name}/proof`)
    expect([none.status, none.body.title]).toEqual([422, expect.stringContaining('There is no such record')])
    const record = await recordOf(shop.reach, name)
    await tellTexts(facts, record.name, ['lichen=of-somebody-else'])
    const wrong = await hosts(shop.reach, 'POST', `/${name}/proof`)
    expect([wrong.status, wrong.body.title]).toEqual([422, expect.stringContaining('“lichen=of-somebody-else”')])
    expect((await at(name, `/f/${theirs}`)).status, 'it opens what any name does').toBe(200)
    await tellTexts(facts, record.name, ['v=other', record.text])
    const proven = await hosts(shop.reach, 'POST', `/${name}/proof`)
    expect(proven).toMatchObject({ status: 201, body: { hosts: [{ name, provenAt: expect.any(String) }] } })
  })

  it('opens the forms of its workspace, and nothing else', async () => {
    await everyProcessKnows()
    const page = await at(name, `/f/${slug}`)
    expect([page.status, page.text.includes('Ask us')]).toEqual([200, true])
    const [script] = /\/visitor-main-\w+\.js/.exec(page.text) ?? ['/missing.js']
    for (const [path, status] of [
      [script, 200],
      ['/form.js', 200],
      [`/f/${theirs}`, 404],
      [`/f/${theirs}/files`, 404],
      ['/', 404],
      ['/sign-in', 404],
      ['/api/health', 404],
      ['/api/v1/forms', 404],
      [`/preview/${slug}`, 404],
      ['/_next/static/chunks/x.js', 404],
      ['/in/elm/form.js', 404],
    ] as const)
      expect([path, (await at(name, path)).status]).toEqual([path, status])
    expect((await at(`${name}.`, '/sign-in')).status, 'written as a whole name').toBe(404)
    const sent = await at(name, `/f/${theirs}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', authorization: `Bearer ${other.reach.token}` },
      body: JSON.stringify({ values: { first_name: 'Ada', email: `ada-${mark}@studio.example` } }),
    })
    expect(sent.status).toBe(404)
  })

  it('takes what is sent there, whole, from step to step and without a script', async () => {
    const page = await at(name, `/f/${slug}`, { headers: { referer: `${base}/f/another` } })
    const field = (of: string) => new RegExp(`name="_${of}" value="([^"]*)"`).exec(page.text)?.[1] ?? ''
    const body = new URLSearchParams({
      ...{ first_name: 'Bo', _visit: field('visit'), _proof: field('proof'), _step: field('step') },
    })
    const headers = { 'content-type': 'application/x-www-form-urlencoded', origin: base }
    const next = await at(name, `/f/${slug}`, { method: 'POST', headers, body: body.toString() })
    expect([next.status, next.text.includes('name="email"')]).toEqual([200, true])
    await until('a page before on it is ours', async () => {
      const { body } = await api<{ sources: { source: string }[] }>(shop.reach, 'GET', `/forms/${slug}/readout`)
      return body.sources.map(({ source }) => source).join() === 'Direct or unknown'
    })
  })

  it('is in every link that is made, once it is chosen', async () => {
    expect((await choose(shop.reach, name)).body).toMatchObject({ chosen: name, base })
    const tagged = await api<{ url: string }>(shop.reach, 'POST', `/forms/${slug}/links`, { source: 'fair' })
    expect(tagged.body.url).toBe(`${base}/f/${slug}?utm_source=fair`)
    await everyProcessKnows()
    expect((await at('127.0.0.1', `/f/${slug}`)).text).toContain(`href="${base}/f/${slug}"`)
    const page = await at(name, `/f/${slug}`)
    expect(page.text).toContain(`<link rel="canonical" href="${base}/f/${slug}"`)
    const embedded = await at(name, `/f/${slug}/oembed?url=${encodeURIComponent(`${base}/f/${slug}`)}`)
    expect(JSON.parse(embedded.text)).toMatchObject({ html: expect.stringContaining(`src="${base}/f/${slug}"`) })

    await api(shop.reach, 'PUT', '/lists/firing_notes/confirming', { confirm: {} })
    const email = shop.addressOf('ada')
    const sent = await send(shop.reach, slug, { first_name: 'Ada', email, letter: true })
    const { contact } = await applied(shop.reach, sent.body.submission)
    const link = await api<{ url: string }>(shop.reach, 'POST', `/contacts/${contact}/links`, { form: slug })
    expect(link.body.url.startsWith(`${base}/f/${slug}?k=`)).toBe(true)
    const asking = await until(
      'they are asked by mail',
      async () => (await mailTo(facts, email)).flatMap(({ text }) => addressIn(text, 'join') ?? [])[0],
    )
    expect(asking.startsWith(`${base}/m/join/`)).toBe(true)
    const { pathname } = new URL(asking)
    expect((await at(name, pathname)).status).toBe(200)
    expect((await at('127.0.0.1', pathname)).status, 'links that went out stay as good').toBe(200)
    const joined = await at(name, pathname, {
      method: 'POST',
      headers: { 'content-type': 'application/x-www-form-urlencoded' },
      body: 'join=yes',
    })
    expect([joined.status, joined.text.includes('You are on it now')]).toEqual([200, true])
  })

  it('is whose its zone says it is, and no more of whoever had it before', async () => {
    await hosts(other.reach, 'POST', '', { name })
    expect((await hosts(other.reach, 'POST', `/${name}/proof`)).status).toBe(422)
    const record = await recordOf(other.reach, name)
    expect(record.text).not.toBe((await recordOf(shop.reach, name)).text)
    await tellRecord(other.reach, name)
    expect((await hosts(other.reach, 'POST', `/${name}/proof`)).status).toBe(201)
    expect((await hosts(shop.reach, 'GET')).body).toMatchObject({
      hosts: [{ name, provenAt: null }],
      chosen: null,
      base: facts.url,
    })
    await everyProcessKnows()
    expect((await at(name, `/f/${theirs}`)).status).toBe(200)
    expect((await at(name, `/f/${slug}`)).status).toBe(404)
    await choose(other.reach, name)
    expect((await hosts(other.reach, 'DELETE', `/${name}`)).status).toBe(204)
    expect((await hosts(other.reach, 'GET')).body).toEqual({ hosts: [], chosen: null, base: facts.url })
    expect((await hosts(other.reach, 'DELETE', `/${name}`)).status).toBe(404)
    expect((await hosts(other.reach, 'POST', `/${name}/proof`)).status).toBe(404)
  })
})
