import { readdirSync, readFileSync } from 'node:fs'
import { beforeAll, describe, expect, it } from 'vitest'
import { smallForm } from '../support/api'
import { readFacts } from '../support/facts'
import { makeOurs, type Ours, SECRET } from '../support/ours'
import { listRoutes } from '../support/routes'
import { signIn } from '../support/session'
import { makeWorkspace, type OtherWorkspace } from '../support/workspace'

const facts = readFacts()

/** Who may come in by each route that is not a page; a new one must be put here, and thought about. */
const HANDLERS: Record<string, 'anybody' | 'token' | 'member'> = {
  '/api/auth/[...all]': 'anybody',
  '/api/empty': 'anybody',
  '/api/enter': 'anybody',
  '/api/health': 'anybody',
  '/api/openapi.json': 'anybody',
  '/api/v1/[...path]': 'token',
  '/exports/history': 'member',
  '/exports/left-out': 'member',
  '/exports/links': 'member',
  '/exports/members': 'member',
  '/exports/people': 'member',
  '/exports/person': 'member',
  '/exports/submissions': 'member',
  '/files/[id]/[name]': 'member',
  '/lists/[list]': 'member',
  '/pictures/[id]/[file]': 'anybody',
  '/preview/[slug]': 'member',
  '/preview/[slug]/[sheet]': 'member',
  '/schemas/form.json': 'anybody',
}

/** Lists that are fetched page by page. */
const LISTS = [
  'forms',
  'submissions',
  'unfinished',
  'people',
  'companies',
  'deals',
  'requests',
  'history',
  'deliveries',
]

/** Pages for people who are not signed in. */
const OPEN = new Set(['/', '/sign-in', '/sign-up', '/forgot', '/enter/[token]', '/workspaces'])

describe('every entrance', () => {
  const routes = listRoutes()
  let ours: Ours
  let other: OtherWorkspace

  const pages = () => [
    ...routes.filter(({ is, path }) => is === 'page' && !OPEN.has(path)).map(({ path }) => ours.at(path)),
    `/preview/${ours.slug}`,
    `/preview/${ours.slug}/look-00.css`,
    ...['people', 'submissions', 'history'].map((of) => `/exports/${of}?format=csv`),
    ours.at('/exports/person?format=json&id=[id]'),
    ...LISTS.map((list) => `/lists/${list}?which=all`),
  ]

  beforeAll(async () => {
    ours = await makeOurs()
    other = await makeWorkspace(facts)
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
        path.includes(ours.slug) ||
        path.includes(ours.submission) ||
        path.includes(ours.contact) ||
        path.includes(ours.company)
      )
        expect([path, theirs.status]).toEqual([path, 404])
    }
    for (const cookie of [other.cookie, ''])
      expect((await fetch(`${facts.url}/preview/${ours.slug}`, { headers: { cookie } })).status).toBe(404)
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
        const id = path.startsWith('/contacts')
          ? ours.contact
          : path.startsWith('/link-sheets')
            ? ours.sheet
            : ours.submission
        const at = `/api/v1${path.replace('{slug}', ours.slug).replace('{of}', ours.slug).replace('{id}', id).replace('{name}', 'tarnfield_crm').replace('{record}', 'deal')}`
        const call = (authorization?: string) =>
          fetch(facts.url + at, {
            method: method.toUpperCase(),
            headers: { 'content-type': 'application/json', ...(authorization ? { authorization } : {}) },
            ...(method === 'get' ? {} : { body: JSON.stringify({ ...smallForm, form: ours.slug, values: {} }) }),
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
})
