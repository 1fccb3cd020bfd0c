import { readFileSync } from 'node:fs'
import { beforeAll, describe, expect, it } from 'vitest'
import { RIGHT_NAMES, type Right } from '@/core/rights/right'
import { type Role, ROLE_NAMES, rightsOf } from '@/core/rights/role'
import { api, releasedForm, send, smallForm } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { makeOurs, type Ours, SECRET } from '../support/ours'
import { listActions, listRoutes } from '../support/routes'
import { makeMember, makeToken, makeWorkspace, type OtherWorkspace } from '../support/workspace'

const facts = readFacts()

/** The right that each page takes; a new page must be put here, and thought about. */
const PAGES: Record<string, Right> = {
  '/account': 'read',
  '/arrivals': 'people',
  '/arrivals/[id]': 'people',
  '/bench': 'people',
  '/forms': 'read',
  '/forms/[slug]': 'read',
  '/forms/[slug]/compose': 'read',
  '/forms/[slug]/dispatch': 'read',
  '/forms/[slug]/readout': 'read',
  '/forms/[slug]/records': 'read',
  '/forms/[slug]/rehearse': 'people',
  '/forms/[slug]/release': 'read',
  '/forms/[slug]/release/in/[name]': 'people',
  '/forms/[slug]/settings': 'release',
  '/forms/begin': 'edit',
  '/outbox': 'people',
  '/people': 'people',
  '/people/[id]': 'people',
  '/people/companies': 'people',
  '/people/errands/[id]': 'people',
  '/people/segments': 'people',
  '/people/segments/[name]': 'people',
  '/people/companies/[id]': 'people',
  '/people/deals': 'people',
  '/people/doubles': 'people',
  '/people/lists': 'people',
  '/people/lists/[name]': 'people',
  '/people/proposals': 'people',
  '/people/imports': 'people',
  '/people/imports/[id]': 'people',
  '/people/merge': 'answer',
  '/people/opened/[id]': 'people',
  '/people/requests': 'people',
  '/people/sheets': 'people',
  '/people/sheets/[id]': 'people',
  '/people/sheets/new': 'answer',
  '/settings': 'read',
  '/settings/history': 'people',
  '/settings/members': 'own',
}

/** The right that each list and download of the studio takes. */
const FETCHED: Record<string, Right> = {
  '/exports/history?format=jsonl': 'people',
  '/exports/left-out?format=jsonl&import=[import]': 'people',
  '/exports/links?format=jsonl&id=[sheet]': 'answer',
  '/exports/members?format=jsonl&list=firing_notes': 'people',
  '/exports/people?format=jsonl': 'people',
  '/exports/person?format=json&id=[id]': 'people',
  '/exports/submissions?format=jsonl': 'people',
  '/lists/companies': 'people',
  '/lists/deals': 'people',
  '/lists/deliveries?which=all': 'people',
  '/lists/forms': 'read',
  '/lists/links?id=[sheet]': 'people',
  '/lists/history?which=all': 'people',
  '/lists/people': 'people',
  '/lists/requests': 'people',
  '/lists/submissions': 'people',
  '/lists/unfinished': 'people',
  '/preview/[slug]': 'read',
}

/** Pages for people who are not signed in, or in no workspace in particular. */
const OPEN = new Set(['/', '/sign-in', '/sign-up', '/forgot', '/enter/[token]', '/workspaces'])

/** What tells somebody who answered from everybody else. */
const PERSON = `${SECRET}@guard.example`

describe('each role', () => {
  let ours: Ours
  let other: OtherWorkspace
  const cookies = {} as Record<Role, string>
  let handle = ''
  const filled = `filled-${Date.now().toString(36)}`

  beforeAll(async () => {
    ours = await makeOurs()
    const [first] = smallForm.steps
    const name = { ...first?.questions?.[0], fill: [{ from: 'record', field: 'first_name' }] }
    await releasedForm(facts, filled, {
      ...smallForm,
      steps: [{ ...first, questions: [name] }, ...smallForm.steps.slice(1)],
    } as typeof smallForm)
    other = await makeWorkspace(facts)
    const [workspace] = await query<{ id: string; handle: string }>(
      facts.database,
      'select w.id, handle from workspace w join form f on f.workspace_id = w.id where slug = $1',
      [ours.slug],
    )
    handle = workspace?.handle ?? ''
    for (const role of ROLE_NAMES) cookies[role] = (await makeMember(facts, workspace?.id ?? '', role)).cookie
  })

  const ask = (path: string, cookie: string, headers: Record<string, string> = {}) =>
    fetch(facts.url + path, { headers: { cookie, ...headers }, redirect: 'manual' })

  it('has every page of the studio put down here', () => {
    const pages = listRoutes().filter(({ is, path }) => is === 'page' && !OPEN.has(path))
    expect(pages.map(({ path }) => path).toSorted()).toEqual(Object.keys(PAGES).toSorted())
    for (const { path, file } of pages)
      expect([path, readFileSync(file, 'utf8')]).toEqual([
        path,
        expect.stringMatching(
          new RegExp(`export default (?:memberPage|foundPage)\\(\\s*'${PAGES[path] ?? ''}'`),
        ) as string,
      ])
  })

  it.each(ROLE_NAMES)('as %s sees the pages it may, and is told who can give it of the others', async (role) => {
    for (const [pattern, right] of Object.entries(PAGES)) {
      const path = ours.at(pattern)
      const may = rightsOf(role).has(right)
      const answered = await ask(path, cookies[role])
      const text = await answered.text()
      const leadsOn = pattern === '/forms/[slug]' ? 307 : 200
      expect([path, answered.status]).toEqual([path, may ? leadsOn : 403])
      expect([path, text.includes('Your role does not reach this')]).toEqual([path, !may])
      if (!may) expect(text).toMatch(/can change that/)
      if (!rightsOf(role).has('people')) expect([path, text.includes(PERSON)]).toEqual([path, false])
      // A router that asks for a part of the page gets no more of it.
      const part = await (await fetch(facts.url + path, { headers: { cookie: cookies[role], rsc: '1' } })).text()
      if (!rightsOf(role).has('people')) expect([path, part.includes(PERSON)]).toEqual([path, false])
      expect([path, part.includes('Your role does not reach this')]).toEqual([path, !may])
    }
  })

  it.each(ROLE_NAMES)('as %s fetches the lists and files it may', async (role) => {
    for (const [pattern, right] of Object.entries(FETCHED)) {
      const path = ours.at(pattern)
      const may = rightsOf(role).has(right)
      const answered = await ask(path, cookies[role])
      expect([path, answered.status]).toEqual([path, may ? 200 : 403])
      if (!rightsOf(role).has('people')) expect([path, (await answered.text()).includes(PERSON)]).toEqual([path, false])
    }
    // Whose view a preview is asked for, only those see who may see people.
    const seen = await (await ask(`/preview/${filled}?contact=${ours.contact}`, cookies[role])).text()
    expect([role, seen.includes(SECRET)]).toEqual([role, rightsOf(role).has('people')])
    const picture = await fetch(`${facts.url}/pictures?name=x.png`, {
      method: 'POST',
      headers: { cookie: cookies[role] },
      body: 'no picture',
    })
    expect([role, picture.status]).toEqual([role, rightsOf(role).has('edit') ? 415 : 403])
    const book = await fetch(`${facts.url}/imports?name=x.csv`, { method: 'POST', headers: { cookie: cookies[role] } })
    expect([role, book.status]).toEqual([role, rightsOf(role).has('answer') ? 422 : 403])
  })

  it('is one’s own workspace’s: at the address of another there is nothing, and nobody is told that there is', async () => {
    for (const pattern of [...Object.keys(PAGES), ...Object.keys(FETCHED)]) {
      const path = ours.at(pattern)
      for (const place of [`/in/${handle}`, '/in/nowhere-123456']) {
        const answered = await ask(place + path, other.cookie)
        const text = await answered.text()
        expect([place, path, answered.status, text.includes(SECRET)]).toEqual([place, path, 404, false])
      }
      expect([path, (await ask(`/in/${handle}${path}`, cookies.owner)).status]).toEqual([
        path,
        pattern === '/forms/[slug]' ? 307 : 200,
      ])
    }
  })

  /** Somebody who is an owner elsewhere, and an analyst of ours. */
  async function makeTwofold() {
    const both = await makeMember(facts, other.id, 'owner')
    const [{ id } = { id: '' }] = await query<{ id: string }>(
      facts.database,
      'select workspace_id as id from form where slug = $1',
      [ours.slug],
    )
    await query(facts.database, `insert into member (workspace_id, user_id, role) values ($1, $2, 'analyst')`, [
      id,
      both.id,
    ])
    return both
  }

  it('of somebody who belongs to two is that of the workspace that the address names, and none without one', async () => {
    const both = await makeTwofold()
    expect((await ask(`/in/${handle}/people`, both.cookie)).status).toBe(403)
    expect((await ask(`/in/${handle}/forms`, both.cookie)).status).toBe(200)
    const led = await ask(`/forms/${ours.slug}/readout?from=2026-01-01`, both.cookie)
    expect([led.status, led.headers.get('location')]).toEqual([
      307,
      `/workspaces?to=${encodeURIComponent(`/forms/${ours.slug}/readout?from=2026-01-01`)}`,
    ])
    expect((await ask('/lists/people', both.cookie)).status).toBe(409)
    expect((await ask('/exports/people?format=csv', both.cookie)).status).toBe(409)
    const link = await ask('/files/x/y.pdf', both.cookie, { accept: 'text/html' })
    expect([link.status, link.headers.get('location')]).toEqual([307, '/workspaces?to=%2Ffiles%2Fx%2Fy.pdf'])
    const chosen = await (await ask('/workspaces?to=//evil.example', both.cookie)).text()
    expect(chosen).toContain(`/in/${handle}/forms`)
    expect(chosen).not.toContain('href="//evil.example')
  })

  it('stays that of an action that is sent to a page which has it not', async () => {
    // So it is where a draft is saved, or a view of it asked for, while its tab is on its way to another place.
    const both = await makeTwofold()
    const ofForms = listActions((path) => path).filter(({ path }) => path.includes('[slug]'))
    expect(ofForms.length).toBeGreaterThan(3)
    for (const { id: action } of ofForms) {
      const answered = await fetch(`${facts.url}/in/${handle}/account`, {
        method: 'POST',
        redirect: 'manual',
        headers: {
          'next-action': action,
          'content-type': 'text/plain;charset=UTF-8',
          origin: facts.url,
          cookie: both.cookie,
        },
        body: '[{}]',
      })
      const led = `${answered.headers.get('location')} ${answered.headers.get('x-action-redirect')}`
      expect([action, led.includes('/workspaces'), (await answered.text()).includes('/workspaces?to=')]).toEqual([
        action,
        false,
        false,
      ])
    }
  })

  it('is the studio’s alone: what visitors and programs ask for has one address', async () => {
    for (const path of [`/f/${ours.slug}`, '/api/v1/forms', '/api/health', '/schemas/form.json', '/api/auth/sign-out'])
      expect([path, (await ask(`/in/${handle}${path}`, cookies.owner)).status]).toEqual([path, 404])
    const home = await ask(`/in/${handle}`, cookies.owner)
    expect([home.status, home.headers.get('location')]).toEqual([307, `/in/${handle}/forms`])
  })

  it('ends at once with the membership', async () => {
    const gone = await makeMember(facts, other.id, 'editor')
    expect((await ask('/forms', gone.cookie)).status).toBe(200)
    await query(facts.database, 'delete from member where user_id = $1', [gone.id])
    const led = await ask('/forms', gone.cookie)
    expect([led.status, led.headers.get('location')]).toEqual([307, '/workspaces'])
    expect(await (await ask('/workspaces', gone.cookie)).text()).toContain('you belong to no workspace any more')
    expect((await ask('/lists/forms', gone.cookie)).status).toBe(404)
  })
})

describe('each token', () => {
  interface Operation {
    'x-right': Right
    responses: Record<string, unknown>
  }

  it('may do what its rights say, operation by operation, and is told what it lacks', async () => {
    const workspace = await makeWorkspace(facts)
    const openapi = (await (await fetch(`${facts.url}/api/openapi.json`)).json()) as {
      paths: Record<string, Record<string, Operation>>
    }
    const sets = [...ROLE_NAMES.map((role) => [...rightsOf(role)]), ...RIGHT_NAMES.map((right) => [right])]
    const tokens = await Promise.all(sets.map((rights) => makeToken(facts, workspace.id, rights)))
    const met = new Set<Right>()
    for (const [pattern, methods] of Object.entries(openapi.paths))
      for (const [method, operation] of Object.entries(methods)) {
        const right = operation['x-right']
        met.add(right)
        expect([method, pattern, Object.keys(operation.responses)]).toEqual([
          method,
          pattern,
          expect.arrayContaining(['403']) as string[],
        ])
        const path = pattern.replaceAll('{id}', crypto.randomUUID()).replaceAll(/\{\w+\}/g, 'nowhere')
        const answers = await Promise.all(
          tokens.map((token) =>
            api<{ title?: string }>(
              { ...facts, token },
              method.toUpperCase() as 'GET',
              path,
              method === 'get' ? undefined : {},
            ),
          ),
        )
        for (const [at, answered] of answers.entries()) {
          const name = `${method} ${pattern} with ${sets[at]?.join(', ')}`
          if (sets[at]?.includes(right)) expect([name, answered.status]).not.toEqual([name, 403])
          else {
            expect([name, answered.status]).toEqual([name, 403])
            expect(answered.body.title).toMatch(/^This token may not .+\. Elm can make one that may\.$/)
          }
        }
      }
    expect([...met].toSorted()).toEqual([...RIGHT_NAMES].toSorted())
  })

  it('sends forms as one who is known only where it may', async () => {
    const workspace = await makeWorkspace(facts, false)
    const slug = `token-${Date.now().toString(36)}`
    const plain = { ...smallForm, joins: [], routing: { rows: [], otherwise: null } }
    await releasedForm({ ...facts, token: workspace.token }, slug, plain)
    const values = { first_name: 'Oda', email: `oda@${slug}.example` }
    const reads = await makeToken(facts, workspace.id, ['read', 'people'])
    expect((await send({ url: facts.url, token: reads }, slug, values)).status).toBe(401)
    expect((await send({ url: facts.url, token: workspace.token }, slug, values)).status).toBe(200)
  })
})
