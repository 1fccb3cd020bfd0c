import { randomUUID } from 'node:crypto'
import { get, type IncomingMessage } from 'node:http'
import { beforeAll, describe, expect, it } from 'vitest'
import type { FormInput } from '@/core/form/definition'
import { LEAST_SECONDS } from '@/core/spam/suspect'
import { api, applied, releasedForm, replaceDraft, send, smallForm, until } from '../support/api'
import { figure, query } from '../support/database'
import { readFacts } from '../support/facts'
import { pause } from '../support/lichen'
import { openPage } from '../support/page'

const facts = readFacts()
const stranger = { url: facts.url }
const slug = `visits-${Date.now().toString(36)}`
const address = (name: string) => `${name}-${slug}@visits.example`

const open = (path: string, cookie = '') => openPage(facts, path, cookie)

/** Follows a link as a browser does, and stops at the first answer. */
const navigate = (path: string): Promise<IncomingMessage> =>
  new Promise((done, fail) => {
    const asked = get(facts.url + path, { headers: { 'sec-fetch-mode': 'navigate' } }, (response) => {
      response.resume()
      done(response)
    })
    asked.on('error', fail)
  })

const progress = (body: object, at = slug) =>
  fetch(`${facts.url}/f/${at}/progress`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })

const events = (visit: string) =>
  query<{ kind: string; step: string | null }>(
    facts.database,
    'select kind, step from visit_event where visit_id = $1 order by at, kind',
    [visit],
  )

beforeAll(() => releasedForm(facts, slug, smallForm))

describe('a visit', () => {
  it('is neither read nor changed by whoever knows its id alone', async () => {
    const page = await open(`/f/${slug}`)
    const { visit, proof } = page.data
    const kept = { first_name: 'Secretly', email: address('kept') }
    expect((await progress({ visit, proof, began: true, steps: ['about'], values: kept })).status).toBe(204)
    const answers = async () =>
      (await query<{ answers: object }>(facts.database, 'select answers from visit where id = $1', [visit]))[0]?.answers
    expect(await answers()).toEqual(kept)

    for (const wrong of [undefined, '', 'x', `${proof}x`]) {
      const told = await progress({ visit, proof: wrong, began: true, values: { first_name: 'Changed' } })
      expect(told.status).toBe(403)
      const { html } = await open(`/f/${slug}`, `lichen_visit=${visit}${wrong === undefined ? '' : `.${wrong}`}`)
      expect(html).not.toContain('Secretly')
    }
    expect(await answers()).toEqual(kept)
    expect((await open(`/f/${slug}`, page.cookie)).html).toContain('Secretly')

    // Sending under it, without its proof, is a visit of one's own and leaves this one as it is.
    const foreign = await send(stranger, slug, { first_name: 'Foreign', email: address('foreign') }, { visit })
    expect(foreign.status).toBe(200)
    const own = await send(stranger, slug, kept, { visit, proof })
    expect(own.status).toBe(200)
    expect(own.body.submission).not.toBe(foreign.body.submission)
    expect((await send(stranger, slug, {}, { visit })).status).toBe(422)
    expect((await send(stranger, slug, {}, { visit, proof })).body).toEqual(own.body)
  })

  it('is a return where it is opened after hours, also where the page told the same once more as it was left', async () => {
    const page = await open(`/f/${slug}`)
    const { visit, proof } = page.data
    const told = { visit, proof, began: true, steps: ['about'], values: { first_name: 'Nightly' } }
    expect((await progress(told)).status).toBe(204)
    await query(facts.database, `update visit set last_at = last_at - interval '9 hours' where id = $1`, [visit])
    expect((await progress(told)).status).toBe(204)
    expect((await open(`/f/${slug}`, page.cookie)).html).toContain('Nightly')
    expect(await events(visit)).toContainEqual({ kind: 'returned', step: null })
  })

  it('arrives once, sends once, and nothing happens in it afterwards, whatever comes at once', async () => {
    for (let round = 0; round < 12; round++) {
      const visit = randomUUID()
      const first = { visit, began: true, steps: ['about'], values: {} }
      await Promise.all([progress(first), progress(first), progress(first)])
      const kinds = (await events(visit)).map(({ kind }) => kind)
      expect(kinds.filter((kind) => kind === 'arrived')).toHaveLength(1)
      expect(kinds.filter((kind) => kind === 'began')).toHaveLength(1)

      const values = { first_name: 'Race', email: address(`race-${round}`) }
      const [sent] = await Promise.all([
        send(facts, slug, values, { visit }),
        progress({ ...first, steps: ['about', 'you'] }),
        progress({ ...first, steps: ['about', 'you'] }),
      ])
      await applied(facts, sent.body.submission)
      await progress({ ...first, steps: ['about', 'you', 'later'] })
      const [row] = await query<{ sent: boolean; late: number }>(
        facts.database,
        `select sent_at is not null as sent, (select count(*)::int from visit_event e where e.visit_id = v.id
           and e.kind <> 'sent' and e.at > v.sent_at) as late from visit v where id = $1`,
        [visit],
      )
      expect(row).toEqual({ sent: true, late: 0 })
      const all = (await events(visit)).map(({ kind, step }) => `${kind} ${step ?? ''}`)
      expect(new Set(all).size).toBe(all.length)
    }
  })

  it('begun by a plain HTML form with a made-up id goes on', async () => {
    for (const visit of ['-'.repeat(36), 'x', '']) {
      const body = new URLSearchParams({
        _visit: visit,
        _step: 'about',
        _go: 'next',
        _shown: 'first_name wish',
        first_name: 'Plain',
      })
      const response = await fetch(`${facts.url}/f/${slug}`, { method: 'POST', body })
      expect([response.status, await response.text()]).toEqual([200, expect.stringContaining('Where to reach you')])
    }
  })
})

describe('a personal link', () => {
  it('stands nowhere in the page, leaves the address, and stops working once it is withdrawn', async () => {
    const { body: contact } = await api<{ id: string }>(facts, 'POST', '/contacts', {
      email: address('oda'),
      first_name: 'Oda',
    })
    const { body: link } = await api<{ url: string; k: string }>(facts, 'POST', `/contacts/${contact.id}/links`, {
      form: 'bring-a-studio',
    })
    const path = link.url.replace(facts.url, '')
    const visited = await navigate(`${path}&utm_source=club`)
    expect(visited.statusCode).toBe(303)
    const location = visited.headers.location ?? ''
    expect(location).toBe('/f/bring-a-studio?utm_source=club&personal=')
    const cookie = (visited.headers['set-cookie'] ?? []).map((one) => one.split(';')[0]).join('; ')
    const page = await open(location, cookie)
    expect(page.html).toContain('Oda')
    expect(page.html).not.toContain(link.k)
    // The address alone shows nothing, nor does the cookie at the plain address.
    expect((await open(location)).html).not.toContain('Oda')
    expect((await open('/f/bring-a-studio', cookie)).html).not.toContain('Oda')
    // Without the redirect, as a program follows it, the page holds no secret either.
    const direct = await open(path)
    expect(direct.html).toContain('Oda')
    expect(direct.html).not.toContain(link.k)

    await query(facts.database, 'update personal_link set withdrawn_at = now() where contact_id = $1', [contact.id])
    expect((await open(location, cookie)).html).not.toContain('Oda')
    expect((await open(path)).html).not.toContain('Oda')
  })
})

describe('emails', () => {
  const claiming: FormInput = {
    ...smallForm,
    carried: [
      { name: 'claim', label: 'Claim', fill: [{ from: 'link', parameter: 'email' }], lands: [{ field: 'email' }] },
    ],
  }
  it('that somebody claims or adds never overwrite the one a person is known by', async () => {
    const claimed = `${slug}-claim`
    await releasedForm(facts, claimed, claiming)
    const first = await send(facts, claimed, { first_name: 'Known', email: address('known') })
    const { contact } = await applied(facts, first.body.submission)
    const link = { email: address('evil') }
    const second = await send(facts, claimed, { first_name: 'Known', email: address('known') }, { link })
    expect((await applied(facts, second.body.submission)).contact).toBe(contact)
    const { body } = await api<{ contacts: { values: { email: string } }[] }>(
      facts,
      'GET',
      `/contacts?email=${address('known')}`,
    )
    expect(body.contacts[0]?.values.email).toBe(address('known'))
    expect(await figure(facts.database, 'select count(*) from record where key = $1', [address('evil')])).toBe(0)
  })
  it('to one stranger’s mailbox are few an hour from one form, whatever tags it is written with; the rest wait, and say so', async () => {
    const mailed = `${slug}-mails`
    await releasedForm(facts, mailed, smallForm)
    const to = address('flooded')
    for (let n = 0; n < 7; n++) {
      const email = n % 2 === 0 ? to : to.replace('@', `+${n}@`)
      const sent = await send(facts, mailed, { first_name: `Flood ${n}`, email })
      await applied(facts, sent.body.submission)
    }
    const states = () =>
      query<{ state: string; n: number; note: string | null; later: boolean }>(
        facts.database,
        `select state, count(*)::int as n, max(error) as note, bool_and(next_at > now() + interval '30 minutes') as later
         from delivery where visitor = $1 and form_id = (select id from form where slug = $2) group by state order by state`,
        [to, mailed],
      )
    await until('four are sent and three wait', async () => {
      const [delivered, waiting] = await states()
      return delivered?.n === 4 && waiting?.n === 3 && waiting.later
    })
    expect((await states())[1]).toMatchObject({
      state: 'waiting',
      note: expect.stringMatching(/^Waits: this address has had 4 mails/) as string,
      later: true,
    })
  })
})

describe('releases', () => {
  const consenting = (wording: string, more: FormInput['steps'][number]['questions'] = []): FormInput => ({
    ...smallForm,
    steps: [
      ...smallForm.steps.slice(0, 1),
      {
        name: 'you',
        title: 'You',
        questions: [
          { kind: 'email', name: 'email', label: 'Email', required: true, lands: [{ field: 'email' }] },
          { kind: 'consent', name: 'letter', label: 'Letter', wording },
          ...(more ?? []),
        ],
      },
    ],
  })
  it('answer for the pages that show them, for seven days; then the page shows what is new and keeps what was typed', async () => {
    const pinned = `${slug}-pinned`
    await releasedForm(facts, pinned, consenting('The first wording.'))
    const page = await open(`/f/${pinned}`)
    expect(page.data.release).toBe(1)
    const next = consenting('The second wording.', [
      { kind: 'short_text', name: 'studio', label: 'Studio', required: true },
    ])
    await replaceDraft(facts, pinned, next)
    await api(facts, 'POST', `/forms/${pinned}/releases`)
    await until('release 2 is shown', async () => (await open(`/f/${pinned}`)).data.release === 2)

    const values = { first_name: 'Early', email: address('early'), letter: true }
    await pause(LEAST_SECONDS * 1000)
    const sent = await send(stranger, pinned, values, page.data)
    expect(sent.status).toBe(200)
    const submission = await applied(facts, sent.body.submission)
    expect(submission.plan.lists).toMatchObject([{ wording: 'The first wording.' }])
    // A program that names none is answered by the live one.
    const wrong = await send(facts, pinned, { ...values, email: address('late') })
    expect(wrong.body.errors.map(({ name }) => name)).toEqual(['studio'])

    await query(
      facts.database,
      `update release set replaced_at = now() - interval '8 days' where number = 1 and form_id = (select id from form where slug = $1)`,
      [pinned],
    )
    expect((await send(stranger, pinned, values, { release: 1 })).status).toBe(409)
    const body = new URLSearchParams({
      _release: '1',
      _step: 'you',
      _go: 'send',
      _shown: 'first_name wish email letter',
      first_name: 'Typed',
      email: address('typed'),
    })
    const shown = await (await fetch(`${facts.url}/f/${pinned}`, { method: 'POST', body })).text()
    expect(shown).toContain('This form has changed since you opened it.')
    expect(shown).toContain('value="Typed"')
    expect(shown).toContain(`value="${address('typed')}"`)
    expect(shown).toContain('name="studio"')
  })
  it('are not made of what cannot be rendered or can never fire', async () => {
    const broken = `${slug}-broken`
    const drafts: FormInput[] = [
      { ...smallForm, outcome: { title: 'Thanks {{ first_name', body: '' } },
      { ...smallForm, outcome: { title: 'x', body: '{{ gone }}' } },
      {
        ...smallForm,
        messages: [
          ...(smallForm.messages ?? []),
          {
            name: 'm',
            title: 'M',
            to: 'visitor',
            subject: 's',
            body: 'b',
            when: { value: 'first_name', is: 'at_least', to: 3 },
          },
        ],
      },
    ]
    await api(facts, 'POST', '/forms', { name: broken, slug: broken, draft: smallForm })
    for (const draft of drafts) {
      expect((await replaceDraft(facts, broken, draft)).status).toBe(200)
      expect((await api(facts, 'POST', `/forms/${broken}/releases`)).status).toBe(422)
    }
  })
  it('come from drafts that are not overwritten unasked', async () => {
    const tagged = `${slug}-tagged`
    await api(facts, 'POST', '/forms', { name: tagged, slug: tagged, draft: smallForm })
    const at = `${facts.url}/api/v1/forms/${tagged}/draft`
    const headers = { authorization: `Bearer ${facts.token}`, 'content-type': 'application/json' }
    const tag = (await fetch(at, { headers })).headers.get('etag') ?? ''
    const put = (ifMatch: string, title: string) =>
      fetch(at, {
        method: 'PUT',
        headers: { ...headers, 'if-match': ifMatch },
        body: JSON.stringify({ ...smallForm, title }),
      })
    const first = await put(tag, 'First')
    expect([first.status, first.headers.get('etag')]).toEqual([200, expect.not.stringMatching(tag)])
    const second = await put(tag, 'Second')
    expect([second.status, second.headers.get('etag')]).toEqual([412, first.headers.get('etag')])
    expect(await second.json()).toMatchObject({ status: 412, by: 'A program, through the API,' })
    expect((await put('"x"', 'Third')).status).toBe(412)
    expect(await (await fetch(at, { headers })).json()).toMatchObject({ title: 'First' })
    expect((await put('*', 'Any')).status).toBe(200)
    expect((await api(facts, 'PUT', `/forms/${tagged}/draft`, smallForm)).status).toBe(428)
  })
})
