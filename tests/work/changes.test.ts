import fc from 'fast-check'
import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { NO_CHANGES } from '@/core/changes/change_set'
import { Ledger } from '@/core/changes/ledger'
import { connect } from '@/db/database'
import { inTurn } from '@/server/changes/inTurn'
import { writeChanges } from '@/server/changes/writeChanges'
import type { FormInput } from '@/core/form/definition'
import { api, applied, releasedForm, send, until } from '../support/api'
import { readFacts } from '../support/facts'
import { type Contact, formOfStudios, type PutBack, workshop } from '../support/workshop'
import { makeMember, makeWorkspace } from '../support/workspace'

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

const step = fc.oneof(
  fc.record({
    does: fc.constant('send' as const),
    who: fc.constantFrom('Ada', 'Bo'),
    studio: fc.constantFrom('Birch', 'Cedar'),
    letter: fc.boolean(),
  }),
  fc.record({ does: fc.constant('edit' as const), which: fc.nat(9), to: fc.constantFrom('Aja', null, 'Bea') }),
  fc.record({
    does: fc.constant('correct' as const),
    which: fc.nat(4),
    values: fc.record(
      {
        first_name: fc.constantFrom('Ada', 'Bo', 'Cy'),
        studio: fc.constantFrom('Birch', 'Cedar', 'Dogwood', null),
        email: fc.constantFrom('Ada', 'Cy'),
        letter: fc.boolean(),
      },
      { requiredKeys: [] },
    ),
  }),
  fc.record({ does: fc.constant('note' as const), which: fc.nat(9) }),
  fc.record({ does: fc.constant('own' as const), which: fc.nat(9), to: fc.constantFrom(null, 0, 1) }),
  fc.record({ does: fc.constant('merge' as const), which: fc.nat(9), with: fc.nat(9), takes: fc.boolean() }),
  fc.record({ does: fc.constant('put back' as const), which: fc.nat(9), despite: fc.boolean() }),
)

/** The form of studios, which gives what it opens to the owners of a desk, in turn. */
const formWithOwners: FormInput = {
  ...formOfStudios,
  records: { ...formOfStudios.records, owner: 'desk' },
  routing: { rows: [], otherwise: { desk: 'advice_line', message: 'notice' } },
}

/** What no change explains: a value that is not what its last change said. */
const UNEXPLAINED = `
  select r.id, v.key, v.value, last."to" from record r
  cross join lateral jsonb_each(r."values") v
  join lateral (select "to" from record_change where record_id = r.id and field = v.key order by seq desc limit 1) last on true
  where r.workspace_id = $1 and r.gone_by is null and last."to" <> v.value
  union all
  select r.id, l.list, to_jsonb(l.wording), last."to" from record r
  join list_membership l on l.contact_id = r.id
  left join lateral (select "to" from record_change where record_id = r.id and field = '_list.' || l.list order by seq desc limit 1) last on true
  where r.workspace_id = $1 and last."to" is distinct from to_jsonb(l.wording)
  union all
  select n.record_id, n.id::text, to_jsonb(n.text), last."to" from note n
  left join lateral (select "to" from record_change where record_id = n.record_id and field = '_note.' || n.id order by seq desc limit 1) last on true
  where n.workspace_id = $1 and last."to" is distinct from to_jsonb(n.text)
  union all
  select r.id, '_company', to_jsonb(r.company_id), last."to" from record r
  join lateral (select "to" from record_change where record_id = r.id and field = '_company' order by seq desc limit 1) last on true
  where r.workspace_id = $1 and r.company_id::text is distinct from last."to"->>'id'
  union all
  select r.id, '_owner', to_jsonb(r.owner_id), last."to" from record r
  left join lateral (select "to" from record_change where record_id = r.id and field = '_owner' order by seq desc limit 1) last on true
  where r.workspace_id = $1 and r.owner_id is distinct from last."to"->>'id'
  union all
  select r.id, '_contact', to_jsonb(r.contact_id), last."to" from record r
  join lateral (select "to" from record_change where record_id = r.id and field = '_contact' order by seq desc limit 1) last on true
  where r.workspace_id = $1 and r.contact_id::text is distinct from last."to"->>'id'
  union all
  select r.id, '_merged', to_jsonb(r.merged_into), last."to" from record r
  left join lateral (select "to" from record_change where record_id = r.id and field = '_merged' order by seq desc limit 1) last on true
  where r.workspace_id = $1 and r.merged_into::text is distinct from last."to"->>'id'
  union all
  select s.contact_id, s.id::text, null, last."to" from submission s
  join lateral (select "to" from record_change where record_id = s.contact_id and field = '_submission.' || s.id order by seq desc limit 1) last on true
  where s.workspace_id = $1 and last."to" <> 'true'`

describe('any sequence of submissions, changes, merges and puttings back', () => {
  it('leaves every value explained by what set it last, and all put back in turn leaves the beginning', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 3, maxLength: 9 }), async (steps) => {
        const own = await makeWorkspace(facts, false)
        const here = { ...facts, token: own.token }
        await api(here, 'POST', '/lists', { title: 'Firing notes' })
        const name = `changes-${randomUUID().slice(0, 8)}`
        const members = [
          await makeMember(facts, own.id, 'editor', 'Ines'),
          await makeMember(facts, own.id, 'editor', 'Kim'),
        ]
        const owners = members.map(({ id }) => id)
        await api(here, 'POST', '/desks', { title: 'Advice line', addresses: ['a@elm.example'], owners })
        await releasedForm(here, name, formWithOwners)
        const there = () =>
          rows<{ id: string; type: string }>(
            'select id, type from record where workspace_id = $1 and gone_by is null order by created_at, type, id',
            own.id,
          )
        const standing = () =>
          rows<{ id: string }>(
            'select id from cause where workspace_id = $1 and undone_by is null order by seq',
            own.id,
          )
        const sentHere = () =>
          rows<{ id: string; values: object }>(
            'select id, "values" from submission where workspace_id = $1 order by seq',
            own.id,
          )
        const sentAs = new Map<string, object>()
        const back = (id: string, despite = false) => api<PutBack>(here, 'POST', `/causes/${id}/back`, { despite })
        for (const one of steps) {
          const record =
            one.does === 'edit' || one.does === 'note' || one.does === 'own'
              ? (await there()).at(one.which)?.id
              : undefined
          const cause = one.does === 'put back' ? (await standing()).at(one.which)?.id : undefined
          if (one.does === 'send') {
            const sent = await send(here, name, {
              first_name: one.who,
              email: `${one.who}@${name}.example`,
              studio: one.studio,
              letter: one.letter,
            })
            await applied(here, sent.body.submission)
            sentAs.set(sent.body.submission, (await sentHere()).at(-1)?.values ?? {})
          } else if (one.does === 'edit' && record)
            await api(here, 'PUT', `/records/${record}`, { values: { first_name: one.to } })
          else if (one.does === 'correct') {
            const submission = (await sentHere()).at(one.which)?.id
            const email = one.values.email && { email: `${one.values.email}@${name}.example` }
            if (submission)
              await api(here, 'PUT', `/submissions/${submission}/answers`, { values: { ...one.values, ...email } })
          } else if (one.does === 'note' && record)
            await api(here, 'POST', `/records/${record}/notes`, { text: 'Rang' })
          else if (one.does === 'own' && record)
            await api(here, 'PUT', `/records/${record}/owner`, { owner: one.to === null ? null : owners[one.to] })
          else if (one.does === 'merge') {
            const all = (await there()).filter(({ type }) => type === 'contact' || type === 'company')
            const kept = all.at(one.which % Math.max(all.length, 1))
            const alike = all.filter(({ id, type }) => type === kept?.type && id !== kept.id)
            const gone = alike.at(one.with % Math.max(alike.length, 1))
            if (kept && gone) {
              const take = one.takes ? { first_name: gone.id } : {}
              const merged = await api(here, 'POST', '/merges', { kept: kept.id, gone: [gone.id], take })
              expect(merged.status).toBe(201)
            }
          } else if (one.does === 'put back' && cause) await back(cause, one.despite)
          expect(await rows(UNEXPLAINED, own.id)).toEqual([])
        }
        for (const { id } of await rows<{ id: string }>(
          'select id from cause where workspace_id = $1 order by seq desc',
          own.id,
        )) {
          const isStanding = (await standing()).some((one) => one.id === id)
          if (isStanding) expect((await back(id)).body.left).toEqual([])
        }
        expect(await there()).toEqual([])
        const left =
          'select (select count(*) from list_membership where workspace_id = $1) + (select count(*) from note where workspace_id = $1) as n'
        expect(await rows(left, own.id)).toEqual([{ n: '0' }])
        // And every answer is what was sent.
        for (const { id, values } of await sentHere()) expect(values).toEqual(sentAs.get(id))
      }),
      { numRuns: 6 },
    )
  })
})

afterAll(async () => {
  // Nothing points at a cause of another workspace, or at none.
  const strays = `select count(*)::int as n from record_change h join cause c on c.id = h.cause_id where c.workspace_id <> h.workspace_id`
  expect(await rows(strays)).toEqual([{ n: 0 }])
})
