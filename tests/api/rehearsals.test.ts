import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { api, releasedForm, replaceDraft, smallForm } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()
const slug = `rehearsed-${Date.now().toString(36)}`
const values = { first_name: 'Oda', email: `oda@${slug}.example` }

interface Runs {
  runs: {
    title: string
    errors: { name: string }[]
    told: string[]
    since: { gone: string[]; come: string[] } | null
  }[]
}

const keep = (title: string, answers: object = values, id: string = randomUUID()) =>
  api<{ id: string }>(facts, 'PUT', `/forms/${slug}/rehearsals/${id}`, { title, values: answers })
const run = async () => (await api<Runs>(facts, 'POST', `/forms/${slug}/rehearsals/runs`)).body.runs

describe('a kept rehearsal', () => {
  beforeAll(async () => {
    await releasedForm(facts, slug, smallForm)
    expect((await keep('Oda asks')).status).toBe(200)
  })

  it('is kept once, however often it is sent, and by a name', async () => {
    const id = randomUUID()
    await keep('First', values, id)
    await keep('Again', values, id)
    const { body } = await api<{ rehearsals: { id: string; title: string; values: object }[] }>(
      facts,
      'GET',
      `/forms/${slug}/rehearsals`,
    )
    expect(body.rehearsals.filter((one) => one.id === id)).toMatchObject([{ title: 'Again', values }])
    expect((await keep(' ')).status).toBe(422)
    expect((await keep('Long', { first_name: 'x'.repeat(70_000) })).status).toBe(422)
    await api(facts, 'DELETE', `/rehearsals/${id}`)
    expect((await api(facts, 'DELETE', `/rehearsals/${id}`)).status).toBe(404)
  })

  it('goes as through the live release until the draft does otherwise, and does nothing', async () => {
    expect(await run()).toEqual([
      expect.objectContaining({ title: 'Oda asks', errors: [], told: ['Advice line'], since: { gone: [], come: [] } }),
    ])
    await replaceDraft(facts, slug, {
      ...smallForm,
      routing: { otherwise: { desk: 'key_accounts', message: 'notice' } },
    })
    const [rerouted] = await run()
    expect(rerouted?.told).toEqual(['Key accounts'])
    expect(rerouted?.since?.gone).toEqual(['Advice line gets “Notice”'])
    expect(rerouted?.since?.come).toContain('Key accounts gets “Notice”')
    const [step, ...rest] = smallForm.steps
    const wish = { kind: 'short_text' as const, name: 'wish', label: 'What do you need?', required: true }
    await replaceDraft(facts, slug, { ...smallForm, steps: [{ ...step, questions: [wish] }, ...rest] })
    expect((await run())[0]).toMatchObject({
      errors: [{ name: 'wish' }],
      since: { gone: ['It is taken, and planned'] },
    })
    await replaceDraft(facts, slug, smallForm)
    const [{ n } = { n: -1 }] = await query<{ n: number }>(
      facts.database,
      'select count(*)::int as n from record where key = $1',
      [values.email],
    )
    expect(n).toBe(0)
  })

  it('goes by the day it was kept on: what was to come then may be past now', async () => {
    // Tomorrow, or today where the day has begun already.
    const soon = new Date(Date.now() + 24 * 60 * 60 * 1000).toISOString().slice(0, 10)
    const dated = `${slug}-dated`
    const day = { kind: 'date' as const, name: 'day', label: 'Day', past: false, ahead: 1 }
    await releasedForm(facts, dated, {
      ...smallForm,
      steps: [{ name: 'one', title: 'One', questions: [day] }],
      joins: [],
      messages: [],
      routing: {},
      outcome: { title: 'Thank you', body: '' },
    })
    const id = randomUUID()
    await api(facts, 'PUT', `/forms/${dated}/rehearsals/${id}`, { title: 'Soon', values: { day: soon } })
    const refused = async () => {
      const { body } = await api<Runs>(facts, 'POST', `/forms/${dated}/rehearsals/runs`)
      return body.runs[0]?.errors.length
    }
    expect(await refused()).toBe(0)
    await query(facts.database, `update rehearsal set kept_at = now() - interval '9 days' where id = $1`, [id])
    expect(await refused()).toBe(1)
  })

  it('is another workspace’s business in no way', async () => {
    const other = { ...facts, token: (await makeWorkspace(facts, false)).token }
    const { body } = await api<{ rehearsals: { id: string }[] }>(facts, 'GET', `/forms/${slug}/rehearsals`)
    const id = body.rehearsals[0]?.id ?? ''
    expect((await api(other, 'DELETE', `/rehearsals/${id}`)).status).toBe(404)
    expect((await api(other, 'GET', `/forms/${slug}/rehearsals`)).status).toBe(404)
    await releasedForm(other, `${slug}-other`, { ...smallForm, joins: [], routing: {} })
    const taken = await api(other, 'PUT', `/forms/${slug}-other/rehearsals/${id}`, { title: 'Mine', values: {} })
    expect(taken).toMatchObject({ status: 409, body: { title: 'This id is taken. Choose another.' } })
    const contact = await api<{ id: string }>(facts, 'POST', '/contacts', { email: `known@${slug}.example` })
    const sender = { title: 'Theirs', values: {}, contact: contact.body.id }
    const path = `/forms/${slug}-other/rehearsals/${randomUUID()}`
    expect((await api(other, 'PUT', path, sender)).status).toBe(404)
    expect((await run())[0]?.title).toBe('Oda asks')
  })

  it('has at most 40 beside it', async () => {
    for (let n = 1; n < 40; n++) expect((await keep(`Rehearsal ${n}`)).status).toBe(200)
    expect(await keep('One too many')).toMatchObject({
      status: 409,
      body: { title: 'A form keeps 40 rehearsals. Remove one first.' },
    })
    expect(await run()).toHaveLength(40)
  })
})
