import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { planFor } from '@/core/imports/import_plan'
import { api, insist, type Reach, releasedForm, send, smallForm, until } from '../support/api'
import { figure, query, undelivered } from '../support/database'
import { killDatabase, killProcess, lichenOf, pause, turn, untilWell } from '../support/lichen'
import { beginLoaded } from '../support/loaded'

const SUBMISSIONS = 2000
const AT_ONCE = 16
/** People whom a file brings in meanwhile. */
const BROUGHT = 10_000
/** People to whom one thing is done meanwhile. */
const MANY = 5000

/** What the outside does meanwhile, in turn. */
const OUTSIDE = [
  { mail: 'refuses', crm: 'works' },
  { mail: 'works', crm: 'errs' },
  { mail: 'hangs', crm: 'hangs' },
  { mail: 'works', crm: 'works' },
]

/** Processes and the database are killed without warning while answers come in and the outside fails. */
describe.each([1, 2])('killing, with %i web and worker each', (each) => {
  const lichen = lichenOf(`killing-${each}`, 4640 + 20 * each)
  const webs = Array.from({ length: each }, (_, n) =>
    lichen.url.replace(/\d+$/, (port) => String(Number(port) + 4 * n)),
  )
  const running: Record<'web' | 'worker', ReturnType<typeof lichen.start>[]> = { web: [], worker: [] }
  let reach: Reach
  let book = ''

  beforeAll(async () => {
    const token = await beginLoaded(lichen)
    lichen.start('bench')
    for (const url of webs) {
      running.worker.push(lichen.start('worker'))
      running.web.push(lichen.start('web', { LICHEN_PORT: url.replace(/.*:/, '') }))
    }
    reach = { url: lichen.url, bench: lichen.bench, token }
    for (const url of webs) await untilWell({ url })
    // The visitor’s mail waits for a minute, in which much is killed.
    const messages = (smallForm.messages ?? []).map((message) =>
      message.to === 'visitor' ? { ...message, waits: { for: 'time' as const, minutes: 1 } } : message,
    )
    await releasedForm(reach, 'killing', { ...smallForm, messages })
    book = await setOutBook(reach)
    await makeMany(lichen.cluster.url)
  })
  afterAll(() => lichen.stop())

  it(`during ${SUBMISSIONS} submissions loses none and doubles none`, async () => {
    await api(reach, 'POST', `/imports/${book}/start`)
    const { status: asked, body: errand } = await api<{ id: string; of: number }>(reach, 'POST', '/errands', {
      chosen: { type: 'contact', all: { search: 'many.example' } },
      errand: { does: 'note', text: 'Rang them all' },
    })
    expect([asked, errand]).toMatchObject([201, { of: MANY }])
    const { body: sheet } = await api<{ id: string; of: number }>(reach, 'POST', '/link-sheets', {
      title: 'To many',
      form: 'killing',
      whom: { all: { search: 'many.example' } },
    })
    expect(sheet.of).toBe(MANY)
    const answered = new Map<string, string>()
    let tries = 0

    const sendOne = async (n: number): Promise<void> => {
      const visit = randomUUID()
      const values = { first_name: `Person ${n}`, email: `person-${n}@killing.example`, letter: true }
      const { status, body } = await insist(() =>
        send({ url: webs[tries++ % each] ?? lichen.url, token: reach.token }, 'killing', values, { visit }),
      )
      expect(status).toBe(200)
      answered.set(visit, body.submission)
    }
    const numbers = Array.from({ length: SUBMISSIONS }, (_, n) => n)[Symbol.iterator]()
    const sending = Array.from({ length: AT_ONCE }, async () => {
      for (let turn = numbers.next(); !turn.done; turn = numbers.next()) {
        await sendOne(turn.value)
        await pause(120)
      }
    })
    const kills = { web: 0, worker: 0, database: 0 }
    const killing = (async () => {
      for (let n = 0; n < 12; n++) {
        const wanted = Math.min(SUBMISSIONS - 100, n * 150)
        await until('some more answers', () => Promise.resolve(answered.size >= wanted), 120)
        await turn(lichen, OUTSIDE[Math.floor(n / 3)] ?? {})
        const what = (['worker', 'web', 'database'] as const)[n % 3] ?? 'worker'
        if (what === 'database') await killDatabase(lichen)
        else for (const one of running[what].filter((_, at) => at === n % each)) await killProcess(one)
        kills[what]++
      }
    })()
    await Promise.all([...sending, killing])
    expect(answered.size).toBe(SUBMISSIONS)
    expect(kills).toEqual({ web: 4, worker: 4, database: 4 })

    const count = (text: string) => figure(lichen.cluster.url, text)
    const mine = `from submission s join form f on f.id = s.form_id where f.slug = 'killing'`
    await until(
      'all are applied',
      async () => (await count(`select count(*) ${mine} and s.state = 'applied'`)) === SUBMISSIONS,
      60,
    )
    await until(
      'all is delivered',
      async () => (await count(`select count(*) from delivery where state <> 'delivered'`)) === 0,
      240,
    ).catch(async (error: Error) => {
      throw new Error(`${error.message}\n${await undelivered(lichen.cluster.url)}`)
    })
    // What the file brought is there once, too, with one cause.
    await until(
      'the file is brought in',
      async () => (await count(`select count(*) from import where state = 'done'`)) === 1,
      120,
    )
    const brought = `record c where c.key like '%@book.example'`
    expect(await count(`select count(*) from ${brought}`)).toBe(BROUGHT)
    expect(await count(`select count(*) from record_change h where h.cause_id = '${book}'`)).toBe(3 * BROUGHT)
    expect(await count(`select count(*) from import_row where "is" = 'made'`)).toBe(BROUGHT)
    expect(await count(`select count(*) from cause where sort = 'import'`)).toBe(1)
    // Whom something was done to has it once, and it is put back whole.
    const errandIs = (state: string) =>
      until(
        `the errand is ${state}`,
        async () => (await count(`select count(*) from errand where state = '${state}'`)) === 1,
        60,
      )
    await errandIs('done')
    const noted = `record_change h where h.cause_id = '${errand.id}'`
    expect(await count(`select count(*) from ${noted}`)).toBe(MANY)
    expect(await count(`select count(distinct h.record_id) from ${noted}`)).toBe(MANY)
    expect(await count(`select count(*) from note where text = 'Rang them all'`)).toBe(MANY)
    // Everybody has one link, with the code that the sheet tells.
    await until(
      'the sheet is made',
      async () => (await count(`select count(*) from link_sheet where state = 'made'`)) === 1,
      60,
    )
    expect(await count(`select count(distinct contact_id) from personal_link where sheet_id = '${sheet.id}'`)).toBe(
      MANY,
    )
    expect(await count(`select linked from link_sheet where id = '${sheet.id}'`)).toBe(MANY)
    const file = await fetch(`${lichen.url}/api/v1/link-sheets/${sheet.id}/file?format=csv`, {
      headers: { authorization: `Bearer ${reach.token}` },
    })
    expect((await file.text()).trim().split('\r\n')).toHaveLength(MANY + 1)
    await api(reach, 'POST', `/errands/${errand.id}/back`)
    await errandIs('parted')
    expect(await count(`select count(*) from note where text = 'Rang them all'`)).toBe(0)
    const stored = await query<{ id: string; visit_id: string }>(lichen.cluster.url, `select s.id, s.visit_id ${mine}`)
    expect(stored).toHaveLength(SUBMISSIONS)
    for (const { id, visit_id } of stored) expect(answered.get(visit_id)).toBe(id)

    // Applied once: one cause, one contact, one membership, one line of lineage for each of these and a field, three
    // deliveries each.
    expect(await count(`select count(*) from cause where sort = 'submission'`)).toBe(SUBMISSIONS)
    const ours = `c.type = 'contact' and c.key like '%@killing.example'`
    expect(await count(`select count(*) from record c where ${ours}`)).toBe(SUBMISSIONS)
    expect(await count(`select count(*) from record c where ${ours} and revision <> 1`)).toBe(0)
    expect(
      await count(`select count(*) from list_membership m join record c on c.id = m.contact_id where ${ours}`),
    ).toBe(SUBMISSIONS)
    expect(await count(`select count(*) from record_change h join record c on c.id = h.record_id where ${ours}`)).toBe(
      4 * SUBMISSIONS,
    )
    expect(await count('select count(*) from delivery')).toBe(3 * SUBMISSIONS)
    // What waits goes out once its time has come, and never before.
    expect(await count('select count(*) from delivery where due_at is not null')).toBeGreaterThan(SUBMISSIONS / 2)
    expect(await count('select count(*) from delivery where settled_at < due_at')).toBe(0)
    expect(await count(`select count(*) from visit_event where kind = 'sent'`)).toBe(SUBMISSIONS)
    expect(await count(`select count(*) from visit_event where kind = 'arrived'`)).toBe(SUBMISSIONS)

    // Delivered once by its key: the CRM knows each key once; a mail has one Message-ID, however often it came.
    const bench = async <T>(path: string) => (await (await fetch(lichen.bench + path)).json()) as T
    const { contacts } = await bench<{ contacts: { email: string; writes: number }[] }>('/crm/contacts?limit=10000')
    const written = contacts.filter(({ email }) => email.endsWith('@killing.example'))
    expect(written).toHaveLength(SUBMISSIONS)
    expect(written.filter(({ writes }) => writes !== 1)).toEqual([])
    const { messages } = await bench<{ messages: { to: string[]; copies: number }[] }>('/mailbox/messages?limit=10000')
    const told = messages.filter(({ to }) => to.some((address) => address.endsWith('@killing.example')))
    expect(told).toHaveLength(SUBMISSIONS)
    expect(messages).toHaveLength(2 * SUBMISSIONS)
    const copies = messages.filter((message) => message.copies > 1).length
    console.log(
      `${JSON.stringify(kills)}: ${tries - SUBMISSIONS} tries failed; ${copies} of ${messages.length} mails came twice under one Message-ID`,
    )
    // Only what was under way when something was killed can come twice.
    expect(copies).toBeLessThan(60)
  }, 600_000)
})

/** People who are there already. */
const makeMany = (database: string) =>
  query(
    database,
    `insert into record (workspace_id, type, key, title, "values", created_at, updated_at)
     select (select id from workspace), 'contact', address, 'Many ' || n, jsonb_build_object('email', address), now(), now()
     from (select n, 'many-' || n || '@many.example' as address from generate_series(1, $1::int) n) one`,
    [MANY],
  )

/** Gives a file of people and says where its columns go: it is ready to be brought in. */
async function setOutBook(reach: Reach): Promise<string> {
  const rows = Array.from({ length: BROUGHT }, (_, n) => `book-${n}@book.example,Book ${n}`)
  const text = ['email,first_name', ...rows].join('\n')
  const { body } = await api<{ id: string }>(reach, 'POST', '/imports', { name: 'book.csv', text })
  const untilIs = (state: string) =>
    until(`the file is ${state}`, async () => {
      const found = await api<{ state: string }>(reach, 'GET', `/imports/${body.id}`)
      return found.body.state === state
    })
  await untilIs('mapping')
  const field = (name: string) => ({ to: 'field' as const, record: 'contact' as const, field: name })
  const plan = planFor([field('email'), field('first_name')])
  await api(reach, 'PUT', `/imports/${body.id}/plan`, { plan })
  await untilIs('ready')
  return body.id
}
