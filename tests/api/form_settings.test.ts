import { describe, expect, it } from 'vitest'
import type { FormInput } from '@/core/form/definition'
import { api, releasedForm, replaceDraft, send, smallForm, until } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { openPage } from '../support/page'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()
const stem = `set-${Date.now().toString(36)}`
const values = { first_name: 'Ada', email: `ada-${stem}@set.example` }
const change = (slug: string, body: object) => api(facts, 'PUT', `/forms/${slug}`, body)
const visitors = (slug: string) => fetch(`${facts.url}/f/${slug}`, { redirect: 'manual' })
/** Another server may go on with what it knows of a form for a second. */
const seen = (slug: string, words: string) =>
  until(`visitors of ${slug} read “${words}”`, async () => (await (await visitors(slug)).text()).includes(words))
const listed = async (slug: string, shelf?: string) => {
  const query = new URLSearchParams({ search: slug, ...(shelf && { shelf }) })
  const { body } = await api<{ forms: { slug: string; state: string }[] }>(facts, 'GET', `/forms?${query}`)
  return body.forms.filter((form) => form.slug === slug).map(({ state }) => state)
}

describe('a form’s settings', () => {
  it('are its name, address, folder, campaign, owner and state', async () => {
    const slug = `${stem}-all`
    await releasedForm(facts, slug, smallForm)
    const [member] = await query<{ user_id: string }>(
      facts.database,
      'select user_id from member join form using (workspace_id) where slug = $1 order by user_id limit 1',
      [slug],
    )
    const set = {
      name: 'Ask all',
      folder: 'F',
      campaign: 'C',
      owner: member?.user_id,
      closedWords: 'Come back in May.',
      beforeWords: 'Come in May.',
      opensAt: '2025-05-01T07:00:00.000Z',
      closesAt: '2031-05-09T07:00:00.000Z',
      closesAfter: 40,
    }
    const comesTo = { stands: { is: 'open', closesAt: set.closesAt }, taken: 0 }
    expect((await change(slug, set)).body).toEqual({ ...set, ...comesTo, slug, state: 'open', before: [] })
    expect((await api(facts, 'GET', `/forms/${slug}`)).body).toEqual({
      ...set,
      ...comesTo,
      slug,
      state: 'open',
      before: [],
    })
    expect((await change(slug, { owner: 'nobody' })).status).toBe(422)
    expect((await change(slug, { name: ' ' })).status).toBe(422)
    expect((await change(slug, { state: 'ajar' })).status).toBe(422)
    expect((await change(slug, { address: 'No Such' })).status).toBe(422)
    expect((await change(`${stem}-none`, { name: 'x' })).status).toBe(404)
    const other = await makeWorkspace(facts, false)
    expect((await api({ ...facts, token: other.token }, 'PUT', `/forms/${slug}`, { name: 'Mine' })).status).toBe(404)
  })

  it('old addresses lead on, for visitors, for programs and for whoever sends, and nobody else gets them', async () => {
    const slug = `${stem}-old`
    await releasedForm(facts, slug, smallForm)
    expect((await change(slug, { address: `${slug}-new` })).body).toMatchObject({ slug: `${slug}-new`, before: [slug] })
    await until('it leads on', async () => (await visitors(slug)).status === 307)
    const led = await fetch(`${facts.url}/f/${slug}?utm_source=fair&x=%C3%A4`, { redirect: 'manual' })
    expect(led.status).toBe(307)
    expect(led.headers.get('location')).toBe(`/f/${slug}-new?utm_source=fair&x=%C3%A4`)
    expect((await visitors(`${slug}-new`)).status).toBe(200)
    expect((await send(facts, slug, values)).status).toBe(200)
    expect((await api(facts, 'GET', `/forms/${slug}/draft`)).status).toBe(200)
    const arrived = await api<{ submissions: { form: string }[] }>(facts, 'GET', `/submissions?form=${slug}`)
    expect(arrived.body.submissions.map(({ form }) => form)).toEqual([`${slug}-new`])
    expect((await api(facts, 'POST', '/forms', { name: 'x', slug })).status).toBe(409)
    await releasedForm(facts, `${slug}-other`, smallForm)
    expect((await change(`${slug}-other`, { address: slug })).status).toBe(409)
    expect((await change(`${slug}-other`, { address: slug, name: 'Half' })).status).toBe(409)
    expect((await api(facts, 'GET', `/forms/${slug}-other`)).body).toMatchObject({ name: `${slug}-other` })
    // It may have its own back.
    expect((await change(slug, { address: slug })).body).toMatchObject({ slug, before: [`${slug}-new`] })
    await until('it is back', async () => (await visitors(slug)).status === 200)
    await until('it leads on', async () => (await visitors(`${slug}-new`)).status === 307)
  })

  it('two forms asked for one address at once get it once', async () => {
    const made = await Promise.all(
      Array.from({ length: 6 }, () => api(facts, 'POST', '/forms', { name: 'Once', slug: `${stem}-once` })),
    )
    expect(made.map(({ status }) => status).toSorted()).toEqual([201, 409, 409, 409, 409, 409])
    const names = [1, 2, 3, 4].map((n) => `${stem}-race-${n}`)
    for (const slug of names) await api(facts, 'POST', '/forms', { name: slug, slug })
    const moved = await Promise.all(names.map((slug) => change(slug, { address: `${stem}-won` })))
    expect(moved.map(({ status }) => status).toSorted()).toEqual([200, 409, 409, 409])
  })

  it('closed, it says so in its own words, and takes only from those who had begun', async () => {
    const slug = `${stem}-shut`
    await releasedForm(facts, slug, { ...smallForm, languages: ['en', 'de'] })
    const page = await openPage(facts, `/f/${slug}`)
    const { visit, proof } = page.data
    await change(slug, { state: 'closed' })
    await seen(slug, 'This form is closed')
    await seen(slug, 'It takes no more answers.')
    await change(slug, { closedWords: 'Places are <gone>.' })
    await seen(slug, 'Places are &lt;gone&gt;.')
    const german = await fetch(`${facts.url}/f/${slug}`, { headers: { 'accept-language': 'de' } })
    expect(await german.text()).toContain('Dieses Formular ist geschlossen')
    const refused = await send(facts, slug, values)
    expect(refused.status).toBe(403)
    expect((await send(facts, slug, { ...values, first_name: 'Late' }, { visit, proof })).status).toBe(200)
    const count = async () =>
      (await api<{ submissions: unknown[] }>(facts, 'GET', `/submissions?form=${slug}`)).body.submissions.length
    // What came by a script that shows the page it gets is refused as well, in words.
    const shown = await fetch(`${facts.url}/f/${slug}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', accept: 'text/html' },
      body: JSON.stringify({ values }),
    })
    expect(await shown.text()).toContain('Places are &lt;gone&gt;.')
    expect(await count()).toBe(1)
    await change(slug, { state: 'open' })
    await seen(slug, 'First name')
    expect((await send(facts, slug, { ...values, first_name: 'Again' })).status).toBe(200)
    expect(await count()).toBe(2)
  })

  it('archived, it is out of the way; deleted, it is gone and can be brought back', async () => {
    const slug = `${stem}-gone`
    await releasedForm(facts, slug, smallForm)
    await send(facts, slug, values)
    expect(await listed(slug)).toEqual(['open'])
    await change(slug, { state: 'archived' })
    expect(await listed(slug)).toEqual([])
    expect(await listed(slug, 'archived')).toEqual(['archived'])
    await seen(slug, 'This form is closed')
    await change(slug, { state: 'deleted' })
    expect(await listed(slug, 'archived')).toEqual([])
    expect(await listed(slug, 'deleted')).toEqual(['deleted'])
    await seen(slug, 'There is no form here')
    expect((await visitors(slug)).status).toBe(404)
    expect((await send(facts, slug, values)).status).toBe(404)
    expect((await api(facts, 'GET', `/forms/${slug}/draft`)).status).toBe(404)
    expect((await api(facts, 'POST', '/forms', { name: 'x', slug })).status).toBe(409)
    expect((await change(slug, { state: 'open' })).body).toMatchObject({ state: 'open', slug })
    await seen(slug, 'First name')
    const arrived = await api<{ submissions: unknown[] }>(facts, 'GET', `/submissions?form=${slug}`)
    expect(arrived.body.submissions).toHaveLength(1)
  })

  it('an outcome that goes on to a form by an address it had before is in order, and to a closed one is told', async () => {
    const [slug, next] = [`${stem}-leads`, `${stem}-next`]
    await releasedForm(facts, next, smallForm)
    await change(next, { address: `${next}-moved` })
    const leading: FormInput = {
      ...smallForm,
      outcome: { title: 'Thanks', body: 'Here.', goesTo: { to: 'form', form: next } },
    }
    await releasedForm(facts, slug, leading)
    const found = async () =>
      (await api<{ examined: { text: string }[] }>(facts, 'POST', `/forms/${slug}/plan`, {})).body.examined
        .map(({ text }) => text)
        .filter((text) => text.includes('goes on to'))
    expect(await found()).toEqual([])
    await change(next, { state: 'closed' })
    expect(await found()).toEqual([expect.stringContaining('which takes no answers now')])
    expect((await replaceDraft(facts, slug, leading)).status).toBe(200)
  })
})

describe('what there is to say of a draft', () => {
  it('is told to programs: rules that never hold stop a release, with where and an example', async () => {
    const slug = `${stem}-findings`
    const ware = {
      kind: 'single_choice' as const,
      name: 'ware',
      label: 'Ware',
      options: ['a', 'b'].map((value) => ({ value, label: value })),
    }
    const row = (to: string) => ({
      cells: { ware: { is: 'equals' as const, to } },
      desk: 'advice_line',
      message: 'notice',
    })
    const draft: FormInput = {
      ...smallForm,
      steps: [{ name: 'one', title: 'One', questions: [ware, ...(smallForm.steps[1]?.questions ?? [])] }],
      messages: [
        {
          name: 'notice',
          title: 'Notice',
          to: 'desk',
          subject: 'x',
          body: 'x',
          when: {
            all: [
              { value: 'ware', is: 'equals', to: 'a' },
              { value: 'ware', is: 'equals', to: 'b' },
            ],
          },
        },
      ],
      routing: { columns: ['ware'], rows: [row('a'), row('a')] },
      outcome: { title: 'Thanks', body: 'x' },
    }
    await api(facts, 'POST', '/forms', { name: slug, slug, draft })
    const { body } = await api<{ findings: object[] }>(facts, 'GET', `/forms/${slug}/findings`)
    expect(body.findings).toEqual(
      expect.arrayContaining([
        {
          severity: 'fault',
          place: 'dispatch',
          about: 'notice',
          text: 'Notice can never hold: “Ware is a” and “Ware is b” exclude each other.',
        },
        {
          severity: 'warning',
          place: 'dispatch',
          about: 'row 2',
          text: 'Row 2 never fires: row 1 before it takes whatever it fits.',
          example: 'Ware is a',
        },
        expect.objectContaining({ severity: 'warning', about: '', example: 'Ware is blank' }),
      ]),
    )
    const refused = await api<{ detail: string }>(facts, 'POST', `/forms/${slug}/releases`)
    expect(refused.status).toBe(422)
  })
})

describe('a copy', () => {
  it('has its own title, tells what still speaks of the other form, and leaves behind what it should', async () => {
    const slug = `${stem}-day`
    const day: FormInput = {
      ...smallForm,
      title: 'Open kiln day',
      outcome: { title: 'See you at the open kiln day', body: 'Bring a pot.' },
    }
    await api(facts, 'POST', '/forms', { name: 'Open kiln day', slug, draft: day })
    const id = crypto.randomUUID()
    await api(facts, 'PUT', `/forms/${slug}/rehearsals/${id}`, { title: 'Ada', values })
    const copy = async (more: object) =>
      (
        await api<{ slug: string; speaksOf: { key: string; text: string }[] }>(facts, 'POST', `/forms/${slug}/copies`, {
          name: 'Autumn firing',
          ...more,
        })
      ).body
    const draftOf = async (made: string) =>
      (await api<{ title: string; messages: { name: string }[] }>(facts, 'GET', `/forms/${made}/draft`)).body
    const rehearsals = async (made: string) =>
      (await api<{ rehearsals: unknown[] }>(facts, 'GET', `/forms/${made}/rehearsals`)).body.rehearsals.length
    const whole = await copy({ title: 'Fire with us' })
    expect(whole.speaksOf).toEqual([{ key: 'outcome.title', text: 'See you at the open kiln day' }])
    expect(await draftOf(whole.slug)).toMatchObject({ title: 'Fire with us', messages: [{}, {}] })
    expect(await rehearsals(whole.slug)).toBe(1)
    const bare = await copy({ without: ['told', 'outcomes', 'rehearsals'] })
    expect(bare.speaksOf).toEqual([])
    expect(await draftOf(bare.slug)).toMatchObject({ title: 'Autumn firing', messages: [{ name: 'notice' }] })
    expect(await rehearsals(bare.slug)).toBe(0)
  })
})
