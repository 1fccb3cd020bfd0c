import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { connect } from '@/db/database'
import { removeEndedRows } from '@/server/imports/removeEndedRows'
import { type ImportPlan, planFor } from '@/core/imports/import_plan'
import { api, applied, send, until } from '../support/api'
import { readFacts } from '../support/facts'
import { workshop } from '../support/workshop'
import { makeToken, makeWorkspace } from '../support/workspace'

const facts = readFacts()
const slug = `imports-${Date.now().toString(36)}`

interface Import {
  state: string
  rows: number
  place: number
  counts: Record<string, number>
  columns: { head: string; samples: string[] }[]
  encoding: string | null
  separator: string | null
  proposed: ImportPlan['targets']
  leftOver: Record<string, number>
  samples: { n: number; is: string; email: string | null; told: { changes: object[]; wrong: object[] } | null }[]
}

const shop = workshop(facts, slug)
const { rows, addressOf } = shop

beforeAll(shop.open)

const read = async (id: string) => (await api<Import>(shop.reach, 'GET', `/imports/${id}`)).body
const untilIs = (id: string, ...states: string[]) =>
  until(`the import is ${states.join(' or ')}`, async () => {
    const one = await read(id)
    return states.includes(one.state) && one
  })
const field = (record: 'contact' | 'company', name: string) => ({ to: 'field' as const, record, field: name })
const PLAN = planFor([field('contact', 'email'), field('contact', 'first_name'), field('company', 'name')])
const give = async (text: string) => {
  const { body } = await api<{ id: string }>(shop.reach, 'POST', '/imports', { name: 'book.csv', text })
  await untilIs(body.id, 'mapping')
  return body.id
}
const check = async (id: string, change: Partial<ImportPlan> = {}) => {
  await api(shop.reach, 'PUT', `/imports/${id}/plan`, { plan: { ...PLAN, ...change } })
  return untilIs(id, 'ready')
}
const bring = async (id: string) => {
  await api(shop.reach, 'POST', `/imports/${id}/start`)
  return untilIs(id, 'done')
}
const back = async (id: string) => {
  const put = await api<{ cause: string }>(shop.reach, 'POST', `/imports/${id}/back`)
  expect(put.status).toBe(201)
  return untilIs(id, 'parted')
}
/** All that a workspace has, as it would be read. */
const all = () =>
  rows(
    `select type, key, "values", (select key from record house where house.id = record.company_id) as house,
      array(select list || ': ' || wording from list_membership where contact_id = record.id) as lists
     from record where workspace_id = $1 and gone_by is null order by type, key`,
    shop.workspace,
  )

describe('a file of people', () => {
  it('is read, looked at without changing anything, brought in, and put back whole', async () => {
    await api(shop.reach, 'POST', '/contacts', { email: addressOf('ida'), first_name: 'Ida', company: `Alder ${slug}` })
    const before = await all()
    const id = await give(
      [
        'email;Vorname;Firma;Newsletter',
        `${addressOf('bo')};Bo;Birch ${slug};ja`,
        `${addressOf('ida')};Ida-Lou;Birch ${slug};`,
        `${addressOf('bo').toUpperCase()};Bosse;;ja`,
        `nobody at all;Nobody;;`,
        `${addressOf('cy')};Cy;Birch ${slug};nein`,
      ].join('\r\n'),
    )
    const given = await read(id)
    expect(given).toMatchObject({ rows: 5, encoding: 'utf-8', separator: ';' })
    expect(given.proposed.slice(0, 3)).toEqual(PLAN.targets)
    expect(given.columns[3]).toEqual({ head: 'Newsletter', samples: ['ja', 'nein'] })

    const joins = [{ list: 'firing_notes', column: 3, wording: 'Write to me', origin: 'Cards of June' }]
    const looked = await check(id, { joins, targets: [...PLAN.targets, { to: 'nothing' }] })
    const counts = { made: 2, again: 1, wrong: 1, same: 1 }
    expect(looked.counts).toEqual(counts)
    expect(looked.samples.find(({ is }) => is === 'wrong')).toMatchObject({
      n: 4,
      told: { wrong: [{ column: 0, why: 'is no email address' }] },
    })
    expect(await all()).toEqual(before)

    expect((await bring(id)).counts).toEqual(counts)
    const after = await all()
    expect(after).toHaveLength(before.length + 3)
    expect(after).toContainEqual({
      type: 'contact',
      key: addressOf('bo'),
      values: { email: addressOf('bo'), first_name: 'Bo' },
      house: `birch ${slug.replace('-', ' ')}`,
      lists: ['firing_notes: Write to me'],
    })
    // Its cause is told of everybody it made or changed, and putting back one of them alone is its own page’s.
    const found = await api<{ contacts: { id: string }[] }>(shop.reach, 'GET', `/contacts?search=${addressOf('bo')}`)
    const contact = found.body.contacts[0]?.id ?? ''
    const { body } = await api<{ changes: { cause: string; sort: string; because: string }[] }>(
      shop.reach,
      'GET',
      `/contacts/${contact}`,
    )
    expect(body.changes.every(({ cause, sort }) => cause === id && sort === 'import')).toBe(true)
    expect(body.changes.map(({ because }) => because)).toContain('Brought in from book.csv: Cards of June')
    expect((await api(shop.reach, 'POST', `/causes/${id}/back`, {})).status).toBe(409)
    const history = await api<{ history: { deed: string; about: string }[] }>(shop.reach, 'GET', '/history')
    expect(history.body.history).toContainEqual(expect.objectContaining({ deed: 'importPeople', about: 'book.csv' }))

    expect((await back(id)).leftOver).toEqual({})
    expect(await all()).toEqual(before)
    expect((await api(shop.reach, 'POST', `/imports/${id}/back`)).status).toBe(409)
  })

  it('leaves what was changed since, and who others have to do with, and says so', async () => {
    const id = await give(`email,name\n${addressOf('dag')},Dag\n${addressOf('eva')},Eva\n${addressOf('fia')},Fia`)
    await check(id, { targets: PLAN.targets.slice(0, 2) })
    await bring(id)
    const idOf = async (name: string) =>
      (await rows<{ id: string }>('select id from record where key = $1 and gone_by is null', addressOf(name)))[0]
        ?.id ?? ''
    await api(shop.reach, 'PUT', `/records/${await idOf('dag')}`, { values: { first_name: 'Dagny' } })
    const sent = await send(shop.reach, slug, { first_name: 'Eva', email: addressOf('eva') })
    expect((await applied(shop.reach, sent.body.submission)).contact).toBe(await idOf('eva'))
    const { leftOver } = await back(id)
    expect(leftOver['changed since']).toBe(1)
    expect(leftOver['holds more']).toBeGreaterThanOrEqual(1)
    expect([await idOf('dag'), await idOf('eva')].every((one) => one !== '')).toBe(true)
    expect(await idOf('fia')).toBe('')
  })

  it('moves somebody from one company to another where what is stored is replaced', async () => {
    const [old, next] = [`Elder ${slug}`, `Fir ${slug}`]
    for (const [who, company] of [
      ['lea', old],
      ['mia', next],
    ] as const)
      await api(shop.reach, 'POST', '/contacts', { email: addressOf(who), company })
    const id = await give(`email,name,company\n${addressOf('lea').toUpperCase()},Lea,${next}`)
    const company = async () => {
      const found = await api<{ contacts: { company: string }[] }>(
        shop.reach,
        'GET',
        `/contacts?email=${addressOf('lea')}`,
      )
      return found.body.contacts[0]?.company
    }
    expect((await check(id)).counts).toEqual({ changed: 1 })
    await bring(id)
    expect(await company()).toBe(old)
    await back(id)
    const again = await give(`email,name,company\n${addressOf('lea')},Lea,${next}`)
    await check(again, { ifFilled: 'replace' })
    await bring(again)
    expect(await company()).toBe(next)
    await back(again)
    expect(await company()).toBe(old)
  })

  it('is stopped and gone on with, and never brought in twice', async () => {
    const many = Array.from({ length: 3000 }, (_, n) => `${addressOf(`many${n}`)},Many ${n}`)
    const id = await give(['email,name', ...many].join('\n'))
    await check(id, { targets: PLAN.targets.slice(0, 2) })
    await Promise.all([0, 1].map(() => api(shop.reach, 'POST', `/imports/${id}/start`)))
    await until('some are brought in', async () => (await read(id)).place > 0)
    await api(shop.reach, 'POST', `/imports/${id}/stop`)
    const stopped = await untilIs(id, 'stopped', 'done')
    expect(await countOf('many')).toBe(stopped.place)
    if (stopped.state === 'stopped') await api(shop.reach, 'POST', `/imports/${id}/start`)
    await untilIs(id, 'done')
    expect(await countOf('many')).toBe(3000)
    const changes = `select count(*)::int as n from record_change where cause_id = $1 and field = '_there'`
    expect(await rows(changes, id)).toEqual([{ n: 3000 }])
    await back(id)
    expect(await countOf('many')).toBe(0)
  })

  it('is read again as it is said to be written, and thrown away', async () => {
    const id = await give(`email;name\n${addressOf('gro')};Gro`)
    expect((await api(shop.reach, 'PUT', `/imports/${id}/reading`, { separator: ',' })).status).toBe(204)
    expect((await untilIs(id, 'mapping')).columns).toHaveLength(1)
    expect((await api(shop.reach, 'PUT', `/imports/${id}/reading`, { separator: ';' })).status).toBe(204)
    expect((await untilIs(id, 'mapping')).columns).toHaveLength(2)
    // Also once it was looked at: what was found of the rows before is forgotten.
    await check(id, { targets: PLAN.targets.slice(0, 2) })
    expect((await api(shop.reach, 'PUT', `/imports/${id}/reading`, { encoding: 'windows-1252' })).status).toBe(204)
    expect(await untilIs(id, 'mapping')).toMatchObject({ encoding: 'windows-1252', place: 0, counts: {} })
    expect((await api(shop.reach, 'DELETE', `/imports/${id}`)).status).toBe(204)
    expect((await api(shop.reach, 'GET', `/imports/${id}`)).status).toBe(404)
    const empty = await api<{ id: string }>(shop.reach, 'POST', '/imports', { name: 'none.csv', text: 'email\n' })
    expect((await untilIs(empty.body.id, 'failed')) as unknown).toMatchObject({
      error: 'There are no rows below the heads of its columns.',
    })
  })

  it('makes the fields it needs for whoever may, and refuses what is incomplete', async () => {
    const id = await give(`email,size\n${addressOf('hal')},7`)
    const size = {
      to: 'new field' as const,
      record: 'contact' as const,
      label: 'Size of the kiln',
      type: 'number' as const,
    }
    const email = field('contact', 'email')
    const plan = (change: Partial<ImportPlan>, as = shop.reach) =>
      api(as, 'PUT', `/imports/${id}/plan`, { plan: { ...PLAN, ...change } })
    const answering = { ...shop.reach, token: await makeToken(facts, shop.workspace, ['read', 'people', 'answer']) }
    expect((await plan({ targets: [email, size] }, answering)).status).toBe(403)
    expect((await plan({ targets: [size] })).status).toBe(422)
    const joins = [{ list: 'no_such', column: null, wording: 'x', origin: 'y' }]
    expect((await plan({ targets: [email], joins })).status).toBe(422)
    expect((await plan({ targets: [email], joins: [{ ...joins[0], wording: ' ' }] as typeof joins })).status).toBe(422)
    await check(id, { targets: [email, size] })
    await bring(id)
    const [made] = await rows<{ values: object }>('select "values" from record where key = $1', addressOf('hal'))
    expect(made?.values).toMatchObject({ size_of_the_kiln: 7 })
    // Brought in, it is past being planned or thrown away.
    expect((await plan({ targets: [email] })).status).toBe(409)
    expect((await api(shop.reach, 'DELETE', `/imports/${id}`)).status).toBe(409)
  })

  it('makes a field of choices of what stands in its column', async () => {
    const rowsOf = [
      `${addressOf('ike')};Stoneware;glaze | clay`,
      `${addressOf('jo')};porcelain;`,
      `${addressOf('kit')};STONEWARE;Clay, wax`,
    ]
    const id = await give(['email;ware;wants', ...rowsOf].join('\n'))
    const made = (label: string, type: 'choice' | 'several_choices') =>
      ({ to: 'new field', record: 'contact', label, type }) as const
    await check(id, { targets: [field('contact', 'email'), made('Fires', 'choice'), made('Wants', 'several_choices')] })
    await bring(id)
    const { body } = await api<{ fields: { name: string; options: object[] }[] }>(shop.reach, 'GET', '/settings')
    expect(body.fields.find(({ name }) => name === 'fires')?.options).toEqual([
      { value: 'stoneware', label: 'Stoneware' },
      { value: 'porcelain', label: 'porcelain' },
    ])
    const kit = await rows<{ values: object }>('select "values" from record where key = $1', addressOf('kit'))
    expect(kit).toMatchObject([{ values: { fires: 'stoneware', wants: ['clay', 'wax'] } }])
    // What is different in every row is no choice, and nothing is made of it.
    const many = Array.from({ length: 301 }, (_, n) => `${addressOf(`many-${n}`)};thing ${n}`)
    const long = await give(['email;thing', ...many].join('\n'))
    const targets = [field('contact', 'email'), made('Thing', 'choice')]
    const refused = await api(shop.reach, 'PUT', `/imports/${long}/plan`, { plan: { ...PLAN, targets } })
    expect([refused.status, JSON.stringify(refused.body)]).toEqual([
      422,
      expect.stringContaining('text suits it better'),
    ])
    expect(await rows(`select from record_field where workspace_id = $1 and name = 'thing'`, shop.workspace)).toEqual(
      [],
    )
  })

  it('has its rows for thirty days after it was dealt with, and its file no longer than they are', async () => {
    const [old, recent] = [
      await give(`email\n${addressOf('jan')}\n${addressOf('jon')}`),
      await give(`email\n${addressOf('kim')}`),
    ]
    await rows(`update import set changed_at = now() - interval '31 days' where id = $1`, old)
    const { db, pool } = connect(facts.database, { size: 1 })
    const forgotten: string[] = []
    const forget = (id: string) => Promise.resolve(void forgotten.push(id))
    const removed = await db.transaction().execute((tx) => removeEndedRows(tx, 30, forget))
    await pool.end()
    expect(removed).toContainEqual({ workspace: shop.workspace, n: 2 })
    expect([forgotten.includes(old), forgotten.includes(recent)]).toEqual([true, false])
    const left = 'select count(*)::int as n from import_row where import_id = $1'
    expect([await rows(left, old), await rows(left, recent)]).toEqual([[{ n: 0 }], [{ n: 1 }]])
  })

  it('of another workspace is out of shop.reach', async () => {
    const id = await give(`email\n${addressOf('ivo')}`)
    const stranger = { ...facts, token: (await makeWorkspace(facts, false)).token }
    for (const [method, path, body] of [
      ['GET', `/imports/${id}`, undefined],
      ['PUT', `/imports/${id}/plan`, { plan: PLAN }],
      ['PUT', `/imports/${id}/reading`, { encoding: 'koi8-r' }],
      ['POST', `/imports/${id}/start`, undefined],
      ['POST', `/imports/${id}/stop`, undefined],
      ['POST', `/imports/${id}/back`, undefined],
      ['DELETE', `/imports/${id}`, undefined],
    ] as const)
      expect([path, (await api(stranger, method, path, body)).status]).toEqual([path, 404])
    expect((await api(shop.reach, 'GET', `/imports/${randomUUID()}`)).status).toBe(404)
  })
})

const countOf = async (name: string) =>
  Number(
    (
      await rows<{ n: string }>(
        'select count(*) as n from record where workspace_id = $1 and gone_by is null and key like $2',
        shop.workspace,
        `${name}%-${slug}.example`,
      )
    )[0]?.n,
  )
