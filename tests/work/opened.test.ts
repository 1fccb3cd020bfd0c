import { beforeAll, describe, expect, it } from 'vitest'
import { api, applied, send, smallForm } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { workshop } from '../support/workshop'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()
const slug = `opened-${Date.now().toString(36)}`

interface Deal {
  id: string
  name: string
  contact: string | null
  values: Record<string, unknown>
}
interface Sum {
  at: string | null
  count: number
  money: Record<string, number>
}

const shop = workshop(facts, slug, { ...smallForm, records: { deal: { title: 'Kiln for {{ first_name }}' } } })
const deals: string[] = []

beforeAll(async () => {
  await shop.open()
  await api(shop.reach, 'POST', '/fields/deal', { label: 'Worth', type: 'money' })
  for (const [n, name] of ['Ada', 'Bo', 'Cy', 'Dag'].entries()) {
    const { body } = await send(shop.reach, slug, { first_name: name, email: `${name}@${slug}.example`.toLowerCase() })
    const { contact } = await applied(shop.reach, body.submission)
    const { body: person } = await api<{ opened: { id: string }[] }>(shop.reach, 'GET', `/contacts/${contact}`)
    const id = person.opened[0]?.id ?? ''
    deals.push(id)
    await api(shop.reach, 'PUT', `/records/${id}`, {
      values: { worth: 1000 * (n + 1) + 0.5, ...(n > 1 ? { stage: 'won' } : {}) },
    })
  }
})

const list = async (asked = '') => (await api<{ records: Deal[] }>(shop.reach, 'GET', `/deals${asked}`)).body.records
const sums = async (asked = '') => (await api<{ sums: Sum[] }>(shop.reach, 'GET', `/sums/deal${asked}`)).body.sums
const names = async (asked: string) => (await list(asked)).map(({ name }) => name)

describe('deals and requests', () => {
  it('are listed, sorted and narrowed by how far they are, whose they are, and words', async () => {
    expect(await names('?sort=name')).toEqual(['Kiln for Ada', 'Kiln for Bo', 'Kiln for Cy', 'Kiln for Dag'])
    expect(await names('?sort=-person&at=won')).toEqual(['Kiln for Dag', 'Kiln for Cy'])
    expect(await names(`?search=bo@${slug}`)).toEqual(['Kiln for Bo'])
    expect((await api<{ records: Deal[] }>(shop.reach, 'GET', '/requests')).body.records).toEqual([])
  })
  it('come to what plain SQL says they do, stage by stage, whatever stage is looked at', async () => {
    const told = await query<Sum>(
      facts.database,
      `select "values" ->> 'stage' as at, count(*)::int as count,
         json_build_object('worth', sum(("values" ->> 'worth')::float8)) as money
       from record where workspace_id = $1 and type = 'deal' and gone_by is null group by 1`,
      [shop.workspace],
    )
    const inOrder = (all: Sum[]) => all.toSorted((a, b) => String(a.at).localeCompare(String(b.at)))
    expect(inOrder(await sums())).toEqual(inOrder(told))
    expect(await sums(`?search=ada@${slug}`)).toEqual([{ at: 'new', count: 1, money: { worth: 1000.5 } }])
  })
  it('leave the list and the sums once what opened them is put back, and are no stranger’s', async () => {
    const before = await sums()
    const { body } = await send(shop.reach, slug, { first_name: 'Eva', email: `eva@${slug}.example` })
    await applied(shop.reach, body.submission)
    expect(await names('?search=eva')).toEqual(['Kiln for Eva'])
    await api(shop.reach, 'POST', `/causes/${body.submission}/back`, {})
    expect(await names('?search=eva')).toEqual([])
    expect(await sums()).toEqual(before)
    const stranger = { ...facts, token: (await makeWorkspace(facts, false)).token }
    expect((await api<{ records: Deal[] }>(stranger, 'GET', '/deals')).body.records).toEqual([])
    expect((await api<{ sums: Sum[] }>(stranger, 'GET', '/sums/deal')).body.sums).toEqual([])
  })
})
