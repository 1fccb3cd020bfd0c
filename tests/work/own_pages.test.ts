import { HtmlValidate } from 'html-validate'
import { describe, expect, it } from 'vitest'
import type { FormInput } from '@/core/form/definition'
import { api, applied, askClay, askEmail, askFirstName, formAsking, releasedForm, until } from '../support/api'
import { formOfEveryKind, KINDS_TRIED } from '../support/every_kind'
import { readFacts } from '../support/facts'
import { doWork, readPage } from '../support/page'

/** Forms that stand on pages of other sites as HTML of their own, and what those send. */

const facts = readFacts()
const stem = `own-${Date.now().toString(36)}`
const SITE = 'https://www.studio.example'
const PAGE = `${SITE}/ask?utm_source=Fair`

const askWish = { kind: 'long_text' as const, name: 'wish', label: 'What do you need?', required: true }
const askWhy = { ...askWish, name: 'why', label: 'Why?', shownWhen: { value: 'clay', is: 'answered' as const } }
const asking = (more: Partial<FormInput> = {}) =>
  formAsking([askFirstName, askEmail, askClay, askWhy], { sentFrom: [SITE], ...more })
const person = (name: string) => ({ first_name: 'Ada', email: `${name}@studio.example` })

/** A picture of one dot. */
const DOT = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='

/** Sends fields as a page of the site does. */
const post = (
  slug: string,
  fields: Record<string, string> | FormData,
  { page = PAGE, query = '' }: { page?: string; query?: string } = {},
) =>
  fetch(`${facts.url}/f/${slug}${query}`, {
    method: 'POST',
    headers: { origin: new URL(page).origin, referer: page, 'accept-language': 'en' },
    body: fields instanceof FormData ? fields : new URLSearchParams(fields),
    redirect: 'manual',
  })

interface Listed {
  submissions: { id: string; state: string; isTest: boolean; values: Record<string, unknown> }[]
}
const sentTo = async (slug: string, spam = false) =>
  (await api<Listed>(facts, 'GET', `/submissions?form=${slug}${spam ? '&state=spam' : ''}`)).body.submissions
const htmlOf = async (slug: string) =>
  (
    await api<{ html: string; release: number; fields: { name: string; sentAs: string[]; must: boolean }[] }>(
      facts,
      'GET',
      `/forms/${slug}/html`,
    )
  ).body
const sources = async (slug: string) =>
  (await api<{ sources: { source: string; sent: number }[] }>(facts, 'GET', `/forms/${slug}/readout`)).body.sources
const unfinished = async (slug: string) =>
  (await api<{ unfinished: { answers: Record<string, unknown> }[] }>(facts, 'GET', `/unfinished?form=${slug}`)).body
    .unfinished

/** Rules of HTML as the W3C's validator has them; checkboxes of one question share a name by that standard. */
const rules = new HtmlValidate({
  extends: ['html-validate:recommended'],
  rules: { 'form-dup-name': ['error', { shared: ['radio', 'checkbox', 'submit', 'button', 'reset'] }] },
})

describe('the plain HTML of a form', () => {
  it('is valid, has a field for all that is asked, and sends it', async () => {
    const slug = `${stem}-every`
    await releasedForm(facts, slug, { ...formOfEveryKind(slug), sentFrom: [SITE] })
    const { html, fields } = await htmlOf(slug)
    const page = `<!DOCTYPE html><html lang="en"><head><title>Ask</title></head><body><h1>Ask</h1><h2>Us</h2>${html}</body></html>`
    const { results } = await rules.validateString(page)
    expect(results.flatMap(({ messages }) => messages.map(({ ruleId, message }) => `${ruleId}: ${message}`))).toEqual(
      [],
    )
    expect(html).not.toMatch(/class=|style=|data-|<script/)
    for (const { sentAs } of fields) expect(sentAs.length).toBeGreaterThan(0)
    expect(fields.map(({ name }) => name)).toEqual([
      ...KINDS_TRIED.flatMap(([kind]) => (['prose', 'computed'].includes(kind) ? [] : [`a_${kind}`])),
      'email',
    ])
    expect(fields.filter(({ must }) => must).map(({ name }) => name)).toEqual(['email'])
    const sent = new FormData()
    for (const [name, text] of [
      ['a_short_text', 'Biscuit'],
      ['a_person_name.first', 'Ada'],
      ['a_person_name.last', 'Rime'],
      ['a_several_choices', 'glass'],
      ['a_several_choices', 'salt'],
      ['a_number', '6'],
      ['a_stepper', '4'],
      ['email', `${slug}@studio.example`],
    ] as const)
      sent.append(name, text)
    sent.append('a_file', new File([], ''))
    expect((await post(slug, sent)).status).toBe(200)
    const [one] = await until('it is there', async () => {
      const all = await sentTo(slug)
      return all.length > 0 && all
    })
    expect(one?.values).toMatchObject({
      a_short_text: 'Biscuit',
      a_person_name: { first: 'Ada', last: 'Rime' },
      a_several_choices: ['glass', 'salt'],
      a_computed: 24,
    })
  })

  it('is told what a release changes for it, and leaves out what is not asked', async () => {
    const slug = `${stem}-told`
    await releasedForm(facts, slug, asking())
    const { html, fields } = await htmlOf(slug)
    expect(html).toContain('<!-- Asked where Which clay? is answered -->')
    expect(fields.map(({ name, must }) => [name, must])).toEqual([
      ['first_name', true],
      ['email', true],
      ['clay', false],
      ['why', false],
    ])
    expect((await api(facts, 'GET', `/forms/${slug}-none/html`)).status).toBe(404)
  })
})

describe('what a page of another site sends', () => {
  it('lands as any other, with its page as its source and its other fields as parameters of a link', async () => {
    const slug = `${stem}-lands`
    const voucher = { name: 'voucher', label: 'Voucher', fill: [{ from: 'link' as const, parameter: 'v' }] }
    await releasedForm(facts, slug, asking({ carried: [voucher] }))
    expect((await post(slug, { ...person(slug), v: 'KILN-7', junk: 'x' }, { page: `${SITE}/ask` })).status).toBe(200)
    const [one] = await sentTo(slug)
    expect(one?.values).toMatchObject({ first_name: 'Ada', voucher: 'KILN-7' })
    expect((await applied(facts, one?.id ?? '')).contact).not.toBeNull()
    // Where the page has tags, they tell more.
    await post(slug, person(`${slug}-2`))
    await until('both are counted', async () => {
      const found = await sources(slug)
      return (
        found.some(({ source, sent }) => source === 'www.studio.example (own HTML)' && sent === 1) &&
        found.some(({ source, sent }) => source === 'fair' && sent === 1)
      )
    })
  })

  it('is kept as spam where the form does not let the site send, or a trap was filled in', async () => {
    const slug = `${stem}-spam`
    await releasedForm(facts, slug, asking())
    await post(slug, person(`${slug}-1`), { page: 'https://elsewhere.example/ask' })
    await post(slug, { ...person(`${slug}-2`), _website: 'https://x.example' })
    expect(await sentTo(slug)).toEqual([])
    expect(await sentTo(slug, true)).toHaveLength(2)
    expect(await unfinished(slug)).toEqual([])
  })

  it('is kept where something is missing, and the rest is asked on our page', async () => {
    const slug = `${stem}-rest`
    await releasedForm(facts, slug, asking({ keepUnfinished: false }))
    const answered = await post(slug, { ...person(slug), clay: 'stone' })
    expect(answered.status).toBe(200)
    const cookie = answered.headers.getSetCookie().map((one) => one.split(';')[0] ?? '')
    const html = await answered.text()
    expect(html).toContain('This is still missing before it can be sent.')
    expect(html).toContain('value="Ada"')
    await until('it is kept', async () => {
      const [left] = await unfinished(slug)
      return left?.answers.clay === 'stone'
    })
    // Whoever comes back to the form's own address goes on, too.
    const again = await fetch(`${facts.url}/f/${slug}`, { headers: { cookie: cookie.join('; ') } })
    expect(await again.text()).toContain(`value="${slug}@studio.example"`)
    const { data, task } = readPage(html)
    const own = { _visit: data.visit, _proof: data.proof, _opened: data.opened, _work: await doWork(task) }
    const shown = { _shown: 'first_name email clay why', _step: 'all', _go: 'send' }
    await new Promise((done) => setTimeout(done, 4000))
    const fields = { ...person(slug), clay: 'stone', why: 'Cups', ...own, ...shown, _release: '1' }
    const done = await fetch(`${facts.url}/f/${slug}`, {
      method: 'POST',
      body: new URLSearchParams({
        ...fields,
        _hands: JSON.stringify({ touched: true, milliseconds: 3000 }),
      }),
    })
    expect(await done.text()).toContain('Thank you')
    expect((await sentTo(slug)).map(({ values }) => values.why)).toEqual(['Cups'])
    await until('nothing is unfinished any more', async () => (await unfinished(slug)).length === 0)
  })

  it('says what is wrong, and goes on at addresses of the site’s own, on no others', async () => {
    const slug = `${stem}-on`
    await releasedForm(facts, slug, asking())
    const wrong = await post(slug, { first_name: 'Ada', email: 'no address' })
    expect(wrong.status).toBe(422)
    const on = { _sent: `${SITE}/thanks?x=1`, _wrong: `${SITE}/oh` }
    const refused = await post(slug, { ...on, first_name: '', email: 'no address' })
    expect([refused.status, refused.headers.get('location')]).toEqual([303, `${SITE}/oh?wrong=first_name&wrong=email`])
    const taken = await post(slug, { ...on, ...person(slug) })
    expect([taken.status, taken.headers.get('location')]).toEqual([303, `${SITE}/thanks?x=1`])
    const led = await post(slug, {
      ...person(`${slug}-2`),
      _sent: 'https://elsewhere.example/',
      _wrong: 'javascript:x',
    })
    expect([led.status, led.headers.get('location')]).toEqual([200, null])
    // A site that may not send is led nowhere either: what it sent is not kept, and is asked at once.
    const other = await post(slug, { ...on, first_name: 'Ada' }, { page: 'https://elsewhere.example/' })
    expect([other.status, other.headers.get('location')]).toEqual([200, null])
  })

  it('is one where somebody presses twice, and two where two people send the same', async () => {
    const slug = `${stem}-twice`
    await releasedForm(facts, slug, asking())
    await Promise.all([1, 2, 3].map(() => post(slug, person(slug))))
    expect(await sentTo(slug)).toHaveLength(1)
    const poll = `${stem}-poll`
    await releasedForm(
      facts,
      poll,
      formAsking([askClay], { messages: [], routing: {}, outcome: { title: 'Thank you', body: '' }, sentFrom: [SITE] }),
    )
    await Promise.all([1, 2, 3].map(() => post(poll, { clay: 'stone' })))
    expect(await sentTo(poll)).toHaveLength(3)
  })

  it('is told that the form is closed, and asked nothing more', async () => {
    const slug = `${stem}-closed`
    await releasedForm(facts, slug, asking())
    await api(facts, 'PUT', `/forms/${slug}`, { state: 'closed', closedWords: 'All places are taken.' })
    await until('it is closed', async () => (await (await post(slug, person(slug))).text()).includes('All places'))
    expect(await (await post(slug, { first_name: 'Ada' })).text()).toContain('All places are taken.')
  })

  it('has files where the site may send', async () => {
    const slug = `${stem}-files`
    const askPhoto = { kind: 'file' as const, name: 'photo', label: 'A photo', sorts: ['pictures' as const] }
    await releasedForm(facts, slug, formAsking([askFirstName, askEmail, askPhoto], { sentFrom: [SITE] }))
    const body = (name: string) => {
      const sent = new FormData()
      sent.append('first_name', 'Ada')
      sent.append('email', `${name}@studio.example`)
      sent.append('photo', new File([Buffer.from(DOT, 'base64')], 'kiln.png', { type: 'image/png' }))
      return sent
    }
    expect((await post(slug, body(slug))).status).toBe(200)
    const [one] = await sentTo(slug)
    expect(JSON.stringify(one?.values.photo)).toContain('kiln.png')
    const strange = await post(slug, body(`${slug}-2`), { page: 'https://elsewhere.example/' })
    expect(strange.status).toBe(422)
  })
})
