import { beforeAll, describe, expect, it } from 'vitest'
import { api, replaceDraft, smallForm } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { makeWorkspace, type OtherWorkspace } from '../support/workspace'

const facts = readFacts()
const stem = `history-${Date.now().toString(36)}`

interface Row {
  id: string
  deed: string
  sort: string
  who: string
  about: string
  record: { type: string } | null
}

describe('history', () => {
  let own: OtherWorkspace
  let reach: typeof facts
  const read = async (asked = '') => (await api<{ history: Row[] }>(reach, 'GET', `/history${asked}`)).body.history

  beforeAll(async () => {
    own = await makeWorkspace(facts, false)
    reach = { ...facts, token: own.token }
  })

  it('tells what was done to what, and is narrowed by both', async () => {
    await api(reach, 'POST', '/desks', { title: `North ${stem}` })
    await api(reach, 'POST', '/contacts', { email: `oda@${stem}.example`, company: 'Alder' })
    await api(reach, 'POST', '/desks', { title: 'No desk', addresses: ['wrong'] })
    expect(await read()).toMatchObject([
      { deed: 'addContact', sort: 'program', who: 'Elm', about: `oda@${stem}.example`, record: { type: 'company' } },
      { deed: 'addDesk', about: `North ${stem}`, record: null },
    ])
    expect(await read('?deed=addDesk')).toHaveLength(1)
    expect(await read('?search=ODA')).toMatchObject([{ deed: 'addContact' }])
    expect(await read('?search=elm%20north')).toMatchObject([{ deed: 'addDesk' }])
    expect((await api(reach, 'GET', '/history?deed=erase')).status).toBe(400)
  })

  it('tells a draft that is saved again and again once in half an hour, and pages by place', async () => {
    await api(reach, 'POST', '/forms', { name: stem, slug: stem })
    const draft = { ...smallForm, title: 'One' }
    for (const title of ['One', 'Two', 'Three']) await replaceDraft(reach, stem, { ...draft, title })
    expect(await read('?deed=saveDraft')).toMatchObject([{ about: stem }])
    await query(facts.database, `alter table cause disable trigger keep_cause`)
    await query(facts.database, `update cause set at = at - interval '31 minutes' where workspace_id = $1`, [own.id])
    await query(facts.database, `alter table cause enable trigger keep_cause`)
    await replaceDraft(reach, stem, { ...draft, title: 'Four' })
    expect(await read('?deed=saveDraft')).toHaveLength(2)
    const all = await read()
    const { body: first } = await api<{ history: Row[]; next: string }>(reach, 'GET', '/history?limit=2')
    const { body: rest } = await api<{ history: Row[] }>(reach, 'GET', `/history?limit=50&after=${first.next}`)
    expect([...first.history, ...rest.history]).toEqual(all)
  })

  it('is taken along, which it tells, too', async () => {
    const taken = async (format: string) =>
      (
        await fetch(`${facts.url}/api/v1/exports/history?format=${format}&search=${stem}`, {
          headers: { authorization: `Bearer ${own.token}` },
        })
      ).text()
    const [head, ...lines] = (await taken('csv')).trim().split('\r\n')
    expect(head).toBe('cause,at,sort,who,did,about,undone_by')
    expect(lines).toContainEqual(expect.stringContaining(`program,Elm,made a desk,North ${stem}`))
    const json = (await taken('jsonl'))
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { format: string })
    expect(json.length).toBe(lines.length)
    expect(json[0]).toMatchObject({ format: 'lichen-cause-1' })
    expect(await read('?deed=takeAlong')).toMatchObject([{ about: 'history, jsonl' }, { about: 'history, csv' }])
  })

  it('is changed by nobody, and read by nobody else', async () => {
    const [one] = await read()
    for (const text of [
      `update cause set who = 'Nobody' where id = $1`,
      `update cause set at = now() where id = $1`,
      'delete from cause where id = $1',
    ])
      await expect(query(facts.database, text, [one?.id])).rejects.toThrow('A cause stays as it is')
    const stranger = { ...facts, token: (await makeWorkspace(facts, false)).token }
    expect((await api<{ history: Row[] }>(stranger, 'GET', '/history?which=all')).body.history).toEqual([])
  })
})
