import fc from 'fast-check'
import { get } from 'node:http'
import { randomUUID } from 'node:crypto'
import { text } from 'node:stream/consumers'
import { beforeAll, describe, expect, it } from 'vitest'
import type { FormInput } from '@/core/form/definition'
import { hasCheckCharacter } from '@/core/formats/check_character'
import { api, applied, releasedForm, send } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { openPage } from '../support/page'

const facts = readFacts()
const mark = Date.now().toString(36)
const [asking, telling, noted, numbered] = [`ask-${mark}`, `tell-${mark}`, `note-${mark}`, `number-${mark}`]

const email = { kind: 'email' as const, name: 'email', label: 'Email', required: true, lands: [{ field: 'email' }] }

/** What is stored of somebody comes by this one. */
const askingForm: FormInput = {
  title: 'Ask',
  steps: [
    {
      name: 'all',
      title: 'All',
      questions: [
        { kind: 'short_text', name: 'first_name', label: 'First name', lands: [{ field: 'first_name' }] },
        { kind: 'company', name: 'house', label: 'House', lands: [{ record: 'company', field: 'name' }] },
        email,
        { kind: 'consent', name: 'letter', label: 'Letter', wording: 'Send me Firing notes.' },
      ],
    },
  ],
  records: { company: true, deal: { title: 'Kiln of {{ first_name }}' } },
  joins: [{ list: 'glaze_club', consent: 'letter' }],
}

/** This one tells it to whoever may know. */
const tellingForm: FormInput = {
  title: 'Tell',
  remembers: true,
  intro:
    '[{{ house | default: "-" }}|{{ deal | default: "-" }}|{{ request | default: "-" }}|{{ listed | default: "-" }}|{{ last | default: "-" }}]',
  steps: [
    {
      name: 'all',
      title: 'All',
      questions: [
        { kind: 'short_text', name: 'first_name', label: 'Name', fill: [{ from: 'record', field: 'first_name' }] },
        { ...email, fill: [{ from: 'record', field: 'email' }] },
        {
          kind: 'several_choices',
          name: 'wares',
          label: 'Wares',
          options: ['glass', 'clay', 'stone'].map((value) => ({ value, label: value })),
          fill: [{ from: 'link', parameter: 'ware' }],
        },
      ],
    },
  ],
  carried: [
    { name: 'house', label: 'House', fill: [{ from: 'record', record: 'company', field: 'name' }] },
    { name: 'deal', label: 'Deal', fill: [{ from: 'record', record: 'deal', field: 'title' }] },
    { name: 'request', label: 'Request', fill: [{ from: 'record', record: 'request', field: 'title' }] },
    { name: 'listed', label: 'Listed', fill: [{ from: 'list', list: 'glaze_club' }] },
    { name: 'last', label: 'Last', fill: [{ from: 'last_sent', form: asking }] },
    { name: 'around', label: 'Around', fill: [{ from: 'framing_page', parameter: 'shop' }, { from: 'framing_page' }] },
    {
      name: 'zone',
      label: 'Zone',
      fill: [
        { from: 'browser', what: 'zone' },
        { from: 'constant', value: 'untold' },
      ],
    },
    { name: 'code', label: 'Code', fill: [{ from: 'random_code', length: 8 }] },
    { name: 'network', label: 'Network', fill: [{ from: 'server', what: 'network_shortened' }] },
    { name: 'release', label: 'Release', fill: [{ from: 'form', what: 'release' }] },
  ],
}

interface Person {
  name: string
  house: string
  email: string
  url: string
  k: string
  /** What a browser of theirs keeps to be known again. */
  known: string
}

const people: Person[] = []
/** What the page says, and not how it says it anew. */
const introOf = (html: string) => /\[([^[\]{]*\|[^[\]{]*)\]/.exec(html)?.[1]

/** Has a browser of whoever holds this link know them again; gives what it keeps. */
async function knownAgain(email: string, k: string): Promise<string> {
  const { data } = await openPage(facts, `/f/${telling}?k=${k}`)
  const response = await fetch(`${facts.url}/f/${telling}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ ...data, k, remember: 'yes', values: { email } }),
  })
  return (
    response.headers
      .getSetCookie()
      .find((one) => one.startsWith('lichen_remembered_'))
      ?.split(';')[0] ?? ''
  )
}

beforeAll(async () => {
  await releasedForm(facts, asking, askingForm)
  await releasedForm(facts, telling, tellingForm)
  for (const n of [1, 2, 3]) {
    const person = { name: `Nameof${n}${mark}`, house: `Houseof${n}${mark}`, email: `mail@known${n}${mark}.example` }
    const { name: first_name, house } = person
    const sent = await send(facts, asking, { first_name, house, email: person.email, letter: n !== 2 })
    const { contact } = await applied(facts, sent.body.submission)
    const link = await api<{ url: string; k: string }>(facts, 'POST', `/contacts/${contact}/links`, { form: telling })
    people.push({ ...person, ...link.body, known: await knownAgain(person.email, link.body.k) })
  }
})

describe('what is stored of somebody', () => {
  it('is told to the holder of a personal link: of their company, their last deal, their lists, and when they sent what', async () => {
    const [first, second] = people
    const { html } = await openPage(facts, new URL(first?.url ?? '').pathname + new URL(first?.url ?? '').search)
    const [day] = await query<{ day: string }>(
      facts.database,
      `select (now() at time zone time_zone)::date::text as day from workspace join form on form.workspace_id = workspace.id where slug = $1`,
      [telling],
    )
    expect(introOf(html)).toBe(`${first?.house}|Kiln of ${first?.name}|-|Yes|${day?.day}`)
    expect(html).toContain(`value="${first?.name}"`)
    const other = await openPage(facts, `/f/${telling}?k=${second?.k}`)
    expect(introOf(other.html)).toContain('|No|')
  })

  it('is told to nobody else, whatever an address, cookies and parameters say', async () => {
    const secrets = people.map(({ name, house, email }) => [name, house, email])
    const claim = fc.oneof(
      fc.constant(''),
      fc.record({
        who: fc.nat(2),
        how: fc.constantFrom('email', 'first_name', 'house', 'contact', 'id', 'k', 'personal'),
      }),
    )
    const key = fc.option(
      fc.record({ who: fc.nat(2), spoilt: fc.boolean(), by: fc.constantFrom('address', 'cookie', 'both') }),
      { nil: null },
    )
    const browser = fc.option(fc.record({ who: fc.nat(2), spoilt: fc.boolean() }), { nil: null })
    const cookies = fc.constantFrom('', 'lichen_visit=x.y', 'lichen_before=x.y', 'lichen_link=x')
    await fc.assert(
      fc.asyncProperty(
        key,
        browser,
        fc.array(claim, { maxLength: 4 }),
        cookies,
        async (held, known, claims, cookie) => {
          const asked = new URLSearchParams()
          const theirs = held && people[held.who]
          // One letter otherwise is another secret, and nobody’s.
          const k = theirs ? (held.spoilt ? theirs.k.replace(/^./, (one) => (one === 'A' ? 'B' : 'A')) : theirs.k) : ''
          for (const one of claims) {
            const person = one === '' ? undefined : people[one.who]
            if (one === '' || !person || one.how === 'personal') asked.append('personal', '')
            else if (one.how !== 'k') asked.append(one.how, one.how === 'email' ? 'nobody@known.example' : 'claimed')
          }
          if (theirs && held.by !== 'cookie') asked.set('k', k)
          if (theirs && held.by !== 'address') asked.set('personal', '')
          const brought = theirs && held.by !== 'address' ? `lichen_link=${k}; ${cookie}` : cookie
          // A proof of somebody else’s, one letter otherwise, is nobody’s.
          const kept = known && people[known.who]?.known
          const remembered = known?.spoilt ? kept?.replace(/.$/, (one) => (one === 'A' ? 'Q' : 'A')) : kept
          const cookies = [brought, remembered].filter(Boolean).join('; ')
          const response = await fetch(`${facts.url}/f/${telling}?${asked}`, { headers: { cookie: cookies } })
          const sent = `${[...response.headers].flat().join('\n')}\n${await response.text()}`
          expect(response.status).toBe(200)
          secrets.forEach((own, index) => {
            const byLink = held !== null && !held.spoilt
            const who = byLink ? held.who : known !== null && !known.spoilt ? known.who : null
            const isTheirs = who === index
            for (const secret of own) expect([secret, sent.includes(secret)]).toEqual([secret, isTheirs])
          })
        },
      ),
      { numRuns: 60 },
    )
  })
})

describe('what a page and a link tell', () => {
  const submitted = async (more: Parameters<typeof send>[3]) => {
    const { body } = await send(facts, telling, { email: `${Math.random()}@told.example`, wares: ['clay'] }, more)
    return applied(facts, body.submission)
  }
  it('lands with where it came from; a code is sound, and the same when the visit sends again', async () => {
    const frame = 'https://ring.example/kilns?shop=north'
    const told = await submitted({ zone: 'Europe/Oslo', frame })
    expect(told.values).toMatchObject({ around: 'north', zone: 'Europe/Oslo', release: '1' })
    expect(told.origins).toMatchObject({ around: 'browser', zone: 'browser', code: 'generated', release: 'form' })
    expect(told.origins).toMatchObject({ network: 'server' })
    expect(hasCheckCharacter(String(told.values.code))).toBe(true)
    const odd = await submitted({ zone: 'Mars/Olympus', frame: 'javascript:alert(1)' })
    expect(odd.values).toMatchObject({ zone: 'untold' })
    expect(odd.values).not.toHaveProperty('around')
    expect(odd.values.code).not.toBe(told.values.code)

    const { data } = await openPage(facts, `/f/${telling}`)
    const again = () =>
      send(facts, telling, { email: `again-${mark}@told.example` }, { visit: data.visit, proof: data.proof })
    const [one, two] = [await again(), await again()]
    expect([two.status, two.body.submission]).toEqual([200, one.body.submission])
  })
  it('is told of the page around where a browser tells it, and of no other', async () => {
    const { pathname } = new URL(`${facts.url}/f/${telling}`)
    const page = (dest: string) =>
      new Promise<string>((done, fail) => {
        const headers = { referer: 'https://ring.example/kilns?shop=north', 'sec-fetch-dest': dest }
        get(facts.url + pathname, { headers }, (response) => {
          text(response).then(done, fail)
        }).on('error', fail)
      })
    expect(await page('iframe')).toContain('name="_frame" value="https://ring.example/kilns?shop=north"')
    expect(await page('document')).not.toContain('_frame')
  })
  it('holds all that stands in it more than once', async () => {
    const { html } = await openPage(facts, `/f/${telling}?ware=stone&ware=clay`)
    const chosen = [...html.matchAll(/value="(glass|clay|stone)"[^>]* checked/g)].map(([, ware]) => ware)
    const checked = [...html.matchAll(/checked[^>]* value="(glass|clay|stone)"/g)].map(([, ware]) => ware)
    expect(new Set([...chosen, ...checked])).toEqual(new Set(['clay', 'stone']))
    const { origins } = await submitted({ link: { ware: ['clay'] } })
    expect(origins.wares).toBe('link')
  })
})

describe('what visitors brought', () => {
  it('is noted where no source had it, or nobody reads it', async () => {
    await releasedForm(facts, noted, tellingForm)
    const findings = async () =>
      (await api<{ findings: { severity: string; text: string }[] }>(facts, 'GET', `/forms/${noted}/findings`)).body
        .findings
    await openPage(facts, `/f/${noted}?utm_souce=ring&utm_source=ring&ware=clay`)
    const text = 'Links of one visit of the last 30 days said “utm_souce”, and nothing reads it.'
    expect(await findings()).toContainEqual(expect.objectContaining({ severity: 'note', text }))
    expect((await findings()).filter(({ text }) => text.includes('no source had anything'))).toEqual([])
    const many = Array.from({ length: 20 }, (_, n) => send(facts, noted, { email: `${n}-${mark}@many.example` }))
    for (const { body } of await Promise.all(many)) await applied(facts, body.submission)
    expect((await findings()).filter(({ text }) => text.includes('no source had anything'))).toContainEqual(
      expect.objectContaining({
        severity: 'note',
        text: expect.stringContaining('“Request” was in none of the last '),
      }),
    )
  })
})

describe('a running number', () => {
  const values = (n: number) => ({ email: `n${n}-${mark}@numbered.example` })
  const numbers = async () =>
    (
      await query<{ box: string | null }>(
        facts.database,
        `select "values" ->> 'box' as box from submission join form on form.id = form_id
         where slug = $1 and submission.state = 'applied' order by ("values" ->> 'box')::integer`,
        [numbered],
      )
    ).map(({ box }) => box)
  beforeAll(() =>
    releasedForm(facts, numbered, {
      title: 'Number',
      steps: [{ name: 'all', title: 'All', questions: [email] }],
      carried: [
        { name: 'box', label: 'Box', fill: [{ from: 'running_number' }] },
        { name: 'desk', label: 'Desk', fill: [{ from: 'form', what: 'desk' }] },
      ],
      records: { request: { title: 'Box {{ box | default: "?" }}' } },
      routing: { otherwise: { desk: 'advice_line', message: 'notice' } },
      messages: [{ name: 'notice', title: 'Notice', to: 'desk', subject: 'Box {{ box | default: "?" }}', body: '-' }],
    }),
  )
  it('has no gap, however many come at once, and a test takes none', async () => {
    const all = await Promise.all(Array.from({ length: 30 }, (_, n) => send(facts, numbered, values(n))))
    const tested = await api<{ submission: string }>(facts, 'POST', `/forms/${numbered}/tests`, { values: values(99) })
    const test = await applied(facts, tested.body.submission)
    expect(test.values).not.toHaveProperty('box')
    const last = await applied(facts, (await send(facts, numbered, values(100))).body.submission)
    for (const { body } of all) await applied(facts, body.submission)
    expect(await numbers()).toEqual([...Array.from({ length: 31 }, (_, n) => String(n + 1)), null])
    const box = String(last.values.box)
    expect(last.values.desk).toBe('Advice line')
    expect(last.origins).toMatchObject({ box: 'generated', desk: 'form' })
    // The same answers on the same visit are told the same, whatever was settled since.
    const visit = randomUUID()
    const again = () => send({ url: facts.url }, numbered, values(101), { visit })
    const first = await again()
    await api(facts, 'POST', `/submissions/${first.body.submission}/real`)
    expect((await applied(facts, first.body.submission)).values.box).toBe('32')
    const second = await again()
    expect([second.status, second.body.submission]).toEqual([200, first.body.submission])
    const other = await send({ url: facts.url }, numbered, values(102), { visit })
    expect(other.status).toBe(409)
    const [request] = await query<{ title: string }>(
      facts.database,
      `select title from record join record_change c on c.record_id = record.id
       where c.cause_id = $1 and record.type = 'request' limit 1`,
      [last.id],
    )
    expect(request?.title).toBe(`Box ${box}`)
  })
})
