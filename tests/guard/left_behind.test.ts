import { get, type IncomingMessage } from 'node:http'
import { beforeAll, describe, expect, it } from 'vitest'
import { dayIn } from '@/core/formats/zone'
import { api, applied, releasedForm, send, smallForm, until } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { openPage } from '../support/page'

const facts = readFacts()
const stem = `left-${Date.now().toString(36)}`
const address = (name: string) => `${name}-${stem}@left.example`

const progress = (slug: string, body: object) =>
  fetch(`${facts.url}/f/${slug}/progress`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })

/** Somebody fills in a little, and leaves. */
async function leave(slug: string, values: object, path = `/f/${slug}`) {
  const { visit, proof } = (await openPage(facts, path)).data
  expect((await progress(slug, { visit, proof, began: true, steps: ['about'], values })).status).toBe(204)
  return { visit, proof }
}

const left = async (slug: string, more: Record<string, string> = {}) => {
  const asked = new URLSearchParams({ form: slug, ...more })
  const { body } = await api<{ unfinished: { id: string }[] }>(facts, 'GET', `/unfinished?${asked}`)
  return body.unfinished.map(({ id }) => id)
}
const numbers = async (slug: string) =>
  (
    await api<{ unfinished: number; began: number; sent: number; sources: { source: string; arrived: number }[] }>(
      facts,
      'GET',
      `/forms/${slug}/readout`,
    )
  ).body

describe('what was left behind', () => {
  const slug = stem
  beforeAll(() => releasedForm(facts, slug, smallForm))

  it('is not what somebody sent after all, by the address they left or by their personal link', async () => {
    const sender = await leave(slug, { first_name: 'Ada', email: address('ada').toUpperCase() })
    const other = await leave(slug, { first_name: 'Bo', email: address('bo') })
    const nobody = await leave(slug, { first_name: 'Who' })
    await until('three are counted', async () => (await numbers(slug)).unfinished === 3)
    expect((await left(slug)).toSorted()).toEqual([sender.visit, other.visit, nobody.visit].toSorted())

    // Sent from another browser.
    const sent = await send(facts, slug, { first_name: 'Ada', email: address('ada') })
    const { contact } = await applied(facts, sent.body.submission)
    await until('two are left', async () => (await numbers(slug)).unfinished === 2)
    expect((await left(slug)).toSorted()).toEqual([other.visit, nobody.visit].toSorted())

    const link = await api<{ k: string }>(facts, 'POST', `/contacts/${contact}/links`, { form: slug })
    await leave(slug, { wish: 'More' }, `/f/${slug}?k=${link.body.k}`)
    await until('three are left again', async () => (await numbers(slug)).unfinished === 3)
    await applied(facts, (await send(facts, slug, { first_name: 'Ada', email: address('ada') })).body.submission)
    await until('the link’s is sent after all', async () => (await numbers(slug)).unfinished === 2)

    // Whoever goes on with what they had left has left something again.
    const again = { first_name: 'Ada', wish: 'A kiln', email: address('ada') }
    await progress(slug, { ...sender, began: true, steps: ['about'], values: again })
    await until('it is left again', async () => (await numbers(slug)).unfinished === 3)
    expect(await left(slug)).toContain(sender.visit)
    const { began, sent: all, unfinished } = await numbers(slug)
    expect(began - all).toBeGreaterThanOrEqual(unfinished)
  })

  it('is listed of the days that its number is of', async () => {
    const of = `${slug}-days`
    await releasedForm(facts, of, smallForm)
    const { visit: old } = await leave(of, { first_name: 'Old' })
    const { visit: today } = await leave(of, { first_name: 'New' })
    await query(facts.database, `update visit set arrived_at = arrived_at - interval '40 days' where id = $1`, [old])
    const { body } = await api<{ workspace: { timeZone: string } }>(facts, 'GET', '/settings')
    const zone = body.workspace.timeZone
    const day = (back: number) => dayIn(zone, new Date(Date.now() - back * 24 * 60 * 60 * 1000))
    expect((await left(of)).toSorted()).toEqual([old, today].toSorted())
    expect(await left(of, { from: day(1), to: day(0) })).toEqual([today])
    expect(await left(of, { from: day(41), to: day(39) })).toEqual([old])
    expect(await left(of, { to: day(2) })).toEqual([old])
    expect((await api(facts, 'GET', `/unfinished?form=${of}&from=yesterday`)).status).toBe(400)
  })
})

describe('where a visit came from', () => {
  const slug = `${stem}-from`
  beforeAll(() => releasedForm(facts, slug, { ...smallForm, framedBy: ['https://studio.example'] }))

  const open = (path: string, headers: Record<string, string>): Promise<IncomingMessage> =>
    new Promise((done, fail) => {
      get(facts.url + path, { headers }, (response) => {
        response.resume()
        done(response)
      }).on('error', fail)
    })
  const framed = (referer: string) => ({ 'sec-fetch-dest': 'iframe', 'sec-fetch-mode': 'navigate', referer })
  const sources = async () => (await numbers(slug)).sources.map(({ source }) => source).toSorted()

  it('is the tags of the page that frames the form, where the frame’s own address has none', async () => {
    const page = 'https://studio.example/visit?utm_source=Fair&utm_medium=stand&session=secret'
    const led = await open(`/f/${slug}?a=1`, framed(page))
    expect(led.statusCode).toBe(303)
    expect(led.headers.location).toBe(`/f/${slug}?a=1&utm_source=Fair&utm_medium=stand`)
    expect((await open(led.headers.location ?? '', framed(page))).statusCode).toBe(200)
    expect((await open(`/f/${slug}?utm_source=own`, framed(page))).statusCode).toBe(200)
    await until('both are counted', async () => (await sources()).length === 2)
    expect(await sources()).toEqual(['fair · stand', 'own'])
  })

  it('is the page before the one that frames it, or the frame; a personal link is its own', async () => {
    await open(
      `/f/${slug}?page_before=${encodeURIComponent('https://ring.example/kilns?q=1')}`,
      framed('https://studio.example/'),
    )
    await open(`/f/${slug}`, framed('https://studio.example/'))
    const made = await api<{ id: string }>(facts, 'POST', '/contacts', { email: address('cy') })
    const link = await api<{ k: string }>(facts, 'POST', `/contacts/${made.body.id}/links`, { form: slug })
    await openPage(facts, `/f/${slug}?k=${link.body.k}`)
    await openPage(facts, `/f/${slug}?k=${link.body.k}&utm_source=sheet`)
    await until('all are counted', async () => (await sources()).length === 6)
    expect(await sources()).toEqual(
      ['Personal link', 'fair · stand', 'own', 'ring.example (site)', 'sheet', 'studio.example (frame)'].toSorted(),
    )
  })
})
