import jsonLogic, { type RulesLogic } from 'json-logic-js'
import { describe, expect, it } from 'vitest'
import { api, applied, releasedForm, send, smallForm } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()
const stem = `deeds-${Date.now().toString(36)}`

interface Field {
  record: string
  name: string
  label: string
  type: string
  retired: boolean
}

/** What the studio can do, a program can do: each deed is one use case, called by both. */
describe('a program', () => {
  const del = async (path: string) =>
    (
      await fetch(`${facts.url}/api/v1${path}`, {
        method: 'DELETE',
        headers: { authorization: `Bearer ${facts.token}` },
      })
    ).status

  it('makes and changes desks, and is told what is wrong with an address', async () => {
    const made = await api(facts, 'POST', '/desks', { title: stem, addresses: ['Desk@X.example', 'desk@x.example'] })
    expect(made).toMatchObject({ status: 201, body: { title: stem, addresses: ['desk@x.example'] } })
    const path = `/desks/${String(made.body.name)}`
    const changed = await api(facts, 'PUT', path, { title: 'Renamed', addresses: 'a@x.example, b@x.example' })
    expect(changed).toMatchObject({ status: 200, body: { addresses: ['a@x.example', 'b@x.example'] } })
    expect((await api(facts, 'PUT', path, { title: 'x', addresses: ['no'] })).status).toBe(422)
    expect((await api(facts, 'PUT', '/desks/gone', { title: 'x' })).status).toBe(404)
    const { body } = await api<{ desks: { name: string; title: string }[] }>(facts, 'GET', '/settings')
    expect(body.desks.find(({ name }) => name === made.body.name)?.title).toBe('Renamed')
  })

  it('makes, orders, changes and retires fields, and leaves alone those every workspace has', async () => {
    const other = await makeWorkspace(facts, false)
    const reach = { ...facts, token: other.token }
    const made = await api<Field>(reach, 'POST', '/fields/deal', { label: 'Kiln size', type: 'number' })
    expect(made).toMatchObject({ status: 201, body: { record: 'deal', name: 'kiln_size', type: 'number' } })
    const change = { label: 'Size', type: 'number', options: [], retired: true }
    expect((await api(reach, 'PUT', '/fields/deal/kiln_size', change)).body).toMatchObject({ retired: true })
    expect((await api(reach, 'PUT', '/fields/deal/stage', { ...change, type: 'choice' })).status).toBe(422)
    expect((await api(reach, 'PUT', '/fields/deal/gone', change)).status).toBe(404)
    expect((await api(reach, 'POST', '/fields/kiln', { label: 'x' })).status).toBe(404)
    const response = await fetch(`${facts.url}/api/v1/fields/deal`, {
      method: 'PUT',
      headers: { authorization: `Bearer ${other.token}`, 'content-type': 'application/json' },
      body: JSON.stringify({ names: ['kiln_size', 'stage', 'title', 'gone'] }),
    })
    expect(response.status).toBe(204)
    const { body } = await api<{ fields: Field[] }>(reach, 'GET', '/settings')
    const names = body.fields.filter(({ record }) => record === 'deal').map(({ name }) => name)
    expect(names).toEqual(['kiln_size', 'stage', 'title'])
  })

  it('connects, tries, changes and retires places, and is never told a secret again', async () => {
    const other = await makeWorkspace(facts)
    const reach = { ...facts, token: other.token }
    const settings = { url: `${facts.bench}/hooks/${other.id}` }
    const made = await api<{ name: string; secret: string; settings: object }>(reach, 'POST', '/connections', {
      title: 'Board',
      target: 'webhook',
      settings,
    })
    expect(made).toMatchObject({ status: 201, body: { name: 'board', settings, everyForm: false, retired: false } })
    expect(made.body.secret).toMatch(/^whsec_/)
    const change = { title: 'Board', settings, everyForm: true, retired: false }
    const changed = await api(reach, 'PUT', '/connections/board', change)
    expect(changed).toMatchObject({ status: 200, body: { everyForm: true } })
    expect(JSON.stringify([changed, (await api(reach, 'GET', '/settings')).body])).not.toContain('whsec_')
    const tried = await api(reach, 'POST', '/connections/board/tries')
    expect(tried).toMatchObject({ status: 200, body: { ok: false } })
    expect(tried.body.said).toContain('The webhook answered 401')

    const crm = await api(reach, 'POST', '/connections', {
      title: 'CRM',
      target: 'crm',
      settings: { url: facts.bench, token: 'a-token' },
    })
    expect(JSON.stringify(crm.body)).not.toContain('a-token')
    const moved = { title: 'CRM', settings: { url: 'https://elsewhere.example/' }, everyForm: true, retired: false }
    const refused = await api(reach, 'PUT', '/connections/crm', moved)
    expect(refused).toMatchObject({
      status: 422,
      body: { title: 'Enter the token again: where it is sent has changed.' },
    })
    const [stored] = await query<{ secrets: Buffer }>(
      facts.database,
      `select secrets from connection where workspace_id = $1 and name = 'crm'`,
      [other.id],
    )
    expect(stored?.secrets.includes('a-token')).toBe(false)
    expect(
      (await api(reach, 'PUT', '/connections/crm', { ...moved, settings: { url: facts.bench }, retired: true })).body,
    ).toMatchObject({ retired: true })

    const wrong = { title: 'X', target: 'crm', settings: { url: 'ftp://x.example' } }
    expect((await api(reach, 'POST', '/connections', wrong)).status).toBe(422)
    expect((await api(reach, 'PUT', '/connections/gone', change)).status).toBe(404)
    expect((await api(reach, 'POST', '/connections/gone/tries')).status).toBe(404)
    const server = { title: 'Post', target: 'mail', settings: { server: 'smtp://mail.example' } }
    expect((await api(reach, 'POST', '/connections', server)).status).toBe(201)
    expect((await api(reach, 'POST', '/connections', { ...server, title: 'Other' })).status).toBe(409)
  })

  it('makes lists, and copies forms', async () => {
    expect(await api(facts, 'POST', '/lists', { title: `${stem} list` })).toMatchObject({ status: 201 })
    await releasedForm(facts, stem, smallForm)
    const copy = await api<{ slug: string }>(facts, 'POST', `/forms/${stem}/copies`, {
      name: 'Copy',
      slug: `${stem}-copy`,
    })
    expect(copy.status).toBe(201)
    const draft = async (slug: string) => (await api(facts, 'GET', `/forms/${slug}/draft`)).body
    expect(await draft(`${stem}-copy`)).toEqual({ ...(await draft(stem)), title: 'Copy' })
    expect((await api(facts, 'POST', `/forms/${stem}/copies`, { name: 'Copy', slug: stem })).status).toBe(409)
    expect((await api(facts, 'POST', '/forms/gone/copies', { name: 'Copy' })).status).toBe(404)
  })

  it('sends again, runs again and withdraws only what is there to', async () => {
    const sent = await send(facts, stem, { first_name: 'Ilka', email: `ilka@${stem}.example` })
    const { contact, deliveries } = await applied(facts, sent.body.submission)
    const none = '00000000-0000-4000-8000-000000000000'
    const again = async (path: string) =>
      (
        await fetch(`${facts.url}/api/v1${path}`, {
          method: 'POST',
          headers: { authorization: `Bearer ${facts.token}` },
        })
      ).status
    expect(await again(`/submissions/${sent.body.submission}/again`)).toBe(404)
    for (const path of [`/submissions/${none}/again`, `/deliveries/${none}/again`, '/deliveries/x/again'])
      expect([path, await again(path)]).toEqual([path, 404])
    const id = deliveries[0]?.id ?? ''
    const aside = (reason: string) => api(facts, 'PUT', `/deliveries/${id}/aside`, { reason })
    expect((await aside('Not given up yet')).status).toBe(404)
    await query(facts.database, `update delivery set state = 'given_up', error = 'x' where id = $1`, [id])
    expect((await aside(' ')).status).toBe(422)
    expect((await aside('They wrote themselves')).status).toBe(204)
    const which = async (one: string) =>
      (await api<{ deliveries: { id: string }[] }>(facts, 'GET', `/deliveries?which=${one}&search=${stem}`)).body
        .deliveries
    expect((await which('aside')).find((one) => one.id === id)).toMatchObject({
      state: 'put_aside',
      asideFor: 'They wrote themselves',
      asideBy: 'Demo',
    })
    expect((await which('open')).some((one) => one.id === id)).toBe(false)
    expect(await again(`/deliveries/${id}/again`)).toBe(204)
    expect((await which('all')).find((one) => one.id === id)).toMatchObject({ asideFor: null })
    await api(facts, 'POST', `/contacts/${contact}/links`, { form: stem })
    const [link] = await query<{ id: string }>(facts.database, 'select id from personal_link where contact_id = $1', [
      contact,
    ])
    expect([await del(`/links/${link?.id}`), await del(`/links/${link?.id}`)]).toEqual([204, 404])
    expect(await del(`/tokens/${none}`)).toBe(404)
  })

  it('takes a form’s conditions along as JsonLogic', async () => {
    const { body } = await api<Record<string, Record<string, RulesLogic>>>(
      facts,
      'GET',
      '/forms/open-day/conditions.logic.json',
    )
    expect(Object.keys(body.steps ?? {})).toEqual(['your_day', 'next_time'])
    const sends = (values: object) => jsonLogic.apply(body.messages?.see_you ?? false, values) as unknown
    expect([sends({ coming: true, day: '2026-12-15' }), sends({ coming: true }), sends({ coming: false })]).toEqual([
      true,
      false,
      false,
    ])
  })

  it('reads companies with their people and deals', async () => {
    const made = await api(facts, 'POST', '/contacts', {
      email: `one@${stem}.example`,
      company: `${stem} Pottery`,
      first_name: 'One',
    })
    expect(made).toMatchObject({ status: 201, body: { company: `${stem} Pottery` } })
    const { body } = await api<{ companies: { id: string; domain: string }[] }>(
      facts,
      'GET',
      `/companies?search=${stem}%20pottery`,
    )
    expect(body.companies).toMatchObject([{ domain: `${stem}.example` }])
    const company = await api(facts, 'GET', `/companies/${body.companies[0]?.id}`)
    expect(company.body).toMatchObject({
      values: { name: `${stem} Pottery` },
      people: [{ email: `one@${stem}.example` }],
      changes: [{ field: 'name' }, { field: '_there' }],
    })
    expect((await api(facts, 'GET', '/companies/x')).status).toBe(404)
    const wrong = await api(facts, 'POST', '/contacts', { email: `two@${stem}.example`, studio_size: 'many' })
    expect(wrong).toMatchObject({ status: 422, body: { title: '“studio_size” must be: number.' } })
  })
})
