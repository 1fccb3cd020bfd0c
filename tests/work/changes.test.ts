import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { NO_CHANGES } from '@/core/changes/change_set'
import { Ledger } from '@/core/changes/ledger'
import { connect } from '@/db/database'
import { inTurn } from '@/server/changes/inTurn'
import { writeChanges } from '@/server/changes/writeChanges'
import { api, applied, until } from '../support/api'
import { readFacts } from '../support/facts'
import { type Contact, formOfStudios, workshop } from '../support/workshop'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()
const slug = `changes-${Date.now().toString(36)}`
const shop = workshop(facts, slug, formOfStudios)
const { rows, addressOf, arrive, contactOf, change, putBack } = shop

beforeAll(shop.open)

describe('a field and a note', () => {
  it('of a person, a company and a deal are changed, told with their cause, and put back', async () => {
    const { contact } = await arrive('Ida', { studio: `Alder ${slug}` })
    const { companyId, opened } = await contactOf(contact)
    const pages = {
      [`/contacts/${contact}`]: ['first_name', 'Ida', 'Ida-Lou'],
      [`/companies/${companyId}`]: ['name', `Alder ${slug}`, `Alder and Sons ${slug}`],
      [`/deals-and-requests/${opened[0]?.id}`]: ['stage', 'new', 'won'],
    }
    for (const [page, [field = '', before, after]] of Object.entries(pages)) {
      const id = page.split('/')[2] ?? ''
      const read = async () => (await api<Contact>(shop.reach, 'GET', page)).body
      const changed = await change(id, { [field]: after })
      const noted = await api<{ id: string }>(shop.reach, 'POST', `/records/${id}/notes`, { text: 'Rang on Monday' })
      const now = await read()
      expect(now.values[field]).toBe(after)
      expect(now.notes).toMatchObject([{ text: 'Rang on Monday', who: 'Elm' }])
      expect(now.changes.slice(0, 2)).toMatchObject([
        { field: `_note.${noted.body.id}`, from: null, to: 'Rang on Monday', sort: 'program', who: 'Elm' },
        { field, from: before, to: after, sort: 'program', who: 'Elm', because: 'Entered through the API' },
      ])
      const note = await rows<{ cause_id: string }>('select cause_id from note where id = $1', noted.body.id)
      for (const cause of [changed.body.cause, note[0]?.cause_id])
        expect((await putBack(cause ?? '')).body.left).toEqual([])
      const back = await read()
      expect([back.values[field], back.notes]).toEqual([before, []])
      expect(back.changes[0]).toMatchObject({ sort: 'put back', who: 'Elm', to: null })
      expect((await putBack(changed.body.cause ?? '')).status).toBe(409)
      // What was put back can be put back as well.
      await putBack(back.changes[1]?.cause ?? '')
      expect((await read()).values[field]).toBe(after)
    }
  })

  it('are checked as a landing is', async () => {
    const { contact } = await arrive('Cleo')
    const refused = async (values: Record<string, unknown>) => {
      const { status, body } = await change(contact, values)
      return [status, (body as unknown as { title: string }).title]
    }
    expect(await refused({ shoe_size: 40 })).toEqual([422, 'There is no contact field “shoe_size”.'])
    expect(await refused({ first_name: 7 })).toEqual([422, '“first_name” must be: text.'])
    expect(await refused({ email: 'cleo' })).toEqual([422, 'Give an email address.'])
    expect(await refused({ email: null })).toEqual([422, 'Give an email address.'])
    const deal = (await contactOf(contact)).opened[0]?.id ?? ''
    expect((await change(deal, { stage: 'lost in space' })).status).toBe(422)
    expect((await change(deal, { title: ' ' })).status).toBe(422)
    // What is so already changes nothing, and a blank empties a field.
    expect((await change(contact, { first_name: 'Cleo' })).body.cause).toBeNull()
    await change(contact, { first_name: null })
    expect((await contactOf(contact)).values.first_name ?? null).toBeNull()
    expect((await api(shop.reach, 'POST', `/records/${contact}/notes`, { text: ' ' })).status).toBe(422)
  })

  it('leave nobody with the address of somebody else', async () => {
    const [{ contact: one }, { contact: other }] = [await arrive('Una'), await arrive('Uwe')]
    expect((await change(one, { email: addressOf('Uwe').toUpperCase() })).status).toBe(409)
    const moved = await change(one, { email: addressOf('Una-new') })
    // Whoever sends the old address from now on is somebody else.
    const again = await arrive('Una')
    expect(again.contact).not.toBe(one)
    expect((await putBack(moved.body.cause ?? '')).status).toBe(409)
    expect((await contactOf(one)).email).toBe(addressOf('Una-new'))
    expect((await contactOf(other)).email).toBe(addressOf('Uwe'))
  })

  it('of another workspace are out of reach', async () => {
    const stranger = { ...facts, token: (await makeWorkspace(facts, false)).token }
    const { contact, id } = await arrive('Vera')
    const { body: note } = await api<{ id: string }>(shop.reach, 'POST', `/records/${contact}/notes`, { text: 'Ours' })
    for (const [method, path, body] of [
      ['PUT', `/records/${contact}`, { values: { first_name: 'Mine' } }],
      ['POST', `/records/${contact}/notes`, { text: 'Mine' }],
      ['PUT', `/notes/${note.id}`, { text: 'Mine' }],
      ['DELETE', `/notes/${note.id}`, undefined],
      ['POST', `/causes/${id}/back`, {}],
    ] as const)
      expect([path, (await api(stranger, method, path, body)).status]).toEqual([path, 404])
    expect(await contactOf(contact)).toMatchObject({ values: { first_name: 'Vera' }, notes: [{ text: 'Ours' }] })
  })
})

describe('a submission put back', () => {
  it('is as if it had never come: nobody meets whom it opened, until that is put back', async () => {
    const { id, contact } = await arrive('Wanda', { letter: true, studio: `Wanda ${slug}` })
    const before = await contactOf(contact)
    expect(before).toMatchObject({ company: `Wanda ${slug}`, lists: [{ name: 'firing_notes' }], opened: [{}] })
    const undone = await putBack(id)
    expect(undone.body.left).toEqual([])
    expect((await api(shop.reach, 'GET', `/contacts/${contact}`)).status).toBe(404)
    expect((await api(shop.reach, 'GET', `/companies/${before.companyId}`)).status).toBe(404)
    expect((await api(shop.reach, 'GET', `/deals-and-requests/${before.opened[0]?.id}`)).status).toBe(404)
    for (const list of ['/contacts', '/companies'])
      expect(JSON.stringify((await api(shop.reach, 'GET', `${list}?search=wanda`)).body)).not.toContain('Wanda')
    const file = await fetch(`${facts.url}/api/v1/exports/contacts?format=csv`, {
      headers: { authorization: `Bearer ${shop.reach.token}` },
    })
    expect(await file.text()).not.toContain('wanda@')
    expect(await applied(shop.reach, id)).toMatchObject({ state: 'applied', contact: null })
    // Back again: as it was.
    expect((await putBack(undone.body.cause ?? '')).body.left).toEqual([])
    const { changes: _, ...after } = await contactOf(contact)
    expect(after).toMatchObject({ values: before.values, company: before.company, opened: before.opened })
    expect(after.lists).toEqual(before.lists)
  })

  it('leaves whom others have to do with, and what was changed since', async () => {
    const { id, contact } = await arrive('Xenia', { studio: `Xenia ${slug}` })
    await change(contact, { first_name: 'Xena' })
    const { body } = await putBack(id)
    expect(body.left).toContainEqual({ record: contact, slot: 'first_name', why: 'changed since' })
    expect((await contactOf(contact)).values.first_name).toBe('Xena')
    const again = await arrive('Xenia')
    expect(again.contact).toBe(contact)
  })

  it('has its personal links work no more', async () => {
    const { id, contact } = await arrive('Yva')
    const link = await api<{ url: string; k: string }>(shop.reach, 'POST', `/contacts/${contact}/links`, { form: slug })
    expect((await putBack(id)).body.left).toContainEqual({ record: contact, slot: null, why: 'holds more' })
    const [{ id: made } = { id: '' }] = await rows<{ id: string }>(
      'select id from personal_link where contact_id = $1',
      contact,
    )
    await api(shop.reach, 'DELETE', `/links/${made}`)
    expect((await putBack(id)).body.left).toEqual([])
    await rows('update personal_link set withdrawn_at = null where id = $1', made)
    const page = await (await fetch(link.body.url)).text()
    expect(page).not.toContain(addressOf('Yva'))
  })
})

describe('what is stored', () => {
  it('is what was changed last, as its time line has it, of all that the demo tells of its last months', async () => {
    const [told] = await rows<{ others: number; all: number }>(
      `with last as (
         select distinct on (record_id, field) record_id, field, "to" from record_change
         where not starts_with(field, '_') order by record_id, field, at desc, seq desc)
       select count(*)::int as all,
         count(*) filter (where last."to" is distinct from coalesce(record."values" -> last.field, 'null'))::int as others
       from last join record on record.id = last.record_id
       where record.gone_by is null and record.workspace_id = (select id from workspace where name = 'Tarnfield Kilns')`,
    )
    expect(told?.all).toBeGreaterThan(2000)
    expect(told?.others).toBe(0)
  })
})

describe('what is delivered', () => {
  it('needs no submission', async () => {
    const { db, pool } = connect(facts.database)
    try {
      await api(shop.reach, 'POST', '/connections', { title: 'Board', target: 'crm', settings: { url: facts.bench } })
      const id = randomUUID()
      await inTurn(db, shop.workspace, async (tx, at) => {
        const ledger = new Ledger([], randomUUID)
        const by = { sort: 'member' as const, id: '', name: 'Ines' }
        const [member] = await rows<{ id: string }>('select id from "user" limit 1')
        const cause = { sort: 'deed' as const, by: { ...by, id: member?.id ?? '' }, deed: 'sendAgain' as const }
        ledger.do({ id, workspaceId: shop.workspace, cause, at }, NO_CHANGES)
        const email = `told@${slug}.example`
        await writeChanges(tx, shop.workspace, ledger.written(), [
          {
            id: randomUUID(),
            workspace_id: shop.workspace,
            cause_id: id,
            key: 'crm:board',
            body: { to: 'crm', email, values: { email }, revision: 1 },
            because: 'Told by hand',
            created_at: at.toISOString(),
            form_id: null,
            visitor: null,
            connection: 'board',
          },
        ])
      })
      const found = await until('it has gone out', async () => {
        const { body } = await api<{ deliveries: { because: string; state: string }[] }>(
          shop.reach,
          'GET',
          `/deliveries?which=all&search=told`,
        )
        return body.deliveries.find(({ state }) => state === 'delivered')
      })
      expect(found).toMatchObject({ because: 'Told by hand', submission: null, formName: null })
    } finally {
      await pool.end()
    }
  })
})

afterAll(async () => {
  // Nothing points at a cause of another workspace, or at none.
  const strays = `select count(*)::int as n from record_change h join cause c on c.id = h.cause_id where c.workspace_id <> h.workspace_id`
  expect(await rows(strays)).toEqual([{ n: 0 }])
})
