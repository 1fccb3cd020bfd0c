import { parse } from 'csv-parse/sync'
import Excel from 'exceljs'
import { beforeAll, describe, expect, it } from 'vitest'
import { hasCheckCharacter } from '@/core/formats/check_character'
import { connect } from '@/db/database'
import { moveSheet } from '@/db/queries/link_sheets'
import { api, applied, send, greetingForm, until } from '../support/api'
import { readFacts } from '../support/facts'
import { openPage } from '../support/page'
import { workshop } from '../support/workshop'
import { makeToken } from '../support/workspace'

const facts = readFacts()
const slug = `sheets-${Date.now().toString(36)}`
const shop = workshop(facts, slug, greetingForm)

interface Sheet {
  title: string
  state: string
  of: number
  linked: number
  added: number
  unknown: number
  nobodys: string[]
  used: { opened: number; begun: number; sent: number; byOthers: number }
}

interface Link {
  id: string
  contact: string
  email: string
  opened: number
  browsers: number
  sent: boolean
  byOthers: boolean
  works: boolean
}

const make = async (wish: Record<string, unknown>) => {
  const { status, body } = await api<{ id: string; of: number; unknown: number }>(shop.reach, 'POST', '/link-sheets', {
    title: 'Autumn firing',
    form: slug,
    ...wish,
  })
  expect(status, JSON.stringify(body)).toBe(201)
  return body
}
const sheetOf = async (id: string) => (await api<Sheet>(shop.reach, 'GET', `/link-sheets/${id}`)).body
const made = (id: string) =>
  until('the sheet is made', async () => {
    const sheet = await sheetOf(id)
    return sheet.state === 'made' ? sheet : null
  })
const linksOf = async (id: string, came = '') =>
  (
    await api<{ links: Link[] }>(
      shop.reach,
      'GET',
      `/link-sheets/${id}/links${came && `?came=${encodeURIComponent(came)}`}`,
    )
  ).body.links
const write = (id: string, columns: string[], pattern = '?k={code}', mark = '') =>
  api(shop.reach, 'PUT', `/link-sheets/${id}`, { title: 'Autumn firing', columns, pattern, mark })
const fileOf = (id: string, format: string) =>
  fetch(`${facts.url}/api/v1/link-sheets/${id}/file?format=${format}`, {
    headers: { authorization: `Bearer ${shop.reach.token}` },
  })
const rowsOf = async (id: string): Promise<Record<string, string>[]> =>
  parse(await (await fileOf(id, 'csv')).text(), { columns: true })

/** Opens a link of the sheet as a browser does. */
const open = (link = '') => openPage(facts, link.slice(facts.url.length))

const people = ['Alba', 'Bela', 'Cato', 'Dora']
const ids: string[] = []

beforeAll(async () => {
  await shop.open()
  for (const name of people) ids.push((await shop.arrive(name)).contact)
})

describe('a link sheet', () => {
  it('has a link that works for each of those it was made for, and files that agree', async () => {
    const { id, of } = await make({ whom: { ids } })
    expect(of).toBe(4)
    expect(await made(id)).toMatchObject({ state: 'made', linked: 4, unknown: 0, added: 0 })
    expect((await write(id, ['email', 'first_name', 'link', 'code'], '?utm_source=sheet&k={code}')).status).toBe(204)
    const rows = await rowsOf(id)
    expect(rows.map(({ first_name }) => first_name)).toEqual(people)
    for (const { email, link, code, first_name } of rows) {
      expect(hasCheckCharacter(code ?? '')).toBe(true)
      expect(link).toBe(`${facts.url}/f/${slug}?utm_source=sheet&k=${code}`)
      expect(link).not.toContain(email?.split('@')[0])
      expect((await open(link)).html).toContain(`value="${first_name}"`)
    }
    expect(new Set(rows.map(({ code }) => code)).size).toBe(4)

    const book = new Excel.Workbook()
    await book.xlsx.load(await (await fileOf(id, 'xlsx')).arrayBuffer())
    const cells: unknown[][] = []
    book.worksheets[0]?.eachRow((row) => cells.push((row.values as unknown[]).slice(1)))
    expect(cells).toEqual([Object.keys(rows[0] ?? {}), ...rows.map((row) => Object.values(row))])
    const lines = (await (await fileOf(id, 'jsonl')).text()).trim().split('\n')
    expect(lines.map((line) => (JSON.parse(line) as { values: unknown }).values)).toEqual(rows)

    // Only hashes are kept, and what they are drawn from is sealed.
    const kept = JSON.stringify(
      await shop.rows('select l, s from personal_link l join link_sheet s on s.id = l.sheet_id where s.id = $1', id),
    )
    for (const { code } of rows) expect(kept).not.toContain(code)
  })

  it('tells what came of each link, and of all of them, each counted once', async () => {
    const { id } = await make({ whom: { ids } })
    await made(id)
    const [alba, bela, cato, dora] = await rowsOf(id)
    await open(alba?.link)
    await open(alba?.link)
    const answer = async (link: string | undefined, email: string, first_name: string) => {
      const { data } = await open(link)
      const k = link?.split('k=')[1] ?? ''
      const sent = await send(shop.reach, slug, { first_name, email }, { visit: data.visit, proof: data.proof, k })
      return applied(shop.reach, sent.body.submission)
    }
    await answer(bela?.link, shop.addressOf('Bela'), 'Bela')
    await answer(cato?.link, shop.addressOf('Friend'), 'Frida')
    expect((await sheetOf(id)).used).toEqual({ opened: 3, begun: 2, sent: 2, byOthers: 1 })
    const emails = async (came: string) => (await linksOf(id, came)).map(({ email }) => email)
    expect(await emails('nothing')).toEqual([shop.addressOf('Dora')])
    expect(await emails('opened')).toEqual(['Alba', 'Bela', 'Cato'].map(shop.addressOf))
    expect(await emails('sent')).toEqual(['Bela', 'Cato'].map(shop.addressOf))
    expect(await emails('by others')).toEqual([shop.addressOf('Cato')])
    expect((await linksOf(id)).map(({ opened, browsers }) => [opened, browsers])).toEqual([
      [2, 2],
      [1, 1],
      [1, 1],
      [0, 0],
    ])
    // A browser that remembers it was here is no other one, however often it comes.
    const { cookie } = await open(dora?.link)
    await openPage(facts, `/f/${slug}?k=${dora?.link?.split('k=')[1]}`, cookie)
    expect((await linksOf(id)).at(-1)).toMatchObject({ browsers: 1 })

    // What came of links that are there no more stays told.
    await shop.rows('delete from personal_link where sheet_id = $1 and n < 3', id)
    expect((await sheetOf(id)).used).toEqual({ opened: 4, begun: 2, sent: 2, byOthers: 1 })
    expect(await linksOf(id)).toHaveLength(2)
  })

  it('is made for a list, a segment, or all that people are narrowed to', async () => {
    const list = await make({ whom: { list: 'firing_notes' } })
    expect(list.of).toBe(0)
    const { body: segment } = await api<{ name: string }>(shop.reach, 'POST', '/segments', {
      title: 'With a B',
      condition: { value: 'contact.email', is: 'contains', to: 'bela@' },
    })
    expect((await make({ whom: { segment: segment.name } })).of).toBe(1)
    expect((await make({ whom: { all: { search: 'Dora' } } })).of).toBe(1)
    for (const whom of [{ segment: 'gone' }, { list: 'gone' }])
      expect((await api(shop.reach, 'POST', '/link-sheets', { form: slug, whom })).status).toBe(404)
    expect((await api(shop.reach, 'POST', '/link-sheets', { form: 'no-such-form', whom: { ids } })).status).toBe(404)
  })

  it('takes pasted addresses: tells which nobody has and which are none, and enters people only if that is wished', async () => {
    const addresses = [
      `  ${shop.addressOf('Cato').toUpperCase()} `,
      'nobody@spruce.example',
      '',
      'no address',
      shop.addressOf('Cato'),
      'someone@spruce.example',
    ]
    const plan = await api(shop.reach, 'POST', '/link-sheets/plan', { whom: { addresses } })
    expect(plan.body).toEqual({
      known: 1,
      unknown: 2,
      some: [{ title: 'Cato', key: shop.addressOf('Cato') }],
      someUnknown: ['nobody@spruce.example', 'someone@spruce.example'],
      wrong: [{ line: 4, text: 'no address' }],
      wrongs: 1,
      again: 1,
    })
    const left = await make({ whom: { addresses } })
    expect(await made(left.id)).toMatchObject({
      linked: 1,
      added: 0,
      unknown: 2,
      nobodys: ['nobody@spruce.example', 'someone@spruce.example'],
    })
    const before = await api<{ contacts: unknown[] }>(shop.reach, 'GET', '/contacts?email=nobody@spruce.example')
    expect(before.body.contacts).toEqual([])

    const entered = await make({ whom: { addresses }, adds: true, title: 'With new people' })
    expect(await made(entered.id)).toMatchObject({ linked: 3, added: 2, unknown: 0, nobodys: [] })
    const links = await linksOf(entered.id)
    expect(links.map(({ email }) => email)).toEqual([
      shop.addressOf('Cato'),
      'nobody@spruce.example',
      'someone@spruce.example',
    ])
    const nobody = await shop.contactOf(links[1]?.contact ?? '')
    expect(nobody.changes[0]).toMatchObject({
      field: 'email',
      cause: entered.id,
      because: 'Entered for the link sheet With new people',
    })
    // One Undo for all of them, once their links are withdrawn.
    expect((await shop.putBack(entered.id)).body.left.length).toBeGreaterThan(0)
    expect((await api(shop.reach, 'DELETE', `/link-sheets/${entered.id}`)).status).toBe(204)
    await shop.putBack(entered.id)
    const after = await api<{ contacts: unknown[] }>(shop.reach, 'GET', '/contacts?email=someone@spruce.example')
    expect(after.body.contacts).toEqual([])
  })

  it('has links that are strangers’ once they are withdrawn, one or all, or their time is up', async () => {
    const { id } = await make({ whom: { ids }, days: 30 })
    await made(id)
    const rows = await rowsOf(id)
    const known = async () =>
      Promise.all(rows.map(async ({ link }) => / value="(Alba|Bela|Cato|Dora)"/.test((await open(link)).html)))
    expect(await known()).toEqual([true, true, true, true])
    const [first] = await linksOf(id)
    await api(shop.reach, 'DELETE', `/links/${first?.id}`)
    expect(await known()).toEqual([false, true, true, true])
    expect((await rowsOf(id)).map(({ email }) => email)).toEqual(rows.slice(1).map(({ email }) => email))
    await shop.rows(`update personal_link set expires_at = now() where sheet_id = $1 and n = 2`, id)
    expect(await known()).toEqual([false, false, true, true])
    expect((await api(shop.reach, 'DELETE', `/link-sheets/${id}`)).status).toBe(204)
    expect(await known()).toEqual([false, false, false, false])
    // Whatever goes wrong while its links are marked: it stays withdrawn.
    const { db, pool } = connect(facts.database, { size: 1 })
    await moveSheet(db, id, { state: 'stopped', error: 'It cannot go on' })
    await pool.end()
    expect(await known()).toEqual([false, false, false, false])
    expect((await fileOf(id, 'csv')).status).toBe(409)
    expect((await api(shop.reach, 'DELETE', `/link-sheets/${id}`)).status).toBe(409)
    expect(await sheetOf(id)).toMatchObject({ state: 'withdrawn', used: { opened: 4 } })
    expect((await linksOf(id)).map(({ works }) => works)).toEqual([false, false, false, false])
  })

  it('goes on leading to its form when that has another address, and is written with it', async () => {
    const { id } = await make({ whom: { ids: ids.slice(0, 1) } })
    await made(id)
    const [before] = await rowsOf(id)
    const renamed = `${slug}-again`
    const move = (from: string, to: string) => api(shop.reach, 'PUT', `/forms/${from}`, { address: to })
    expect((await move(slug, renamed)).status).toBe(200)
    const [after] = await rowsOf(id)
    expect(after?.link).toBe(before?.link?.replace(slug, renamed))
    for (const one of [before, after]) {
      const response = await fetch(one?.link ?? '')
      expect(await response.text()).toContain('value="Alba"')
    }
    expect((await move(renamed, slug)).status).toBe(200)
  })

  it('is not written in a way that breaks links, or tells who somebody is', async () => {
    const { id } = await make({ whom: { ids: ids.slice(0, 1) } })
    const refused = async (columns: string[], pattern: string, mark = '') => {
      const { status, body } = await write(id, columns, pattern, mark)
      return [status, body?.title]
    }
    expect(await refused(['shoe'], '?k={code}')).toEqual([422, 'There is no column shoe.'])
    expect((await refused(['link'], '?k={code}&to={email}'))[1]).toMatch(/^Email would stand in the open/)
    expect((await refused(['link'], '?x={code}'))[1]).toMatch(/^It does not say whose link it is/)
    expect((await refused(['link'], '?k={code}', '[[code]]'))[1]).toMatch(/^Write COLUMN/)
    expect((await write(id, ['link'], '?k={code}', '[[COLUMN]]')).status).toBe(204)
  })

  it('forgets an address that nobody has, when that is erased', async () => {
    const { id } = await make({ whom: { addresses: ['gone@spruce.example', 'stays@spruce.example'] } })
    await api(shop.reach, 'POST', '/addresses/gone@spruce.example/erasure', {})
    expect((await sheetOf(id)).nobodys).toEqual(['stays@spruce.example'])
  })

  it('is nobody’s of another workspace, and its file only theirs who may make links', async () => {
    const { id } = await make({ whom: { ids: ids.slice(0, 1) } })
    const other = workshop(facts, `${slug}-other`)
    await other.open()
    expect((await api(other.reach, 'GET', `/link-sheets/${id}`)).status).toBe(404)
    expect((await api(other.reach, 'DELETE', `/link-sheets/${id}`)).status).toBe(404)
    expect((await api(other.reach, 'GET', `/link-sheets/${id}/links`)).status).toBe(404)
    const stolen = await api<{ of: number }>(other.reach, 'POST', '/link-sheets', {
      form: `${slug}-other`,
      whom: { ids },
    })
    expect(stolen.body.of).toBe(0)
    const reader = { ...shop.reach, token: await makeToken(facts, shop.workspace, ['read', 'people']) }
    const file = await fetch(`${facts.url}/api/v1/link-sheets/${id}/file?format=csv`, {
      headers: { authorization: `Bearer ${reader.token}` },
    })
    expect(file.status).toBe(403)
  })
})
