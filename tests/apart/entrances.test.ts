import { randomUUID } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { beforeAll, describe, expect, it } from 'vitest'
import { api, applied, releasedForm, send, smallForm } from '../support/api'
import { figure, query } from '../support/database'
import { readFacts } from '../support/facts'
import { listActions, listRoutes } from '../support/routes'
import { signIn } from '../support/session'
import { makeWorkspace, type OtherWorkspace } from '../support/workspace'

const facts = readFacts()
const slug = `guard-${Date.now().toString(36)}`
const rehearsal = randomUUID()
const SECRET = `kept-${slug}`

/** Who may come in by each route that is not a page; a new one must be put here, and thought about. */
const HANDLERS: Record<string, 'anybody' | 'token' | 'member'> = {
  '/api/auth/[...all]': 'anybody',
  '/api/empty': 'anybody',
  '/api/enter': 'anybody',
  '/api/health': 'anybody',
  '/api/openapi.json': 'anybody',
  '/api/v1/[...path]': 'token',
  '/exports/people': 'member',
  '/exports/submissions': 'member',
  '/files/[id]/[name]': 'member',
  '/lists/[list]': 'member',
  '/pictures/[id]/[file]': 'anybody',
  '/preview/[slug]': 'member',
  '/preview/[slug]/[sheet]': 'member',
  '/schemas/form.json': 'anybody',
}

/** Lists that are fetched page by page. */
const LISTS = ['forms', 'submissions', 'unfinished', 'people', 'companies', 'deliveries']

/** Pages for people who are not signed in. */
const OPEN = new Set(['/', '/sign-in', '/forgot', '/enter/[token]'])

describe('every entrance', () => {
  const routes = listRoutes()
  let ids: {
    submission: string
    spam: string
    contact: string
    company: string
    delivery: string
    link: string
    token: string
  }
  let other: OtherWorkspace

  const fill = (path: string): string =>
    path
      .replace('/arrivals/[id]', `/arrivals/${ids.submission}`)
      .replace('/people/companies/[id]', `/people/companies/${ids.company}`)
      .replace('/people/[id]', `/people/${ids.contact}`)
      .replace('[slug]', slug)
  const pages = () => [
    ...routes.filter(({ is, path }) => is === 'page' && !OPEN.has(path)).map(({ path }) => fill(path)),
    `/preview/${slug}`,
    `/preview/${slug}/look-00.css`,
    ...['people', 'submissions'].map((of) => `/exports/${of}?format=csv`),
    ...LISTS.map((list) => `/lists/${list}?which=all`),
  ]

  beforeAll(async () => {
    await releasedForm(facts, slug, { ...smallForm, title: SECRET })
    const sent = await send(facts, slug, { first_name: SECRET, email: `${SECRET}@guard.example` })
    const { contact, deliveries } = await applied(facts, sent.body.submission)
    await api(facts, 'POST', `/contacts/${contact}/links`, { form: slug })
    const one = async (text: string, values: unknown[]) =>
      (await query<{ id: string }>(facts.database, text, values))[0]?.id ?? ''
    const spam = await send({ url: facts.url }, slug, { first_name: SECRET, email: `machine@guard.example` })
    ids = {
      submission: sent.body.submission,
      spam: spam.body.submission,
      contact,
      company: await one(
        `insert into record (workspace_id, type, key, title, "values", created_at, updated_at)
         select workspace_id, 'company', $1, $1, jsonb_build_object('name', $1::text), now(), now() from form where slug = $2
         returning id`,
        [SECRET, slug],
      ),
      delivery: deliveries[0]?.id ?? '',
      link: await one('select id from personal_link where contact_id = $1', [contact]),
      token: await one('select t.id from api_token t join form f using (workspace_id) where f.slug = $1 limit 1', [
        slug,
      ]),
    }
    other = await makeWorkspace(facts)
    const kept = { title: 'Kept', values: {} }
    await api(facts, 'PUT', `/forms/${slug}/rehearsals/${rehearsal}`, kept)
  })

  it('of the studio is made by the functions that ask for the member', () => {
    const unasked = routes.filter(({ is, path, file }) => {
      const text = readFileSync(file, 'utf8')
      if (is === 'route') return !HANDLERS[path]
      if (is === 'page') return !OPEN.has(path) && !/export default (?:memberPage|foundPage)\(/.test(text)
      return file !== 'src/app/layout.tsx' && !text.includes('export default memberLayout(')
    })
    expect(unasked.map(({ file }) => file)).toEqual([])
    const files = readdirSync('src/studio', { recursive: true, encoding: 'utf8' }).filter((file) =>
      /\.tsx?$/.test(file),
    )
    const actions = files.filter((file) => readFileSync(`src/studio/${file}`, 'utf8').includes("'use server'"))
    expect(actions.length).toBeGreaterThan(4)
    for (const file of actions) {
      const exported = [...readFileSync(`src/studio/${file}`, 'utf8').matchAll(/^export (?!type|interface)(.*)$/gm)]
      for (const [, text] of exported)
        expect([file, text]).toEqual([
          file,
          expect.stringMatching(/^const \w+ = (?:memberAction|deedAction|changeAction)\(/),
        ])
    }
  })

  const asked: [string, Record<string, string>][] = [
    ['a browser', {}],
    ['a router', { rsc: '1' }],
    ['a router that prefetches', { rsc: '1', 'next-router-prefetch': '1', 'next-router-segment-prefetch': '/_tree' }],
    [
      'a router that says it has the layouts already',
      {
        rsc: '1',
        'next-router-state-tree': encodeURIComponent(
          JSON.stringify([
            '',
            { children: ['(studio)', { children: ['bench', { children: ['__PAGE__', {}] }] }] },
            null,
            'refetch',
          ]),
        ),
      },
    ],
  ]
  it.each(asked)('shows a stranger nothing, asked as %s', async (_, headers) => {
    for (const path of pages())
      for (const cookie of ['', 'lichen.session_token=forged.AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA%3D']) {
        const response = await fetch(facts.url + path, {
          redirect: 'manual',
          headers: { ...headers, ...(cookie ? { cookie } : {}) },
        })
        const text = await response.text()
        expect([
          path,
          text.includes(SECRET),
          text.includes('tarnfield.example'),
          /[\w.-]@[\w.-]+\.(?:example|test)/.test(text),
        ]).toEqual([path, false, false, false])
        expect([path, response.status]).not.toEqual([path, 500])
      }
  })

  it('shows a member everything, and another workspace’s member nothing of it', async () => {
    const cookie = await signIn(facts)
    for (const path of pages()) {
      const own = await fetch(facts.url + path, { headers: { cookie } })
      expect([path, own.status]).toEqual([path, 200])
      const theirs = await fetch(facts.url + path, { headers: { cookie: other.cookie } })
      const text = await theirs.text()
      expect([path, text.includes(SECRET), text.includes('tarnfield.example')]).toEqual([path, false, false])
      if (
        path.includes(slug) ||
        path.includes(ids.submission) ||
        path.includes(ids.contact) ||
        path.includes(ids.company)
      )
        expect([path, theirs.status]).toEqual([path, 404])
    }
    for (const cookie of [other.cookie, ''])
      expect((await fetch(`${facts.url}/preview/${slug}`, { headers: { cookie } })).status).toBe(404)
    for (const path of ['/lists/constructor', '/lists/people?after=x', '/lists/deliveries?which=none'])
      expect([path, [400, 404].includes((await fetch(facts.url + path, { headers: { cookie } })).status)]).toEqual([
        path,
        true,
      ])
  })

  it('by the API keeps one workspace from another, operation by operation', async () => {
    const openapi = (await (await fetch(`${facts.url}/api/openapi.json`)).json()) as {
      paths: Record<string, Record<string, object>>
    }
    for (const [path, methods] of Object.entries(openapi.paths))
      for (const method of Object.keys(methods)) {
        const id = path.startsWith('/contacts') ? ids.contact : ids.submission
        const at = `/api/v1${path.replace('{slug}', slug).replace('{of}', slug).replace('{id}', id).replace('{name}', 'tarnfield_crm').replace('{record}', 'deal')}`
        const call = (authorization?: string) =>
          fetch(facts.url + at, {
            method: method.toUpperCase(),
            headers: { 'content-type': 'application/json', ...(authorization ? { authorization } : {}) },
            ...(method === 'get' ? {} : { body: JSON.stringify({ ...smallForm, form: slug, values: {} }) }),
          })
        const name = `${method} ${path}`
        for (const authorization of [undefined, 'Bearer x', `Bearer lichen_${'A'.repeat(32)}`])
          expect([name, (await call(authorization)).status]).toEqual([name, 401])
        const theirs = await call(`Bearer ${other.token}`)
        const text = await theirs.text()
        expect([name, text.includes(SECRET)]).toEqual([name, false])
        if (path.includes('{')) expect([name, [404, 422].includes(theirs.status)]).toEqual([name, true])
      }
  })

  it('by an action does nothing for a stranger, nor for another workspace’s member', async () => {
    const before = await state()
    expect(before.rehearsals).toEqual([{ title: 'Kept' }])
    expect(before.spam).toEqual([{ state: 'spam', settled_at: null }])
    const given = [
      [],
      [null],
      [{ id: ids.delivery }],
      [{ id: ids.submission }],
      [{ id: ids.link }],
      [{ id: ids.spam }],
      [{ ids: [ids.spam], settled: true }],
      [{ id: ids.token }],
      [{ id: rehearsal }],
      [{ slug, id: rehearsal, title: 'Evil', values: {} }],
      [{ id: ids.contact, form: slug }],
      [{ slug, from: 1 }],
      [{ slug, values: {} }],
      [{ of: slug, name: 'Evil' }],
      [{ which: 'all' }, null],
      [slug, smallForm, 1],
      [slug, smallForm, {}, {}, null],
      [{}, null],
      ['', null],
      ['desk', 'Evil'],
      [{ mail: 'refuses' }],
      [{ name: 'tarnfield_crm' }],
      [
        {
          name: 'tarnfield_crm',
          title: 'Evil',
          settings: { url: 'https://evil.example' },
          everyForm: true,
          retired: true,
        },
      ],
      [{ timeZone: 'Asia/Tokyo' }],
      [{ sites: ['https://evil.example'] }],
      [{ title: 'Evil', target: 'webhook', settings: { url: 'https://evil.example' } }],
    ]
    const call = async (cookie: string, { id, path }: { id: string; path: string }, args: unknown) => {
      const response = await fetch(facts.url + path, {
        method: 'POST',
        redirect: 'manual',
        headers: {
          'next-action': id,
          'content-type': 'text/plain;charset=UTF-8',
          origin: facts.url,
          ...(cookie ? { cookie } : {}),
        },
        body: JSON.stringify(args),
      })
      const text = await response.text()
      expect([path, args, text.includes(SECRET), response.status >= 500]).toEqual([path, args, false, false])
    }
    for (const cookie of ['', other.cookie])
      for (const action of listActions(fill)) await Promise.all(given.map((args) => call(cookie, action, args)))
    expect(await state()).toEqual(before)
    const bench = (await (await fetch(`${facts.bench}/`)).json()) as { switches: object }
    expect(bench.switches).toEqual({ mail: 'works', crm: 'works', hook: 'works' })
  }, 240_000)

  /** What belongs to the first workspace and could have been changed. */
  const state = async () => ({
    revision: await figure(facts.database, 'select draft_revision from form where slug = $1', [slug]),
    releases: await figure(
      facts.database,
      'select count(*) from release r join form f on f.id = r.form_id where slug = $1',
      [slug],
    ),
    links: await figure(
      facts.database,
      'select count(*) from personal_link where withdrawn_at is null and contact_id = $1',
      [ids.contact],
    ),
    token: await figure(facts.database, 'select count(*) from api_token where withdrawn_at is null and id = $1', [
      ids.token,
    ]),
    spam: await query(facts.database, 'select state, settled_at from submission where id = $1', [ids.spam]),
    rehearsals: await query(
      facts.database,
      'select title from rehearsal h join form f on f.id = h.form_id where slug = $1',
      [slug],
    ),
    desks: await figure(
      facts.database,
      'select count(*) from desk d join form f using (workspace_id) where slug = $1',
      [slug],
    ),
    sites: await query(
      facts.database,
      'select sites from workspace w join form f on f.workspace_id = w.id where slug = $1',
      [slug],
    ),
    connections: await query(
      facts.database,
      'select c.name, title, settings, retired, tried from connection c join form f using (workspace_id) where slug = $1 order by 1',
      [slug],
    ),
  })
})
