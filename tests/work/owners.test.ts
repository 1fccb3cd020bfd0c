import { beforeAll, describe, expect, it } from 'vitest'
import type { FormInput } from '@/core/form/definition'
import { api, applied, releasedForm, send } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { type Contact, formOfStudios, makeFurnished } from '../support/workshop'
import { makeMember } from '../support/workspace'

const facts = readFacts()
const slug = `owners-${Date.now().toString(36)}`

/** The form of studios, whose owners are given so. */
const formThat = (owner: 'desk' | 'company'): FormInput => ({
  ...formOfStudios,
  records: { ...formOfStudios.records, owner },
  routing: { rows: [], otherwise: { desk: 'advice_line', message: 'notice' } },
})

interface Owned extends Contact {
  id: string
  owner: { id: string; name: string } | null
}

describe('an owner', () => {
  let reach = facts
  let workspace = ''
  let ines = ''
  let kim = ''

  beforeAll(async () => {
    ;({ reach, workspace } = await makeFurnished(facts))
    ines = (await makeMember(facts, workspace, 'editor', 'Ines')).id
    kim = (await makeMember(facts, workspace, 'editor', 'Kim')).id
    const desk = { title: 'Advice line', addresses: 'advice@elm.example', owners: [ines, kim] }
    expect((await api(reach, 'PUT', '/desks/advice_line', desk)).status).toBe(200)
    await releasedForm(reach, `${slug}-desk`, formThat('desk'))
    await releasedForm(reach, `${slug}-company`, formThat('company'))
  })

  const arrive = async (form: string, name: string, studio: string) => {
    const values = { first_name: name, email: `${name}@${name}-${slug}.example`.toLowerCase(), studio }
    const { body } = await send(reach, `${slug}-${form}`, values)
    const { contact } = await applied(reach, body.submission)
    return contact
  }
  const read = async (id: string) => (await api<Owned>(reach, 'GET', `/contacts/${id}`)).body
  const companyOf = async (id: string) =>
    (await api<Owned>(reach, 'GET', `/companies/${(await read(id)).companyId}`)).body

  it('is given by desk, each in turn, to all that a submission opens, and never taken from anybody', async () => {
    const ids = []
    for (const name of ['Ada', 'Bo', 'Cy', 'Di']) ids.push(await arrive('desk', name, `${name} ${slug}`))
    const owners = await Promise.all(ids.map(async (id) => (await read(id)).owner?.name))
    expect(owners).toEqual(['Ines', 'Kim', 'Ines', 'Kim'])
    const [first = ''] = ids
    expect((await companyOf(first)).owner?.name).toBe('Ines')
    const [deal] = (await read(first)).opened
    expect((await api<Owned>(reach, 'GET', `/deals-and-requests/${deal?.id}`)).body.owner?.name).toBe('Ines')
    // Whoever sends again has an owner already, and only their new deal takes the turn.
    await arrive('desk', 'Bo', `Bo ${slug}`)
    expect((await read(ids[1] ?? '')).owner?.name).toBe('Kim')
    expect((await read(ids[0] ?? '')).changes).toContainEqual(
      expect.objectContaining({ field: '_owner', because: 'Next in turn at Advice line' }),
    )
  })

  it('takes each turn once, however many arrive together', async () => {
    const names = Array.from({ length: 12 }, (_, n) => `Crowd${n}`)
    const ids = await Promise.all(names.map((name) => arrive('desk', name, `${name} ${slug}`)))
    const owners = await Promise.all(ids.map(async (id) => (await read(id)).owner?.name))
    expect([owners.filter((name) => name === 'Ines').length, owners.length]).toEqual([6, 12])
  })

  it('is the company’s, where that has one', async () => {
    const first = await arrive('desk', 'Eve', `House ${slug}`)
    const { owner } = await companyOf(first)
    const other = owner?.id === ines ? kim : ines
    const company = (await read(first)).companyId
    expect((await api(reach, 'PUT', `/records/${company}/owner`, { owner: other })).status).toBe(200)
    const colleague = await arrive('company', 'Fay', `House ${slug}`)
    expect((await read(colleague)).owner?.id).toBe(other)
    // Known by now, they name no studio: their company’s is theirs all the same.
    const [, deal] = [await arrive('company', 'Fay', ''), (await read(colleague)).opened[0]]
    expect((await api<Owned>(reach, 'GET', `/deals-and-requests/${deal?.id}`)).body.owner?.id).toBe(other)
  })

  it('narrows and sorts lists; who leaves owns what they had, and nothing that comes', async () => {
    const mine = await api<{ contacts: Owned[] }>(reach, 'GET', `/contacts?owner=${kim}&sort=owner&limit=200`)
    expect(new Set(mine.body.contacts.map(({ owner }) => owner?.name))).toEqual(new Set(['Kim']))
    const sums = await api<{ sums: { count: number }[] }>(reach, 'GET', `/sums/deal?owner=${kim}`)
    const [{ n } = { n: '0' }] = await query<{ n: string }>(
      facts.database,
      `select count(*) as n from record where workspace_id = $1 and type = 'deal' and owner_id = $2`,
      [workspace, kim],
    )
    expect(sums.body.sums.reduce((sum, { count }) => sum + count, 0)).toBe(Number(n))
    expect(Number(n)).toBeGreaterThan(0)
    await query(facts.database, 'delete from member where workspace_id = $1 and user_id = $2', [workspace, kim])
    expect((await api(reach, 'PUT', `/records/${mine.body.contacts[0]?.id}/owner`, { owner: kim })).status).toBe(422)
    const ids = [await arrive('desk', 'Gus', `Gus ${slug}`), await arrive('desk', 'Hal', `Hal ${slug}`)]
    expect(await Promise.all(ids.map(async (id) => (await read(id)).owner?.name))).toEqual(['Ines', 'Ines'])
    const left = await api<{ contacts: Owned[] }>(reach, 'GET', `/contacts?owner=${kim}`)
    expect(left.body.contacts.length).toBe(mine.body.contacts.length)
  })

  it('is a member who may see people', async () => {
    const analyst = await makeMember(facts, workspace, 'analyst')
    const id = await arrive('desk', 'Ivo', `Ivo ${slug}`)
    expect((await api(reach, 'PUT', `/records/${id}/owner`, { owner: analyst.id })).status).toBe(422)
    const desk = { title: 'Advice line', addresses: '', owners: [analyst.id] }
    expect((await api(reach, 'PUT', '/desks/advice_line', desk)).status).toBe(422)
  })
})
