import { randomUUID } from 'node:crypto'
import { request } from 'node:http'
import { beforeAll, describe, expect, it } from 'vitest'
import { api, releasedForm, smallForm } from '../support/api'
import { askFrom } from '../support/ask_from'
import { readFacts } from '../support/facts'
import { listActions } from '../support/routes'
import { signIn } from '../support/session'

const facts = readFacts()
/** More than all buffers between two processes hold, in bytes. */
const MOST_POURED = 200 * 1024 * 1024
const slug = `door-${Date.now().toString(36)}`

beforeAll(() => releasedForm(facts, slug, smallForm))

describe('bodies', () => {
  /** Sends chunk after chunk without saying how many; tells the answer and how much was taken before it came. */
  const pour = (path: string, headers: Record<string, string>) =>
    new Promise<{ status: number; taken: number }>((done, fail) => {
      let taken = 0
      let over = false
      const asked = request(facts.url + path, { method: 'POST', headers }, (response) => {
        over = true
        response.resume()
        done({ status: response.statusCode ?? 0, taken })
        asked.destroy()
      })
      asked.on('error', (error) => over || fail(error))
      const chunk = Buffer.alloc(64 * 1024, 'a')
      const pump = () => {
        if (over || taken > MOST_POURED) return
        taken += chunk.length
        if (asked.write(chunk)) setImmediate(pump)
        else asked.once('drain', pump)
      }
      pump()
    })

  it.each([
    ['/f/sec%2dtest', { 'content-type': 'application/json' }],
    [`/f/${slug}`, { 'content-type': 'application/x-www-form-urlencoded' }],
    [`/f/${slug}/progress`, { 'content-type': 'application/json' }],
    ['/api/auth/sign-in/email', { 'content-type': 'application/json' }],
    ['/api/v1/contacts', { 'content-type': 'application/json', authorization: `Bearer ${facts.token}` }],
    ['/forms', { 'content-type': 'text/plain', 'next-action': '7f'.padEnd(42, '0') }],
    ['/nowhere', {}],
  ])('to %s are refused as they stream', async (path, headers) => {
    const { status, taken } = await pour(path, headers)
    expect(status).toBe(413)
    expect(taken).toBeLessThan(MOST_POURED)
  })
})

describe('what nobody can make out', () => {
  const within = 20_000
  it.each(['/', '/forms', '/sign-in', '/api/v1/forms', '/api/health', `/f/${slug}`, '/nowhere'])(
    'is refused where %s is asked by a method of another world',
    async (path) => {
      for (const method of ['TRACE', 'PROPFIND', 'QUERY'])
        expect([method, (await askFrom('127.0.0.1', facts.url + path, { method, within })).status]).toEqual([
          method,
          405,
        ])
    },
  )
  const action = { 'next-action': '7f'.padEnd(42, '0') }
  const boundless = { 'content-type': 'multipart/form-data' }
  const broken = { 'content-type': 'multipart/form-data; boundary=x' }
  it.each<[string, Record<string, string>, string]>([
    ['/forms', boundless, 'x'],
    ['/forms', { ...boundless, ...action }, 'x'],
    ['/sign-in', boundless, 'x'],
    ['/forms', { ...broken, ...action }, '--x\r\nno end'],
    ['/sign-in', broken, '--x\r\nno end'],
    ['/forms', action, ''],
    ['/sign-in', broken, ''],
    ['/forms', { ...action, 'content-type': 'text/plain' }, ''],
    ['/sign-in', { ...action, 'content-type': 'text/plain;charset=UTF-8' }, '{'],
    ['/api/v1/contacts', { ...boundless, authorization: `Bearer ${facts.token}` }, 'x'],
    ['/api/auth/sign-in/email', boundless, 'x'],
    ['/api/enter', boundless, ''],
    [`/f/${slug}`, boundless, 'x'],
  ])('is the fault of whoever sends it to %s, with %o: %o', async (path, headers, body) => {
    const cookie = await signIn(facts)
    for (const more of [{}, { cookie }] as Record<string, string>[]) {
      const asked = { method: 'POST', headers: { ...headers, ...more, origin: facts.url }, body, within }
      const { status } = await askFrom('127.0.0.1', facts.url + path, asked)
      expect([path, Math.floor(status / 100)]).toEqual([path, 4])
    }
  })
  it.each<[string, number, string]>([
    ['a part without a name', 2, '--x\r\ncontent-disposition: form-data\r\n\r\nhi\r\n--x--\r\n'],
    [
      'a file without a name',
      2,
      '--x\r\ncontent-disposition: form-data; filename="a.txt"\r\ncontent-type: text/plain\r\n\r\nhi\r\n--x--\r\n',
    ],
    [
      'a file, and what is wrong after it',
      4,
      '--x\r\ncontent-disposition: form-data; name="a"; filename="a.txt"\r\n\r\nhi\r\n--x\r\nno header\r\n\r\nb\r\n--x--\r\n',
    ],
    ['what is wrong twice', 4, '--x\r\nno header\r\n\r\na\r\n--x\r\nno header\r\n\r\nb\r\n--x--\r\n'],
    ['what is wrong, and has no end', 4, '--x\r\nno header\r\n\r\na\r\n--x\r\nno'],
  ])('ends no process that reads it in a form: %s', async (_, hundreds, body) => {
    const asked = { method: 'POST', headers: { ...broken, origin: facts.url }, body, within }
    const { status } = await askFrom('127.0.0.1', `${facts.url}/f/${slug}`, asked)
    expect(Math.floor(status / 100)).toBe(hundreds)
    expect((await askFrom('127.0.0.1', `${facts.url}/f/${slug}`, { within })).status).toBe(200)
  })
  it('is refused at once where an action of the studio gets nothing, or what is no form', async () => {
    const cookie = await signIn(facts)
    const actions = listActions((path) => path.replace('[slug]', slug).replace('[id]', randomUUID()))
    const sorts: [Record<string, string>, string][] = [
      [{ 'content-type': 'text/plain;charset=UTF-8' }, ''],
      [{}, ''],
      [boundless, 'x'],
      [broken, '--x\r\nno end'],
      [broken, ''],
    ]
    for (const { id, path } of actions.slice(0, 5))
      for (const [headers, body] of sorts) {
        const asked = { ...headers, cookie, origin: facts.url, 'next-action': id }
        const { status } = await askFrom('127.0.0.1', facts.url + path, {
          method: 'POST',
          headers: asked,
          body,
          within,
        })
        expect([path, headers, Math.floor(status / 100)]).toEqual([path, headers, 4])
      }
  })
  it('nor does signing in do anything but that', async () => {
    const cookie = await signIn(facts)
    const headers = { 'content-type': 'application/json', origin: facts.url, cookie }
    for (const what of ['update-user', 'change-password', 'change-email', 'delete-user', 'request-password-reset']) {
      const body = JSON.stringify({
        name: 'x',
        newPassword: 'x'.repeat(12),
        currentPassword: facts.password,
        newEmail: 'x@y.example',
      })
      const asked = await askFrom('127.0.0.1', `${facts.url}/api/auth/${what}`, {
        method: 'POST',
        headers,
        body,
        within,
      })
      expect([what, asked.status]).toEqual([what, 404])
    }
  })
})

describe('headers', () => {
  it('of every answer say what it may do', async () => {
    const cookie = await signIn(facts)
    const paths = [
      `/f/${slug}`,
      '/f/unknown',
      '/sign-in',
      '/forms',
      `/forms/${slug}/compose`,
      `/preview/${slug}`,
      '/api/health',
      '/api/openapi.json',
      '/nowhere',
      '/f/%ff',
    ]
    for (const path of paths) {
      const response = await fetch(facts.url + path, { headers: { cookie } })
      const header = (name: string) => response.headers.get(name) ?? ''
      expect([path, header('x-content-type-options')]).toEqual([path, 'nosniff'])
      expect([path, header('referrer-policy')]).toEqual([path, 'same-origin'])
      expect([path, header('permissions-policy')]).toEqual([path, expect.stringContaining('camera=()')])
      const policy = header('content-security-policy')
      expect([path, policy.includes('unsafe'), policy.includes('script-src')]).toEqual([
        path,
        false,
        !path.includes('%ff') || policy !== '',
      ])
      expect([path, policy.includes('frame-ancestors')]).toEqual([path, true])
    }
  })
  it('let a form be framed only where it says so', async () => {
    const framed = `${slug}-framed`
    await releasedForm(facts, framed, { ...smallForm, framedBy: ['https://www.tarnfield.example'] })
    const policy = async (path: string) => (await fetch(facts.url + path)).headers.get('content-security-policy')
    expect(await policy(`/f/${framed}`)).toContain('frame-ancestors https://www.tarnfield.example')
    expect(await policy(`/f/${slug}`)).toContain("frame-ancestors 'none'")
    const bad = await api(facts, 'POST', '/forms', {
      name: 'x',
      draft: { ...smallForm, framedBy: ["'unsafe-inline'; x"] },
    })
    expect(bad.status).toBe(422)
  })
})
