import { beforeAll, describe, expect, it } from 'vitest'
import { api, until } from '../support/api'
import { nothingToCount } from '../support/entries'
import { readFacts } from '../support/facts'
import { workshop } from '../support/workshop'

const facts = readFacts()
const slug = `bin-${Date.now().toString(36)}`
const shop = workshop(facts, slug)
const { rows, arrive, contactOf } = shop

beforeAll(shop.open)

const sentNow = async () => {
  await nothingToCount(slug)
  const { body } = await api<{ sent: number }>(shop.reach, 'GET', `/forms/${slug}/readout`)
  return body.sent
}
const listed = async (query = '') =>
  (
    await api<{ submissions: { id: string }[] }>(shop.reach, 'GET', `/submissions?limit=200${query}`)
  ).body.submissions.map(({ id }) => id)
const bin = (ids: string[], more = {}) => api<{ binned: string[] }>(shop.reach, 'POST', '/bin', { ids, ...more })

describe('a submission in the bin', () => {
  it('counts nowhere, and counts again once it is restored', async () => {
    const [one, other] = [await arrive('Ada', { wish: 'kept' }), await arrive('Bo', { wish: 'binned' })]
    const before = await until('both count', async () => (await sentNow()) === 2 && 2)
    expect((await bin([other.id, other.id])).body.binned).toEqual([other.id])
    expect((await bin([other.id])).body.binned).toEqual([])
    expect(await listed()).toEqual([one.id])
    expect(await listed('&state=binned')).toEqual([other.id])
    expect(await listed('&search=binned')).toEqual([])
    await until('one counts', async () => (await sentNow()) === before - 1)
    const person = await api<{ submissions: object[] }>(shop.reach, 'GET', `/contacts/${other.contact}`)
    expect(person.body.submissions).toEqual([])
    const who = { value: 'submissions', is: 'at_least', to: 1 }
    const counted = () => api<{ count: number }>(shop.reach, 'POST', '/segments/count', { condition: who })
    expect((await counted()).body.count).toBe(1)
    // What it did stays, unless it is wished otherwise.
    expect((await contactOf(other.contact)).values.first_name).toBe('Bo')
    const restored = await api(shop.reach, 'POST', '/bin/restored', { ids: [other.id, one.id] })
    expect(restored.body).toEqual({ restored: [other.id] })
    expect(await listed()).toEqual([other.id, one.id])
    await until('both count again', async () => (await sentNow()) === before)
    expect((await counted()).body.count).toBe(2)
  })

  it('is put there with what it did put back', async () => {
    const { id, contact } = await arrive('Cy')
    await bin([id], { back: true })
    expect((await api(shop.reach, 'GET', `/contacts/${contact}`)).status).toBe(404)
    const { body } = await api<{ binnedBy: string; undoneBy: string }>(shop.reach, 'GET', `/submissions/${id}`)
    expect(body).toMatchObject({ binnedBy: 'Elm', undoneBy: expect.any(String) as string })
  })

  it('is removed for good from there only, and nothing of it is left', async () => {
    const secret = `secret${slug.replace('-', '')}`
    const { id } = await arrive('Di', { wish: secret })
    await api(shop.reach, 'POST', `/submissions/${id}/notes`, { text: `About ${secret}` })
    expect((await api(shop.reach, 'POST', '/bin/removed', { ids: [id] })).body).toEqual({ removed: 0 })
    await bin([id])
    expect((await api(shop.reach, 'POST', '/bin/removed', { ids: [id] })).body).toEqual({ removed: 1 })
    expect(await listed('&state=binned')).not.toContain(id)
    expect((await api(shop.reach, 'POST', '/bin/restored', { ids: [id] })).body).toEqual({ restored: [] })
    for (const table of ['submission', 'delivery', 'submission_note', 'visit', 'answers_before'])
      expect([table, await rows(`select from ${table} row where row::text like $1`, `%${secret}%`)]).toEqual([
        table,
        [],
      ])
    const { body } = await api<{ values: object; deliveries: { body: object }[] }>(
      shop.reach,
      'GET',
      `/submissions/${id}`,
    )
    expect(body.values).toEqual({ first_name: '(erased)', wish: '(erased)', letter: false })
  })
})

describe('a note of a submission', () => {
  it('is kept with who wrote it, found by its words, and taken away', async () => {
    const { id } = await arrive('Ed')
    const noted = await api<{ id: string }>(shop.reach, 'POST', `/submissions/${id}/notes`, {
      text: 'Call Xanthippe back',
    })
    expect(noted.status).toBe(201)
    expect(await listed('&search=xanthippe')).toEqual([id])
    const read = async () =>
      (await api<{ notes: { text: string; who: string }[] }>(shop.reach, 'GET', `/submissions/${id}`)).body.notes
    expect(await read()).toMatchObject([{ text: 'Call Xanthippe back', who: 'Elm' }])
    expect((await api(shop.reach, 'DELETE', `/submission-notes/${noted.body.id}`)).status).toBe(204)
    expect([await read(), await listed('&search=xanthippe')]).toEqual([[], []])
    const nowhere = '11111111-2222-4333-8444-555555555555'
    expect((await api(shop.reach, 'POST', `/submissions/${nowhere}/notes`, { text: 'x' })).status).toBe(404)
  })
})
