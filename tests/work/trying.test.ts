import { beforeAll, describe, expect, it } from 'vitest'
import { api, applied, until } from '../support/api'
import { nothingToCount } from '../support/entries'
import { readFacts } from '../support/facts'
import { workshop } from '../support/workshop'

const facts = readFacts()
const slug = `trying-${Date.now().toString(36)}`
const shop = workshop(facts, slug)
const { rows, arrive, contactOf } = shop

beforeAll(shop.open)

const tryIt = (values: object, contact?: string) =>
  api<{ submission: string; errors?: { name: string }[] }>(shop.reach, 'POST', `/forms/${slug}/tests`, {
    values,
    ...(contact === undefined ? {} : { contact }),
  })

const listed = async (query = '') =>
  (
    await api<{ submissions: { id: string; isTest: boolean }[] }>(shop.reach, 'GET', `/submissions?limit=200${query}`)
  ).body.submissions.map(({ id, isTest }) => [id, isTest])

describe('a test of a form', () => {
  it('does what any other submission does, is marked, and counts nowhere', async () => {
    const real = await arrive('Ada')
    const { status, body } = await tryIt({ first_name: 'Bo', email: shop.addressOf('Bo'), letter: true })
    expect(status).toBe(201)
    const test = await applied(shop.reach, body.submission)
    const { values, lists, changes } = await contactOf(test.contact)
    expect(changes.every(({ isTest }) => isTest)).toBe(true)
    expect(values.first_name).toBe('Bo')
    expect(lists).toHaveLength(1)
    expect(await listed()).toEqual([
      [test.id, true],
      [real.id, false],
    ])
    expect(await listed('&state=test')).toEqual([[test.id, true]])
    // A desk sees at once what it is; a visitor's own mail stays as it is.
    const told = await rows<{ subject: string; audience: string }>(
      `select body ->> 'subject' as subject from delivery where cause_id = $1 and body ->> 'to' = 'mail'`,
      test.id,
    )
    expect(told.map(({ subject }) => subject)).toContainEqual(expect.stringMatching(/^Test: /))

    await nothingToCount(slug)
    const readout = async () =>
      (await api<{ sent: number; arrived: number }>(shop.reach, 'GET', `/forms/${slug}/readout`)).body
    await until('one counts', async () => (await readout()).sent === 1)
    expect((await readout()).arrived).toBe(1)
    const condition = { value: 'submissions', is: 'at_least', to: 1 }
    const counted = await api<{ count: number }>(shop.reach, 'POST', '/segments/count', { condition })
    expect(counted.body.count).toBe(1)
    const sent = { value: 'sent', is: 'includes', to: [slug] }
    expect((await api(shop.reach, 'POST', '/segments/count', { condition: sent })).body).toMatchObject({ count: 1 })
    const csv = await fetch(`${facts.url}/api/v1/exports/submissions?format=csv`, {
      headers: { authorization: `Bearer ${shop.reach.token}` },
    })
    const [head = '', ...lines] = (await csv.text()).split('\r\n')
    const at = head.split(',').indexOf('test')
    expect(lines.filter(Boolean).map((line) => line.split(',')[at])).toEqual(['yes', 'no'])
  })

  it('is checked as what visitors send is, and goes by whose link it is sent', async () => {
    const wrong = await tryIt({ first_name: 'Cy', email: 'nobody' })
    expect([wrong.status, wrong.body.errors?.map(({ name }) => name)]).toEqual([422, ['values.email']])
    const { contact } = await arrive('Di')
    const own = await tryIt({ first_name: 'Dido', email: shop.addressOf('Di') }, contact)
    expect((await applied(shop.reach, own.body.submission)).contact).toBe(contact)
    const nobody = '11111111-2222-4333-8444-555555555555'
    expect((await tryIt({ first_name: 'Ed', email: shop.addressOf('Ed') }, nobody)).status).toBe(404)
    const form = { name: 'Not released', slug: `${slug}-draft` }
    await api(shop.reach, 'POST', '/forms', form)
    expect((await api(shop.reach, 'POST', `/forms/${form.slug}/tests`, { values: {} })).status).toBe(409)
  })

  it('does not send what somebody else left midway', async () => {
    await tryIt({ first_name: 'Fay', email: shop.addressOf('Fay') })
    const marked = await rows(`select from visit where sent_after_all and workspace_id = $1`, shop.workspace)
    expect(marked).toEqual([])
  })
})
