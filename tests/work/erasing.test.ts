import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { beforeAll, describe, expect, it } from 'vitest'
import type { FormInput } from '@/core/form/definition'
import { api, applied, replaceDraft, send, until } from '../support/api'
import { readFacts } from '../support/facts'
import { entryKept, nothingToCount } from '../support/entries'
import { openPage } from '../support/page'
import { sendFile } from '../support/send_file'
import { formOfStudios, workshop } from '../support/workshop'
import { makeMember } from '../support/workspace'

const facts = readFacts()
const slug = `erasing-${Date.now().toString(36)}`
const [about, ...others] = formOfStudios.steps

/** The form of studios, with a phone, a choice, and a file. */
const form: FormInput = {
  ...formOfStudios,
  steps: [
    {
      ...about,
      name: 'about',
      title: 'About it',
      questions: [
        ...(about?.questions ?? []),
        { kind: 'short_text', name: 'last_name', label: 'Last name', lands: [{ field: 'last_name' }] },
        {
          kind: 'short_text',
          name: 'caller',
          label: 'Phone',
          lands: [{ field: 'caller' }, { record: 'company', field: 'asked_by' }],
        },
        { kind: 'long_text', name: 'wishes', label: 'Wishes', lands: [{ record: 'deal', field: 'wishes' }] },
        { kind: 'number', name: 'budget', label: 'Budget', lands: [{ record: 'deal', field: 'budget' }] },
        {
          kind: 'single_choice',
          name: 'glaze',
          label: 'Glaze',
          options: [
            { value: 'celadon', label: 'Celadon' },
            { value: 'tenmoku', label: 'Tenmoku' },
          ],
        },
        { kind: 'rating', name: 'liking', label: 'How do you like it?' },
        { kind: 'file', name: 'photo', label: 'A photo' },
      ],
    },
    ...others,
  ] as FormInput['steps'],
}

const shop = workshop(facts, slug, formOfStudios)
const { rows } = shop

/** What nobody else in the installation has anywhere. */
const NAME = `Ottiliane${slug.replaceAll(/[^a-z]/g, '')}`
const LAST = `Querfurt${slug.replaceAll(/[^a-z]/g, '')}`
const ADDRESS = `${NAME}@${slug}.example`.toLowerCase()
const OTHER_ADDRESS = `${LAST}@${slug}-other.example`.toLowerCase()
const PHONE = `+44 20 ${Date.now()}`
const SECRET = `unmistakable${slug.replaceAll(/[^a-z0-9]/g, '')}`
const WORDS = [NAME, LAST, ADDRESS, OTHER_ADDRESS, PHONE, SECRET]

/** Every table and row that holds any of these words anywhere, as the database itself tells. */
async function found(words: readonly string[]): Promise<string[]> {
  const tables = await rows<{ schema: string; name: string }>(
    `select table_schema as schema, table_name as name from information_schema.tables
     where table_type = 'BASE TABLE' and table_schema not in ('pg_catalog', 'information_schema')`,
  )
  const all: string[] = []
  for (const { schema, name } of tables)
    for (const { text } of await rows<{ text: string }>(
      `select row::text as text from "${schema}"."${name}" row where row::text ilike any($1)`,
      words.map((word) => `%${word}%`),
    ))
      all.push(`${schema}.${name}: ${text}`)
  return all
}

/** What is in a file; nothing where others have had it removed meanwhile. */
function contentOf(path: string): string {
  try {
    return readFileSync(path, 'latin1')
  } catch (error) {
    if ((error as { code?: string }).code === 'ENOENT') return ''
    throw error
  }
}

/** Every file that is kept which holds any of these words, in what it is called or in what is in it. */
const inFiles = (words: readonly string[]): string[] =>
  readdirSync('.lichen-test/files', { recursive: true, withFileTypes: true }).flatMap((entry) => {
    const path = join(entry.parentPath, entry.name)
    const content = entry.isFile() ? contentOf(path).toLowerCase() : ''
    return words.some((word) => `${path} ${content}`.toLowerCase().includes(word.toLowerCase())) ? [path] : []
  })

interface Readout {
  from: string
  to: string
  answered: { name: string; asked: number; answered: number; of: { is: string } }[]
}

/** A form’s numbers, but for what only words, and numbers without bounds, can say. */
const numbersOf = ({ answered, ...numbers }: Readout) => ({
  ...numbers,
  answered: answered
    .filter(({ name }) => name !== 'budget')
    .map(({ of, ...told }) => (of.is === 'texts' ? told : { ...told, of })),
})

const get = async <T>(path: string) => (await api<T>(shop.reach, 'GET', path)).body

/** A picture of one dot, with a few words after it. */
const png = Buffer.concat([
  Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  ),
  Buffer.from(`A photo of ${SECRET}`),
])

async function leaveMidway(values: object): Promise<void> {
  const { data } = await openPage(facts, `/f/${slug}`)
  const { visit, proof, release } = data
  await fetch(`${facts.url}/f/${slug}/progress`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ visit, proof, release, step: 'about', values }),
  })
}

/** A person in every place that there is. */
async function seed() {
  const { reach } = shop
  const page = await openPage(facts, `/f/${slug}?utm_source=fair&about=${SECRET}&email=${encodeURIComponent(ADDRESS)}`)
  const photo = await sendFile({ url: facts.url, slug, page, question: 'photo', name: `${SECRET}.png`, content: png })
  const values = {
    first_name: NAME,
    last_name: LAST,
    email: ADDRESS,
    caller: PHONE,
    wish: `I am ${SECRET}`,
    wishes: `Call ${NAME} ${LAST}, ${SECRET}`,
    budget: 4200,
    glaze: 'celadon',
    liking: 4,
    letter: true,
    studio: `Studio of ${slug}`,
    photo: [photo],
  }
  const { visit, proof, release } = page.data
  const sent = await send(reach, slug, values, { visit, proof, release, link: { about: SECRET } })
  expect(sent.body.errors ?? []).toEqual([])
  const first = await applied(reach, sent.body.submission)
  const { contact } = first
  // Corrected, so that the answers before are kept; and again from another address, merged into the first.
  await api(reach, 'PUT', `/submissions/${first.id}/answers`, { values: { wish: `No longer ${SECRET}` } })
  const again = await send(reach, slug, { ...values, photo: null, email: OTHER_ADDRESS })
  const second = await applied(reach, again.body.submission)
  await api(reach, 'POST', '/merges', { kept: contact, gone: [second.contact] })
  // What members did.
  await api(reach, 'PUT', `/records/${contact}`, { values: { last_name: `${LAST}-Smith` } })
  await api(reach, 'POST', `/records/${contact}/notes`, { text: `${SECRET} rang` })
  const person = await shop.contactOf(contact)
  const [deal = ''] = person.opened.map(({ id }) => id)
  await api(reach, 'POST', `/records/${deal}/notes`, { text: `${SECRET} wants it soon` })
  await api(reach, 'POST', `/records/${person.companyId}/notes`, { text: `Ask ${ADDRESS} first` })
  const { body: link } = await api<{ k: string }>(reach, 'POST', `/contacts/${contact}/links`, { form: slug })
  await api(
    reach,
    'PUT',
    `/forms/${slug}/rehearsals/0190aaaa-0000-4000-8000-${Date.now().toString(16).padStart(12, '0')}`,
    {
      title: `As ${NAME} ${LAST}`,
      values: { first_name: NAME, email: ADDRESS },
      contact,
    },
  )
  // A colleague used their link and named them; and they left an entry midway.
  const theirs = await openPage(facts, `/f/${slug}?k=${link.k}`)
  const colleague = await send(
    reach,
    slug,
    { first_name: 'Colleague', email: `colleague@${slug}.example`, wish: `Write to ${ADDRESS}, too` },
    { visit: theirs.data.visit, proof: theirs.data.proof, release: theirs.data.release, k: link.k },
  )
  const other = await applied(reach, colleague.body.submission)
  await leaveMidway({ first_name: NAME, email: ADDRESS, wish: SECRET })
  await entryKept(slug, SECRET)
  // Kept as spam, and one that could not be applied.
  const spam = await send({ url: facts.url }, slug, { first_name: NAME, email: ADDRESS, wish: SECRET })
  // A file of people with them in it, of which nothing was brought in yet.
  const text = `email,first_name,last_name\n${ADDRESS},${NAME},${LAST}\nsomebody@${slug}.example,Some,Body\n`
  const { body: book } = await api<{ id: string }>(reach, 'POST', '/imports', { name: 'book.csv', text })
  await until('the file is read', async () => (await get<{ state: string }>(`/imports/${book.id}`)).state === 'mapping')
  // What came to an inlet: of theirs, with a file, and of somebody else, who names them.
  await api(reach, 'POST', `/forms/${slug}/inlets`, { name: 'old', title: 'Old website' })
  const post = new FormData()
  for (const [name, said] of [
    ['mail', ADDRESS.toUpperCase()],
    ['text', SECRET],
  ] as const)
    post.append(name, said)
  post.append('plan', new File([`A plan of ${SECRET}`], `${SECRET}.txt`))
  expect((await fetch(`${facts.url}/f/${slug}/in/old`, { method: 'POST', body: post })).status).toBe(202)
  const others = new URLSearchParams({ mail: `other@${slug}.example`, text: `Ask ${ADDRESS}` })
  await fetch(`${facts.url}/f/${slug}/in/old`, { method: 'POST', body: others })
  await nothingToCount(slug)
  return {
    contact,
    deal,
    first: first.id,
    second: second.id,
    colleague: other,
    spam: spam.body.submission,
    book: book.id,
  }
}

describe('a person erased for good', () => {
  let seeded: Awaited<ReturnType<typeof seed>>
  let cookie = ''

  beforeAll(async () => {
    await shop.open()
    const { reach } = shop
    for (const [record, label, type] of [
      ['contact', 'Caller', 'phone'],
      ['company', 'Asked by', 'text'],
      ['deal', 'Wishes', 'long_text'],
      ['deal', 'Budget', 'money'],
    ] as const)
      await api(reach, 'POST', `/fields/${record}`, { label, type })
    await replaceDraft(reach, slug, form)
    expect((await api(reach, 'POST', `/forms/${slug}/releases`)).status).toBe(201)
    const hooks = { title: 'Board', target: 'webhook', settings: { url: `${facts.bench}/hooks/x` }, everyForm: true }
    await api(reach, 'POST', '/connections', hooks)
    await api(reach, 'POST', '/connections', {
      title: 'CRM',
      target: 'crm',
      settings: { url: facts.bench },
      everyForm: true,
    })
    cookie = (await makeMember(facts, shop.workspace, 'editor')).cookie
    seeded = await seed()
  })

  const download = async (path: string) => {
    const response = await fetch(facts.url + path, { headers: { cookie } })
    expect([path, response.status]).toEqual([path, 200])
    return response.text()
  }

  it('can have all that is kept, as JSON and as a page to read', async () => {
    const json = await download(`/exports/person?format=json&id=${seeded.contact}`)
    for (const word of WORDS) expect(json).toContain(word)
    const data = JSON.parse(json) as Record<string, unknown[]>
    expect(data.addresses).toEqual(expect.arrayContaining([ADDRESS, OTHER_ADDRESS]))
    for (const part of [
      'stored',
      'lists',
      'submissions',
      'unfinished',
      'atInlets',
      'files',
      'deliveries',
      'links',
      'notes',
      'opened',
      'changes',
    ])
      expect([part, data[part]?.length]).not.toEqual([part, 0])
    // Kept as spam, it is theirs all the same; what a colleague sent is not.
    expect((data.submissions as { id: string }[]).map(({ id }) => id).sort()).toEqual(
      [seeded.first, seeded.second, seeded.spam].sort(),
    )
    const page = await download(`/exports/person?format=page&id=${seeded.contact}`)
    for (const word of WORDS) expect(page).toContain(word)
    expect(page).toContain(png.toString('base64'))
  })

  it('is asked for by their address, and by nobody else’s', async () => {
    const { reach } = shop
    // What has gone out by now is with others.
    const plan = await until('a mail has gone out', async () => {
      const found = await get<{ outside: string[] }>(`/contacts/${seeded.contact}/erasure`)
      return found.outside.includes('Mail') && found
    })
    expect(plan).toMatchObject({ submissions: 3, entries: 1, files: 2, opened: 2 })
    const wrong = await api(reach, 'POST', `/contacts/${seeded.contact}/erasure`, { address: `x@${slug}.example` })
    expect(wrong.status).toBe(422)
    expect(await found([SECRET])).not.toEqual([])
  })

  it('is in no table, no file and no export any more, and numbers are what they were', async () => {
    const { reach } = shop
    expect(inFiles([SECRET])).not.toEqual([])
    const numbers = async () => ({
      readout: numbersOf(await get<Readout>(`/forms/${slug}/readout`)),
      sums: await get(`/sums/deal`),
    })
    const before = await numbers()
    const done = await api(reach, 'POST', `/contacts/${seeded.contact}/erasure`, {
      address: ` ${OTHER_ADDRESS.toUpperCase()} `,
    })
    expect([done.status, done.body]).toEqual([
      200,
      expect.objectContaining({ submissions: 3, entries: 1, files: 2, opened: 2 }),
    ])
    expect(await found(WORDS)).toEqual([])
    expect(inFiles(WORDS)).toEqual([])
    expect(await numbers()).toEqual(before)
    for (const of of ['people', 'submissions', 'history'])
      for (const format of ['csv', 'jsonl']) {
        const text = await download(`/exports/${of}?format=${format}`)
        for (const word of WORDS) expect(text.toLowerCase()).not.toContain(word.toLowerCase())
      }
  })

  it('leaves what tells of nobody, and that it was done', async () => {
    const sent = await get<{ values: object; erasedWho: string }>(`/submissions/${seeded.first}`)
    expect(sent).toMatchObject({ values: { glaze: 'celadon', liking: 4, letter: true }, erasedWho: 'Elm' })
    const left = Object.entries(sent.values).filter(([, value]) => value !== '(erased)')
    expect(left.map(([name]) => name).toSorted()).toEqual(['glaze', 'letter', 'liking'])
    const deal = await get<{ values: object }>(`/deals-and-requests/${seeded.deal}`)
    expect(deal.values).toEqual({ title: 'Of somebody who was erased', stage: 'new', budget: 4200 })
    const { history } = await get<{ history: { deed: string; about: string }[] }>('/history?which=all&limit=200')
    expect(history.find(({ deed }) => deed === 'erasePerson')?.about).toMatch(
      /^3 submissions, 1 unfinished entry, 2 files, \d+ deliveries, 2 deals and requests$/,
    )
    // Others have what is theirs, without the name of who is gone.
    const { posts } = await get<{ posts: { came: { text: string }[] }[] }>(`/forms/${slug}/inlets/old`)
    expect(posts.map(({ came }) => came.map(({ text }) => text))).toEqual([[`other@${slug}.example`, 'Ask (erased)']])
    const colleague = await get<{ values: Record<string, unknown> }>(`/submissions/${seeded.colleague.id}`)
    expect(colleague.values).toMatchObject({ first_name: 'Colleague', wish: 'Write to (erased), too' })
    expect(await get(`/contacts/${seeded.colleague.contact}`)).toMatchObject({ values: { first_name: 'Colleague' } })
    const rest = await get<{ samples: unknown; rows: number; columns: { samples: string[] }[] }>(
      `/imports/${seeded.book}`,
    )
    expect(rest.columns.map(({ samples }) => samples)).toEqual([[`somebody@${slug}.example`], ['Some'], ['Body']])
  })

  it('cannot be brought back: not erased again, corrected, run again, put back, or told of', async () => {
    const { reach } = shop
    const statuses = await Promise.all([
      api(reach, 'POST', `/contacts/${seeded.contact}/erasure`, { address: ADDRESS }),
      api(reach, 'GET', `/contacts/${seeded.contact}`),
      api(reach, 'GET', `/contacts/${seeded.contact}/data`),
      api(reach, 'PUT', `/submissions/${seeded.first}/answers`, { values: { first_name: NAME } }),
      api(reach, 'POST', `/submissions/${seeded.spam}/real`),
    ])
    expect(statuses.map(({ status }) => status)).toEqual([404, 404, 404, 404, 404])
    const { history } = await get<{ history: { id: string; deed: string }[] }>('/history?which=all&limit=200')
    for (const { id } of history) await api(reach, 'POST', `/causes/${id}/back`, { despite: true })
    expect(await found(WORDS)).toEqual([])
    const page = await fetch(`${facts.url}/people/${seeded.contact}`, { headers: { cookie } })
    expect(await page.text()).toContain('Somebody who was erased')
  })

  it('is a stranger who may come again', async () => {
    const sent = await send(shop.reach, slug, { first_name: NAME, email: ADDRESS })
    const again = await applied(shop.reach, sent.body.submission)
    expect(again.plan.person.how).toBe('new')
    expect(again.contact).not.toBe(seeded.contact)
  })
})

describe('an address that nobody here has', () => {
  const address = `stray-${slug}@nowhere.example`
  const path = `/addresses/${encodeURIComponent(address)}/erasure`

  it('is erased with what was left midway, kept as spam, in a file, or told of, and what others sent stays', async () => {
    const { reach } = shop
    await leaveMidway({ first_name: 'Stray', email: address })
    await entryKept(slug, address)
    await send({ url: facts.url }, slug, { first_name: 'Stray', email: address })
    const told = await send(reach, slug, {
      first_name: 'Ute',
      email: `ute@${slug}.example`,
      wish: `As ${address} said`,
    })
    const other = await applied(reach, told.body.submission)
    // Whoever's address only ends as theirs does is somebody else.
    const text = `email,first_name,note\n${address},Stray,\nvery.${address},Very,As ${address} said\n`
    const { body: book } = await api<{ id: string }>(reach, 'POST', '/imports', { name: 'strays.csv', text })
    await until(
      'the file is read',
      async () => (await get<{ state: string }>(`/imports/${book.id}`)).state === 'mapping',
    )
    expect(await get(path)).toEqual({ submissions: 1, entries: 1, files: 0, deliveries: 0, opened: 0, outside: [] })
    const done = await api(reach, 'POST', path)
    expect([done.status, done.body]).toEqual([200, { submissions: 1, entries: 1, files: 0, deliveries: 0, opened: 0 }])
    const left = (await found([address])).filter((one) => one.replaceAll(`very.${address}`, '').includes(address))
    expect(left).toEqual([])
    expect((await get<{ values: { wish: string } }>(`/submissions/${other.id}`)).values.wish).toBe('As (erased) said')
    const { columns } = await get<{ columns: { samples: string[] }[] }>(`/imports/${book.id}`)
    expect(columns.map(({ samples }) => samples)).toEqual([[`very.${address}`], ['Very'], ['As (erased) said']])
    const rows = await shop.rows<{ cells: string[] }>(
      'select cells from import_row where import_id = $1 order by n',
      book.id,
    )
    expect(rows.map(({ cells }) => cells)).toEqual([
      ['', '', ''],
      [`very.${address}`, 'Very', 'As (erased) said'],
    ])
    const { history } = await get<{ history: { deed: string; about: string }[] }>('/history?which=all&limit=10')
    expect(history.find(({ deed }) => deed === 'eraseAddress')?.about).toBe('1 submission, 1 unfinished entry')
  })
})
