import { beforeAll, describe, expect, it } from 'vitest'
import { api, until } from '../support/api'
import { readFacts } from '../support/facts'
import { workshop } from '../support/workshop'
import { makeMember, makeWorkspace } from '../support/workspace'

const facts = readFacts()
const slug = `errands-${Date.now().toString(36)}`
const shop = workshop(facts, slug)
const { rows, addressOf, contactOf, change } = shop

interface Errand {
  state: string
  of: number
  place: number
  changed: number
  leftOver: Record<string, number>
}

let owner = ''

beforeAll(async () => {
  await shop.open()
  owner = (await makeMember(facts, shop.workspace, 'editor', 'Ines')).id
  await api(shop.reach, 'POST', '/fields/contact', { label: 'Region', type: 'text' })
})

const enter = async (name: string) => {
  const { body } = await api<{ id: string }>(shop.reach, 'POST', '/contacts', {
    email: addressOf(name),
    first_name: name,
  })
  return body.id
}
const ask = (chosen: object, errand: object, more = {}) =>
  api<{ id: string; of: number }>(shop.reach, 'POST', '/errands', { chosen, errand, ...more })
const readErrand = async (id: string) => (await api<Errand>(shop.reach, 'GET', `/errands/${id}`)).body
const untilIs = (id: string, state: string) =>
  until(`the errand is ${state}`, async () => {
    const one = await readErrand(id)
    return one.state === state && one
  })
const back = async (id: string) => {
  expect((await api(shop.reach, 'POST', `/errands/${id}/back`)).status).toBe(201)
  return untilIs(id, 'parted')
}

describe('one thing done to many', () => {
  it('is one cause: a field, an owner, a note, a list, each put back whole', async () => {
    const ids = [await enter('Ada'), await enter('Bo')]
    const before = await Promise.all(ids.map(contactOf))
    const chosen = { type: 'contact', ids }
    const told = ({ values, notes, lists }: (typeof before)[number]) => ({
      values: Object.fromEntries(Object.entries(values).filter(([, value]) => value !== null)),
      notes: notes.map(({ text }) => text),
      lists,
    })
    for (const [errand, shown] of [
      [{ does: 'field', field: 'region', value: 'North' }, { values: { region: 'North' } }],
      [{ does: 'owner', owner }, { owner: { id: owner, name: 'Ines' } }],
      [{ does: 'note', text: 'Rang on Monday' }, { notes: [{ text: 'Rang on Monday' }] }],
      [{ does: 'join', list: 'firing_notes', wording: 'Ticked on paper' }, { lists: [{ name: 'firing_notes' }] }],
    ] as const) {
      const done = await ask(chosen, errand)
      expect([errand.does, done.status, done.body.of]).toEqual([errand.does, 201, 2])
      expect(await readErrand(done.body.id)).toMatchObject({ state: 'done', place: 2, changed: 2 })
      const after = await Promise.all(ids.map(contactOf))
      for (const one of after) {
        expect(one).toMatchObject(shown)
        expect(one.changes[0]).toMatchObject({ cause: done.body.id, who: 'Elm' })
      }
      if (errand.does === 'join') {
        // Off it again, and back on it with the wording of before.
        const off = await ask(chosen, { does: 'leave', list: 'firing_notes' })
        expect((await contactOf(ids[0] ?? '')).lists).toEqual([])
        await back(off.body.id)
        const wordings = await rows<{ wording: string }>(
          'select wording from list_membership where contact_id = any($1)',
          ids,
        )
        expect(wordings.map(({ wording }) => wording)).toEqual(['Ticked on paper', 'Ticked on paper'])
      }
      expect((await api(shop.reach, 'POST', `/causes/${done.body.id}/back`, {})).status).toBe(409)
      expect((await back(done.body.id)).leftOver).toEqual({})
      expect((await Promise.all(ids.map(contactOf))).map(told)).toEqual(before.map(told))
      expect((await api(shop.reach, 'POST', `/errands/${done.body.id}/back`)).status).toBe(409)
    }
  })

  it('is put back but for what was changed since, and only what it changed', async () => {
    const [one = '', other = '', same = ''] = [await enter('Cy'), await enter('Di'), await enter('Ed')]
    await change(same, { region: 'North' })
    const done = await ask(
      { type: 'contact', ids: [one, other, same] },
      { does: 'field', field: 'region', value: 'North' },
    )
    expect(await readErrand(done.body.id)).toMatchObject({ changed: 2 })
    await change(other, { region: 'East' })
    expect((await back(done.body.id)).leftOver).toEqual({ 'changed since': 1 })
    const regions = await Promise.all([one, other, same].map(async (id) => (await contactOf(id)).values.region ?? null))
    expect(regions).toEqual([null, 'East', 'North'])
  })

  it('goes on by itself where they are very many: all that a list is narrowed to, and back', async () => {
    await rows(
      `insert into record (workspace_id, type, key, title, "values", created_at, updated_at)
       select $1, 'contact', 'many-' || n || '@' || $2 || '.example', 'Many', jsonb_build_object('email', 'many-' || n || '@' || $2 || '.example'), now(), now()
       from generate_series(1, 1000) n`,
      shop.workspace,
      slug,
    )
    const segment = await api<{ name: string }>(shop.reach, 'POST', '/segments', {
      title: 'Many',
      condition: { value: 'contact.email', is: 'contains', to: 'many-' },
    })
    const chosen = { type: 'contact', all: { segment: segment.body.name } }
    const plan = await api<{ count: number; some: unknown[] }>(shop.reach, 'POST', '/errands/plan', { chosen })
    expect([plan.body.count, plan.body.some.length]).toEqual([1000, 10])
    const done = await ask(chosen, { does: 'field', field: 'region', value: 'Everywhere' }, { expected: 1000 })
    expect(await untilIs(done.body.id, 'done')).toMatchObject({ of: 1000, place: 1000, changed: 1000 })
    const count = async () =>
      Number(
        (
          await rows<{ n: string }>(
            `select count(*) as n from record where workspace_id = $1 and "values" ->> 'region' = 'Everywhere'`,
            shop.workspace,
          )
        )[0]?.n,
      )
    expect(await count()).toBe(1000)
    await back(done.body.id)
    expect(await count()).toBe(0)
    const { body } = await api<{ history: { id: string; deed: string; about: string; undoneBy: string | null }[] }>(
      shop.reach,
      'GET',
      '/history?deed=doToMany',
    )
    expect(body.history.find(({ id }) => id === done.body.id)).toMatchObject({
      about: '1000 records: Region is Everywhere',
      undoneBy: expect.any(String) as string,
    })
  })

  it('erases those who are meant, where they are as many as was believed', async () => {
    const [one = '', other = '', stays = ''] = [await enter('Fay'), await enter('Gus'), await enter('Hal')]
    const chosen = { type: 'contact', ids: [one, other] }
    expect((await ask(chosen, { does: 'erase' })).status).toBe(422)
    expect((await ask(chosen, { does: 'erase' }, { expected: 3 })).status).toBe(409)
    const done = await ask(chosen, { does: 'erase' }, { expected: 2 })
    await untilIs(done.body.id, 'done')
    const found = await Promise.all([one, other, stays].map((id) => api(shop.reach, 'GET', `/contacts/${id}`)))
    expect(found.map(({ status }) => status)).toEqual([404, 404, 200])
    expect((await api(shop.reach, 'POST', `/errands/${done.body.id}/back`)).status).toBe(409)
  })

  it('is refused where it cannot be done, and done to nobody of another workspace', async () => {
    const id = await enter('Ivo')
    const chosen = { type: 'contact', ids: [id] }
    for (const errand of [
      { does: 'field', field: 'email', value: 'x@y.example' },
      { does: 'field', field: 'nothing', value: 'x' },
      { does: 'owner', owner: 'nobody' },
      { does: 'join', list: 'nothing', wording: 'x' },
      { does: 'join', list: 'firing_notes', wording: ' ' },
    ])
      expect([errand, (await ask(chosen, errand)).status]).toEqual([errand, 422])
    expect((await ask({ type: 'company', ids: [id] }, { does: 'leave', list: 'firing_notes' })).status).toBe(422)
    const other = await makeWorkspace(facts, false)
    const theirs = { ...shop.reach, token: other.token }
    const asked = await api<{ of: number }>(theirs, 'POST', '/errands', { chosen, errand: { does: 'note', text: 'x' } })
    expect([asked.status, asked.body.of]).toEqual([201, 0])
    expect((await contactOf(id)).notes).toEqual([])
  })
})
