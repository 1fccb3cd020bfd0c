import { describe, expect, it } from 'vitest'
import { api, releasedForm, send, smallForm, until } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { openPage } from '../support/page'

const facts = readFacts()
const stem = `open-${Date.now().toString(36)}`
const change = (slug: string, body: object) => api<{ stands: { is: string } }>(facts, 'PUT', `/forms/${slug}`, body)
const settings = async (slug: string) =>
  (await api<{ stands: { is: string }; taken: number | null }>(facts, 'GET', `/forms/${slug}`)).body
const values = (n: number | string) => ({ first_name: `Ada ${n}`, email: `ada-${n}@${stem}.example` })
/** Another server may go on with what it knows of a form for a second. */
const seen = (slug: string, words: string, language = 'en') =>
  until(`visitors of ${slug} read “${words}”`, async () =>
    (await (await fetch(`${facts.url}/f/${slug}`, { headers: { 'accept-language': language } })).text()).includes(
      words,
    ),
  )
const inDays = (n: number) => new Date(Date.now() + n * 86_400_000).toISOString()

describe('when a form takes answers', () => {
  it('before it opens it says from when on, and takes none', async () => {
    const slug = `${stem}-early`
    await releasedForm(facts, slug, { ...smallForm, languages: ['en', 'de'] })
    expect((await change(slug, { opensAt: '2031-03-04T08:00:00+01:00' })).body.stands).toEqual({
      is: 'before',
      opensAt: '2031-03-04T07:00:00.000Z',
    })
    await seen(slug, 'It takes answers from 4 March 2031 at 08:00 CET on.')
    await seen(slug, 'Es nimmt Antworten ab 4. März 2031 um 08:00 MEZ an.', 'de')
    expect((await send(facts, slug, values(1))).status).toBe(403)
    // Colleagues try it beforehand.
    expect((await api(facts, 'POST', `/forms/${slug}/tests`, { values: values(0) })).status).toBe(201)
    await change(slug, { beforeWords: 'The fair opens <soon>.' })
    await seen(slug, 'The fair opens &lt;soon&gt;.')
    const { body } = await api<{ forms: object[] }>(facts, 'GET', `/forms?search=${slug}`)
    expect(body.forms).toMatchObject([{ state: 'open', stands: { is: 'before' } }])
    // Nobody has to do anything once the moment has come.
    await change(slug, { opensAt: new Date(Date.now() + 1500).toISOString() })
    await seen(slug, 'First name')
    expect((await send(facts, slug, values(1))).status).toBe(200)
    expect((await settings(slug)).stands).toEqual({ is: 'open', closesAt: null })
  })

  it('closes by itself, with an hour for those who had begun, and opens again', async () => {
    const slug = `${stem}-pause`
    await releasedForm(facts, slug, smallForm)
    const { visit, proof } = (await openPage(facts, `/f/${slug}`)).data
    await change(slug, { closesAt: new Date(Date.now() + 1000).toISOString(), opensAt: '2031-03-04T07:00:00Z' })
    await seen(slug, 'It takes answers again from 4 March 2031 at 08:00 CET on.')
    expect((await settings(slug)).stands.is).toBe('closed')
    expect((await send(facts, slug, values(1))).status).toBe(403)
    expect((await send(facts, slug, values(2), { visit, proof })).status).toBe(200)
    await change(slug, { opensAt: new Date(Date.now() + 1000).toISOString() })
    await seen(slug, 'First name')
    expect((await send(facts, slug, values(3))).status).toBe(200)
  })

  it('gives each place once, whoever asks at the same moment, and again where one is free', async () => {
    const slug = `${stem}-places`
    await releasedForm(facts, slug, smallForm)
    await change(slug, { closesAfter: 3 })
    const { visit, proof } = (await openPage(facts, `/f/${slug}`)).data
    const first = await send(facts, slug, values('first'), { visit, proof })
    const rest = await Promise.all(Array.from({ length: 12 }, (_, n) => send(facts, slug, values(n))))
    const statuses = [first, ...rest].map(({ status }) => status).toSorted()
    expect(statuses).toEqual([200, 200, 200, ...Array.from({ length: 10 }, () => 403)])
    await seen(slug, 'This form is closed')
    expect(await settings(slug)).toMatchObject({ stands: { is: 'full', opensAt: null }, taken: 3 })
    // Whoever has one is told so again, however late they ask.
    const again = await send(facts, slug, values('first'), { visit, proof })
    expect([again.status, again.body.submission]).toEqual([200, first.body.submission])
    await until('all are applied', async () => {
      const rows = await query(
        facts.database,
        `select from submission join form on form.id = form_id where slug = $1 and submission.state = 'applied'`,
        [slug],
      )
      return rows.length === 3
    })
    expect((await api(facts, 'POST', '/bin', { ids: [first.body.submission] })).status).toBe(200)
    expect(await settings(slug)).toMatchObject({ stands: { is: 'open' }, taken: 2 })
    await seen(slug, 'First name')
    expect((await send(facts, slug, values('late'))).status).toBe(200)
    expect((await send(facts, slug, values('later'))).status).toBe(403)
  })

  it('refuses moments that come to nothing', async () => {
    const slug = `${stem}-wrong`
    await releasedForm(facts, slug, smallForm)
    const at = inDays(3)
    expect((await change(slug, { opensAt: at, closesAt: at })).status).toBe(422)
    expect((await change(slug, { opensAt: at })).status).toBe(200)
    expect((await change(slug, { closesAt: at })).status).toBe(422)
    for (const wrong of [{ opensAt: 'tomorrow' }, { closesAfter: 0 }, { closesAfter: 2.5 }, { closesAfter: 100_001 }])
      expect([wrong, (await change(slug, wrong)).status]).toEqual([wrong, 422])
    expect((await change(slug, { opensAt: null })).body.stands).toEqual({ is: 'open', closesAt: null })
  })
})
