import { describe, expect, it } from 'vitest'
import { api, releasedForm, smallForm, until } from '../support/api'
import { readFacts } from '../support/facts'
import { openPage } from '../support/page'
import { makeFurnished } from '../support/workshop'

/** Links that are made with tags by house rules, and what came of them. */

const facts = readFacts()
const stem = `tagged-${Date.now().toString(36)}`

interface Links {
  links: { id: string; source: string; campaign: string; url: string; arrived: number; who: string }[]
}

describe('links with tags', () => {
  it('follow the house rules, are kept once, and tell what came of them', async () => {
    const { reach } = await makeFurnished(facts)
    const slug = `${stem}-one`
    await releasedForm(reach, slug, smallForm)
    const make = (tags: object) => api<{ id: string; url: string }>(reach, 'POST', `/forms/${slug}/links`, tags)
    const kept = async () => (await api<Links>(reach, 'GET', `/forms/${slug}/links`)).body.links
    // Where nothing is planned, anything goes, in small letters.
    const free = await make({ source: ' Old Fair ' })
    expect(free.body.url).toMatch(new RegExp(`/f/${slug}\\?utm_source=old-fair$`))
    const rules = { source: ['Glaze Club', 'ring', 'ring'], medium: ['email'], campaign: [] }
    expect((await api(reach, 'PUT', '/settings/tags', rules)).body).toEqual({
      source: ['glaze-club', 'ring'],
      medium: ['email'],
      campaign: [],
    })
    expect((await api(reach, 'GET', '/settings/tags')).body).toMatchObject({ source: ['glaze-club', 'ring'] })
    const slip = await make({ source: 'glazeclub', medium: 'email' })
    expect([slip.status, slip.body]).toMatchObject([
      422,
      { title: '“glazeclub” is no source of yours; “glaze-club” is like it.' },
    ])
    expect((await make({})).status).toBe(422)
    const tags = { source: 'Glaze club', medium: 'EMAIL', campaign: 'Autumn' }
    const made = await make(tags)
    expect([made.status, (await make(tags)).status]).toEqual([201, 409])
    const { search } = new URL(made.body.url)
    expect(search).toBe('?utm_source=glaze-club&utm_medium=email&utm_campaign=autumn')
    await openPage(reach, `/f/${slug}${search}`)
    await openPage(reach, `/f/${slug}${search}`)
    await until('both visits are told', async () => (await kept()).find(({ id }) => id === made.body.id)?.arrived === 2)
    // By campaign, those without one last.
    expect((await kept()).map(({ campaign, source, arrived }) => [campaign, source, arrived])).toEqual([
      ['autumn', 'glaze-club', 2],
      ['', 'old-fair', 0],
    ])
    // What came of it stays counted, should it be made again.
    expect((await api(reach, 'DELETE', `/forms/${slug}/links/${made.body.id}`)).status).toBe(204)
    expect((await api(reach, 'DELETE', `/forms/${slug}/links/${made.body.id}`)).status).toBe(404)
    await make(tags)
    expect((await kept())[0]?.arrived).toBe(2)
  })

  it('are a form’s own, and rules a workspace’s', async () => {
    const [one, other] = await Promise.all([makeFurnished(facts), makeFurnished(facts)])
    const slug = `${stem}-own`
    await releasedForm(one.reach, slug, smallForm)
    const { body } = await api<{ id: string }>(one.reach, 'POST', `/forms/${slug}/links`, { source: 'ring' })
    expect((await api(other.reach, 'GET', `/forms/${slug}/links`)).status).toBe(404)
    expect((await api(other.reach, 'DELETE', `/forms/${slug}/links/${body.id}`)).status).toBe(404)
    await api(one.reach, 'PUT', '/settings/tags', { source: ['ring'], medium: [], campaign: [] })
    expect((await api(other.reach, 'GET', '/settings/tags')).body).toEqual({ source: [], medium: [], campaign: [] })
  })
})
