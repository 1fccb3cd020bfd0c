import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { api, applied, until } from '../support/api'
import { readFacts } from '../support/facts'
import { type Contact, formOfStudios, workshop } from '../support/workshop'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()
const slug = `merging-${Date.now().toString(36)}`
const shop = workshop(facts, slug, formOfStudios)
const { rows, addressOf, arrive, contactOf, change, putBack } = shop

beforeAll(shop.open)

describe('two records merged', () => {
  const merge = (kept: string, gone: string[], take = {}) =>
    api<{ cause: string }>(shop.reach, 'POST', '/merges', { kept, gone, take })

  const holderOf = (...contacts: string[]) =>
    rows<{ contact_id: string }>('select contact_id from personal_link where contact_id = any($1::uuid[])', contacts)

  it('are one: all of both is kept, and whoever sends from the other address is the same', async () => {
    const [one, other] = [await arrive('Agda', { studio: `Agda ${slug}` }), await arrive('Agata', { letter: true })]
    await change(other.contact, { first_name: 'Agatha' })
    await api(shop.reach, 'POST', `/records/${other.contact}/notes`, { text: 'Rang on Monday' })
    await api(shop.reach, 'POST', `/contacts/${other.contact}/links`, { form: slug })
    const plan = await api<{
      choices: { slot: string; because: string; offers: { record: string }[] }[]
      along: object
    }>(shop.reach, 'POST', '/merges/plan', { kept: one.contact, gone: [other.contact] })
    expect(plan.body.along).toEqual({ submissions: 1, links: 1, notes: 1, lists: ['Firing notes'], records: 1 })
    expect(plan.body.choices).toContainEqual(expect.objectContaining({ slot: 'first_name', because: 'set last' }))
    const before = [await contactOf(one.contact), await contactOf(other.contact)]
    const merged = await merge(one.contact, [other.contact])
    expect(merged.status).toBe(201)
    const kept = await contactOf(one.contact)
    expect(kept).toMatchObject({
      email: addressOf('Agda'),
      company: `Agda ${slug}`,
      values: { first_name: 'Agatha' },
      notes: [{ text: 'Rang on Monday' }],
      lists: [{ name: 'firing_notes' }],
      parts: [{ id: other.contact, key: addressOf('Agata') }],
    })
    expect(kept.opened).toHaveLength(2)
    expect((await api(shop.reach, 'GET', `/contacts/${other.contact}`)).status).toBe(404)
    expect(await applied(shop.reach, other.id)).toMatchObject({ contact: one.contact })
    // The link of the other is that one’s, and so is its address.
    expect(await holderOf(other.contact, one.contact)).toEqual([{ contact_id: one.contact }])
    const again = await arrive('Agata', { first_name: 'Agafia' })
    expect(again.contact).toBe(one.contact)
    const found = await api<{ contacts: { id: string }[] }>(shop.reach, 'GET', `/contacts?search=${addressOf('Agata')}`)
    expect(found.body.contacts.map(({ id }) => id)).toEqual([one.contact])
    expect((await api(shop.reach, 'POST', '/contacts', { email: addressOf('Agata') })).status).toBe(409)
    await putBack(again.id)

    // Parted again, each is as it was.
    expect((await putBack(merged.body.cause)).body.left).toEqual([])
    const after = [await contactOf(one.contact), await contactOf(other.contact)]
    const told = ({ values, notes, lists, opened, company }: Contact) => ({ values, notes, lists, opened, company })
    expect(after.map(told)).toEqual(before.map(told))
    expect(await applied(shop.reach, other.id)).toMatchObject({ contact: other.contact })
    expect(await holderOf(other.contact, one.contact)).toEqual([{ contact_id: other.contact }])
  })

  it('are corrected and put back by what either sent', async () => {
    const [one, other] = [await arrive('Bodil'), await arrive('Bodhild')]
    await merge(one.contact, [other.contact])
    const corrected = await api(shop.reach, 'PUT', `/submissions/${other.id}/answers`, {
      values: { first_name: 'Bothild' },
    })
    expect(corrected.status).toBe(200)
    expect((await contactOf(one.contact)).values.first_name).toBe('Bothild')
  })

  it('are contacts, or companies: nothing else, not with themselves, and of one workspace', async () => {
    const { contact } = await arrive('Cecil', { studio: `Cecil ${slug}` })
    const { companyId, opened } = await contactOf(contact)
    expect((await merge(contact, [contact])).status).toBe(422)
    expect((await merge(contact, [companyId ?? ''])).status).toBe(422)
    expect((await merge(opened[0]?.id ?? '', [contact])).status).toBe(422)
    expect((await merge(contact, [randomUUID()])).status).toBe(404)
    const stranger = { ...facts, token: (await makeWorkspace(facts, false)).token }
    const { contact: another } = await arrive('Cyril')
    expect((await api(stranger, 'POST', '/merges', { kept: contact, gone: [another] })).status).toBe(404)
  })

  it('companies are met by either name', async () => {
    const [one, other] = [
      await arrive('Dag', { studio: `Dagny ${slug}` }),
      await arrive('Dora', { studio: `Dorothea ${slug}` }),
    ]
    const [kept, gone] = [await contactOf(one.contact), await contactOf(other.contact)]
    await merge(kept.companyId ?? '', [gone.companyId ?? ''])
    expect((await contactOf(other.contact)).companyId).toBe(kept.companyId)
    const again = await arrive('Dina', { studio: `DOROTHEA ${slug}` })
    expect((await contactOf(again.contact)).companyId).toBe(kept.companyId)
  })

  it('are found where they are likely one, and told apart for good', async () => {
    const [one, other] = [
      await arrive('Ebba', { email: `ebba.lund-${slug}@doubles.example` }),
      await arrive('Ebba', { email: `ebbalund-${slug}+kiln@doubles.example` }),
    ]
    const doubles = async () => {
      const { body } = await api<{ pairs: { first: { id: string }; second: { id: string }; why: string[] }[] }>(
        shop.reach,
        'GET',
        '/doubles',
      )
      return body.pairs.find(
        ({ first, second }) => [first.id, second.id].includes(one.contact) && second.id !== first.id,
      )
    }
    const look = async () => {
      const before = await rows<{ at: Date | null }>(
        'select doubles_at as at from workspace where id = $1',
        shop.workspace,
      )
      await api(shop.reach, 'POST', '/doubles/looks')
      await until('they were looked for', async () => {
        const [now] = await rows<{ at: Date | null }>(
          'select doubles_at as at from workspace where id = $1',
          shop.workspace,
        )
        return now?.at && now.at.getTime() !== before[0]?.at?.getTime()
      })
    }
    await look()
    expect(await doubles()).toMatchObject({ why: expect.arrayContaining(['same address but for dots and tags']) })
    expect((await api(shop.reach, 'POST', '/doubles/apart', { pair: [other.contact, one.contact] })).status).toBe(204)
    expect(await doubles()).toBeUndefined()
    await look()
    expect(await doubles()).toBeUndefined()
    expect((await api(shop.reach, 'POST', '/doubles/apart', { pair: [other.contact, one.contact] })).status).toBe(404)
  })
})
