import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  addressIn,
  api,
  applied,
  crmOf,
  mailTo,
  releasedForm,
  replaceDraft,
  send,
  smallForm,
  until,
} from '../support/api'
import { readFacts } from '../support/facts'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()
const slug = `api-${Date.now().toString(36)}`
const person = (name: string) => `${name}-${slug}@studio.example`
const answers = (name: string) => ({ first_name: name, email: person(name), letter: true, unknown: 'x' })

beforeAll(() => releasedForm(facts, slug, smallForm))

describe('sending a form as a program', () => {
  it('stores, lands, lists, mails and writes to the CRM', async () => {
    const sent = await send(facts, slug, answers('ilka'), { link: { utm_source: 'letter', other: 'x' } })
    expect(sent.status).toBe(200)
    expect(sent.body.outcome.title).toBe('Thank you, ilka')
    const submission = await applied(facts, sent.body.submission)
    expect(submission.plan).toMatchObject({
      person: { how: 'new' },
      lists: [{ wording: 'Send me Firing notes.', pending: true }],
    })
    expect(submission.values).not.toHaveProperty('unknown')
    const mail = await until('the mails', async () => {
      const mine = await mailTo(facts, person('ilka'))
      const desk = (await mailTo(facts, 'advice@tarnfield.example')).filter(({ replyTo }) => replyTo === person('ilka'))
      return mine.length > 1 && desk.length > 0 && [...mine, ...desk]
    })
    expect(mail.map(({ subject }) => subject).toSorted()).toEqual([
      'One press, and Firing notes are yours',
      'Thank you, ilka',
      'ilka asks',
    ])
    const address = mail.flatMap(({ text }) => addressIn(text, 'join') ?? [])[0] ?? ''
    await fetch(address, { method: 'POST', body: new URLSearchParams({ join: 'yes' }) })
    const record = await until('the CRM record', () => crmOf(facts, person('ilka')))
    expect(record.fields).toMatchObject({ first_name: 'ilka', email: person('ilka') })
    const { body } = await api<{ contacts: { lists: object[] }[] }>(facts, 'GET', `/contacts?email=${person('ilka')}`)
    expect(body.contacts).toMatchObject([{ lists: [{ name: 'firing_notes', title: 'Firing notes' }] }])
  })

  it('answers the same visit with the same submission, also when both come at once', async () => {
    const visit = randomUUID()
    const stranger = { url: facts.url }
    const sent = await Promise.all([1, 2, 3, 4].map(() => send(stranger, slug, answers('twice'), { visit })))
    const again = await send(stranger, slug, answers('twice'), { visit: visit.toUpperCase() })
    const ids = new Set([...sent, again].map(({ body }) => body.submission))
    expect(ids.size).toBe(1)
    expect(again.body.outcome.title).toBe('Thank you, twice')
    // A program with the workspace's token may ask without the answers; nobody else may.
    expect((await send(facts, slug, {}, { visit })).body.submission).toBe(again.body.submission)
    expect((await send(stranger, slug, {}, { visit })).status).toBe(422)
    expect((await send(stranger, slug, answers('other'), { visit })).status).toBe(409)
  })

  it('refuses wrong answers with a problem document that names them', async () => {
    const response = await fetch(`${facts.url}/f/${slug}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ values: { email: 'nobody' } }),
    })
    expect([response.status, response.headers.get('content-type')]).toEqual([422, 'application/problem+json'])
    expect(await response.json()).toMatchObject({
      status: 422,
      errors: [
        { name: 'first_name' },
        { name: 'email', message: 'Write an email address, such as name@studio.example.' },
      ],
    })
  })

  it.each(['{', '[]', '{"values": 3}', '{}', '{"values": {}, "visit": "x"}', 'null'])(
    'refuses the body %s with 400',
    async (body) => {
      const headers = { 'content-type': 'application/json' }
      const response = await fetch(`${facts.url}/f/${slug}`, { method: 'POST', headers, body })
      expect(response.status).toBe(400)
    },
  )

  it('refuses a body of a megabyte, and has no form at an unknown address', async () => {
    expect((await send(facts, slug, { wish: 'x'.repeat(1_000_000) })).status).toBe(413)
    expect((await send(facts, 'no-such-form', {})).status).toBe(404)
  })

  it('never erases with a blank, and keeps what set or proposed each value', async () => {
    const first = await send(facts, slug, answers('lineage'))
    await applied(facts, first.body.submission)
    const second = await send(facts, slug, { ...answers('lineage'), first_name: 'Line Age' })
    const { contact } = await applied(facts, second.body.submission)
    const client = new pg.Client(facts.database)
    await client.connect()
    const { rows } = await client.query(
      `select field, "from", "to", cause_id from record_change where record_id = $1 and field like '%first_name' order by at, "from" nulls first`,
      [contact],
    )
    await client.end()
    expect(rows).toEqual([
      { field: 'first_name', from: null, to: 'lineage', cause_id: first.body.submission },
      {
        field: `_proposed.${second.body.submission}.first_name`,
        from: null,
        to: 'Line Age',
        cause_id: second.body.submission,
      },
    ])
  })
})

describe('personal links', () => {
  it('fill for their holder only, and only in their own form', async () => {
    const made = await api<{ id: string }>(facts, 'POST', '/contacts', { email: person('holder'), first_name: 'Oda' })
    expect(made.status).toBe(201)
    const link = await api<{ url: string; k: string }>(facts, 'POST', `/contacts/${made.body.id}/links`, {
      form: 'bring-a-studio',
    })
    const page = async (address: string) => (await fetch(address)).text()
    expect(await page(link.body.url)).toContain('Oda, bring a studio along')
    expect(await page(`${facts.url}/f/bring-a-studio`)).toContain('Hello, bring a studio along')
    expect(await page(`${facts.url}/f/kiln-finder?k=${link.body.k}`)).not.toContain(person('holder'))
    expect(await page(`${facts.url}/f/bring-a-studio?email=${person('holder')}`)).not.toContain('Oda')
    const other = link.body.url.replace(/.$/, (last) => (last === 'A' ? 'B' : 'A'))
    expect(await page(other)).not.toContain('Oda')
    const sent = await send(
      facts,
      'bring-a-studio',
      { first_name: 'Oda', email: person('holder'), their_studio: 'Elm' },
      { k: link.body.k },
    )
    const submission = await applied(facts, sent.body.submission)
    expect(submission).toMatchObject({
      contact: made.body.id,
      origins: { first_name: 'record', their_studio: 'typed' },
    })
  })
})

describe('the API', () => {
  it('lets nobody in without a token', async () => {
    for (const path of ['/forms', '/submissions', '/contacts', '/nothing']) {
      const response = await fetch(`${facts.url}/api/v1${path}`)
      expect([path, response.status]).toEqual([path, 401])
    }
    expect((await api({ ...facts, token: 'lichen_wrongwrongwrongwrong' }, 'GET', '/forms')).status).toBe(401)
  })
  it('writes a draft, says what is wrong with one, plans it, and does nothing', async () => {
    const draft = await api(facts, 'GET', `/forms/${slug}/draft`)
    expect(await replaceDraft(facts, slug, draft.body)).toMatchObject({ status: 200 })
    const wrong = await replaceDraft<{ errors: { name: string }[] }>(facts, slug, {
      title: 'x',
      steps: [{ name: 'A b', title: 'x' }],
    })
    expect(wrong.status).toBe(422)
    expect(wrong.body.errors[0]?.name).toBe('steps.0.name')
    const values = { first_name: 'Planned', email: person('planned') }
    const plan = await api(facts, 'POST', `/forms/${slug}/plan`, { values })
    expect(plan.body).toMatchObject({ person: { how: 'new' }, routed: [{ desk: { name: 'advice_line' } }], errors: [] })
    expect((await api<{ contacts: [] }>(facts, 'GET', `/contacts?email=${person('planned')}`)).body.contacts).toEqual(
      [],
    )
  })
  it('refuses to release a draft with faults', async () => {
    await api(facts, 'POST', '/forms', {
      name: 'Faulty',
      slug: `${slug}-faulty`,
      draft: { title: '{{ gone }}', steps: [{ name: 'a', title: 'A' }] },
    })
    const released = await api<{ findings: unknown[] }>(facts, 'POST', `/forms/${slug}-faulty/releases`)
    expect(released.status).toBe(422)
    expect(released.body.findings).toHaveLength(2)
  })
  it('pages through submissions without missing or repeating one', async () => {
    const seen: string[] = []
    for (let after = ''; ;) {
      const { body } = await api<{ submissions: { id: string }[]; next: string | null }>(
        facts,
        'GET',
        `/submissions?form=kiln-finder&limit=97${after && `&after=${after}`}`,
      )
      seen.push(...body.submissions.map(({ id }) => id))
      if (!body.next) break
      after = body.next
    }
    const client = new pg.Client(facts.database)
    await client.connect()
    const { rows } = await client.query(
      `select count(*)::int as n from submission join form on form.id = form_id where slug = 'kiln-finder' and submission.state <> 'spam'`,
    )
    await client.end()
    expect(new Set(seen).size).toBe(seen.length)
    expect(seen.length).toBe((rows[0] as { n: number }).n)
  })
  it('makes forms and contacts from as little as it needs, and takes an empty filter for none', async () => {
    const made = await api<{ slug: string }>(facts, 'POST', '/forms', { name: `Only a name ${slug}` })
    expect(made).toMatchObject({ status: 201, body: { slug: `only-a-name-${slug}` } })
    const namesake = await api(facts, 'POST', '/forms', { name: `Only a name ${slug}` })
    expect(namesake).toMatchObject({ status: 201, body: { slug: `only-a-name-${slug}-2` } })
    const taken = { name: 'Any', slug: `only-a-name-${slug}` }
    expect((await api(facts, 'POST', '/forms', taken)).status).toBe(409)
    const cyrillic = await api<{ slug: string }>(facts, 'POST', '/forms', { name: `Печь ${slug}` })
    expect(cyrillic.body.slug).toBe(`pech-${slug}`)
    const contact = { email: person('nested').toUpperCase(), values: { first_name: 'Nest' } }
    expect(await api(facts, 'POST', '/contacts', contact)).toMatchObject({
      status: 201,
      body: { email: person('nested') },
    })
    expect((await api(facts, 'POST', '/contacts', contact)).status).toBe(409)
    expect((await api(facts, 'POST', '/contacts', { email: 'x' })).status).toBe(422)
    expect((await api(facts, 'POST', '/contacts', { email: person('odd'), shoe_size: 3 })).status).toBe(422)
    expect((await api(facts, 'GET', `/submissions?form=${slug}&state=`)).status).toBe(200)
    expect((await api(facts, 'GET', '/submissions?state=odd')).status).toBe(400)
  })
  it('describes itself, and the form definition', async () => {
    const openapi = (await (await fetch(`${facts.url}/api/openapi.json`)).json()) as { openapi: string; paths: object }
    expect(openapi.openapi).toBe('3.1.0')
    expect(Object.keys(openapi.paths)).toContain('/forms/{slug}/draft')
    const schema = (await (await fetch(`${facts.url}/schemas/form.json`)).json()) as { required: string[] }
    expect(schema.required).toEqual(['title', 'steps'])
  })
  it('keeps one workspace’s rows from another’s token', async () => {
    const { token } = await makeWorkspace(facts, false)
    const other = { ...facts, token }
    const mine = await send(facts, slug, answers('mine'))
    const contact = (await applied(facts, mine.body.submission)).contact
    expect((await api<{ forms: [] }>(other, 'GET', '/forms')).body.forms).toEqual([])
    expect((await api<{ submissions: [] }>(other, 'GET', '/submissions')).body.submissions).toEqual([])
    expect((await api<{ contacts: [] }>(other, 'GET', `/contacts?email=${person('mine')}`)).body.contacts).toEqual([])
    for (const [method, path, body] of [
      ['GET', `/submissions/${mine.body.submission}`],
      ['GET', `/forms/${slug}/draft`],
      ['PUT', `/forms/${slug}/draft`, smallForm],
      ['POST', `/forms/${slug}/releases`],
      ['GET', `/forms/${slug}/readout`],
      ['POST', `/contacts/${contact}/links`, { form: slug }],
    ] as const)
      expect([path, (await api(other, method, path, body)).status]).toEqual([path, 404])
  })
})
