import { randomBytes } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { createConnection } from 'node:net'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { PROOF_HEADER } from '@/core/answers/files'
import { type Reach, releasedForm, smallForm } from '../support/api'
import { query } from '../support/database'
import { lichenOf, pause, untilWell } from '../support/lichen'
import { beginLoaded } from '../support/loaded'
import { openPage } from '../support/page'
import { SMALL_PICTURE } from '../support/pictures'
import { signIn } from '../support/session'

const PORT = 4700
/** Rows of an export that is broken off: more than is sent at once. */
const ROWS = 20_000
/** How far an answer is read before its reader goes away, in bytes; and how long a request waits before it, in milliseconds. */
const READ = [1, 2_000, 200_000, 1_500_000]
const WAITED = [0, 5, 40]

/** A picture as PNG has it: readers stop at its end. */
const FILE = Buffer.concat([SMALL_PICTURE, randomBytes(3_000_000)])
const PATCHED = {
  'tus-resumable': '1.0.0',
  'upload-offset': '0',
  'content-type': 'application/offset+octet-stream',
}

/** Whoever asks may go away at any moment: nobody else is to notice. */
describe('a request that is broken off', () => {
  const lichen = lichenOf('broken-off', PORT)
  const slug = 'broken-off'
  let web: ReturnType<typeof lichen.start>
  let reach: Reach
  let headers: Record<string, string>
  let studioPage = ''
  let file = ''

  /** Begins to send a picture, and tells where to, and by what proof. */
  async function beginFile(): Promise<{ place: string; proof: string }> {
    const { data } = await openPage(lichen, `/f/${slug}`)
    const told = { visit: data.visit, proof: data.proof, release: '1', question: 'photos', filename: 'kiln.png' }
    const metadata = Object.entries(told).map(([name, text]) => `${name} ${Buffer.from(text).toString('base64')}`)
    const begun = await fetch(`${lichen.url}/f/${slug}/files`, {
      method: 'POST',
      headers: {
        'tus-resumable': '1.0.0',
        'upload-length': String(FILE.length),
        'upload-metadata': metadata.join(','),
      },
    })
    return { place: lichen.url + begun.headers.get('location'), proof: data.proof }
  }

  beforeAll(async () => {
    reach = { url: lichen.url, bench: lichen.bench, token: await beginLoaded(lichen) }
    lichen.start('bench')
    lichen.start('worker')
    web = lichen.start('web')
    await untilWell(lichen)
    const photos = {
      kind: 'file' as const,
      name: 'photos',
      label: 'Photos',
      sorts: ['pictures' as const],
      megabytes: 20,
    }
    await releasedForm(reach, slug, {
      ...smallForm,
      steps: [...smallForm.steps, { name: 'more', title: 'More', questions: [photos] }],
    })
    await query(
      lichen.cluster.url,
      `insert into submission (workspace_id, form_id, release_id, visit_id, state, "values", origins, link, outcome, received_at)
       select f.workspace_id, f.id, f.live_release_id, gen_random_uuid(), 'applied',
         jsonb_build_object('email', n || '@many.example', 'first_name', repeat('Kiln ', 30)), '{}', '{}', '{}', now()
       from form f, generate_series(1, $1::int) n where f.slug = $2`,
      [ROWS, slug],
    )
    await query(lichen.cluster.url, 'analyze submission')
    headers = { cookie: await signIn(lichen), authorization: `Bearer ${reach.token}` }
    studioPage = await (await fetch(`${lichen.url}/arrivals`, { headers })).text()
    const { place, proof } = await beginFile()
    await fetch(place, { method: 'PATCH', headers: { ...PATCHED, [PROOF_HEADER]: proof }, body: FILE })
    file = `/files/${place.split('/').at(-1)}/kiln.png`
    expect((await fetch(lichen.url + file, { headers })).status).toBe(200)
  })
  afterAll(() => lichen.stop())

  /** Asks by a connection of its own, reads so many bytes of what is answered, and goes away; tells how much it read. */
  const readAndLeave = (request: string, bytes: number): Promise<number> =>
    new Promise((done) => {
      const socket = createConnection(PORT, '127.0.0.1', () => socket.write(request))
      let read = 0
      const leave = () => {
        socket.resetAndDestroy()
        done(read)
      }
      socket.on('data', (piece) => {
        read += piece.length
        if (read >= bytes) leave()
      })
      socket.on('end', leave)
      socket.on('error', leave)
    })

  /** Sends a part of a request, and goes away after a while without waiting for an answer. */
  const sendAndLeave = async (part: string, milliseconds: number): Promise<void> => {
    const socket = createConnection(PORT, '127.0.0.1')
    socket.on('error', () => undefined)
    socket.write(part)
    await pause(milliseconds)
    socket.resetAndDestroy()
  }

  const written = (method: string, path: string, more: Record<string, string> = {}): string =>
    [
      `${method} ${path} HTTP/1.1`,
      `host: 127.0.0.1:${PORT}`,
      ...Object.entries({ ...headers, ...more }).map(([name, value]) => `${name}: ${value}`),
      '',
      '',
    ].join('\r\n')

  /** Does this while somebody else is served all the time: always the same process, and always well. */
  async function whileServed(work: () => Promise<void>): Promise<void> {
    const { pid } = web.child
    const log = () => readFileSync(join(lichen.home, 'web.log'), 'utf8')
    const told = log().length
    let over = false
    const served = (async () => {
      const statuses = new Set<number>()
      while (!over) {
        const answer = await fetch(`${lichen.url}/f/${slug}`, { method: 'HEAD' }).catch(() => null)
        statuses.add(answer?.status ?? 0)
      }
      return [...statuses]
    })()
    try {
      await work()
      // What goes wrong only once the process has noticed.
      await pause(300)
    } finally {
      over = true
    }
    expect(await served).toEqual([200])
    expect([web.child.pid, web.child.exitCode]).toEqual([pid, null])
    expect(log().slice(told)).not.toContain('Something unforeseen')
  }

  const answers: [string, () => string][] = [
    ['submissions as CSV', () => `/exports/submissions?format=csv&form=${slug}`],
    ['submissions as JSON Lines', () => `/exports/submissions?format=jsonl&form=${slug}`],
    ['submissions as a workbook', () => `/exports/submissions?format=xlsx&form=${slug}`],
    ['submissions, by a program', () => `/api/v1/exports/submissions?format=csv&form=${slug}`],
    ['people', () => '/exports/people?format=csv'],
    ['a page of the studio', () => '/arrivals'],
    ['a list', () => '/lists/submissions?which=all'],
    ['a file', () => file],
    ['a script', () => /\/_next\/[^"]+\.js/.exec(studioPage)?.[0] ?? ''],
    ['a visitor’s page', () => '/f/kiln-finder'],
  ]
  it.each(answers)('while it is answered ends nothing: %s', async (_, path) => {
    await whileServed(async () => {
      for (const bytes of READ)
        await Promise.all([1, 2, 3].map(() => readAndLeave(written('GET', path(), { connection: 'close' }), bytes)))
      for (const wait of WAITED) await Promise.all([1, 2, 3].map(() => sendAndLeave(written('GET', path()), wait)))
    })
  })

  it('while it sends ends nothing', async () => {
    const { data } = await openPage(lichen, `/f/${slug}`)
    const json = { 'content-type': 'application/json', 'content-length': '5000' }
    const form = { 'content-type': 'multipart/form-data; boundary=kiln', 'content-length': '5000' }
    const part = '--kiln\r\ncontent-disposition: form-data; name="photos"; filename="kiln.png"\r\n\r\nhalf'
    const parts = [
      written('POST', `/f/${slug}`, json) + '{"values": {"email"',
      written('POST', `/f/${slug}`, form) + part,
      written('POST', `/f/${slug}/progress`, json) + JSON.stringify(data).slice(0, 20),
      written('POST', `/f/${slug}/files`, { 'tus-resumable': '1.0.0', 'upload-length': '9' }).slice(0, -4),
      written('POST', '/api/v1/forms', json) + '{"name"',
      written('POST', '/api/auth/sign-in/email', json) + '{"email"',
      written('POST', '/forms', { ...json, 'next-action': 'a'.repeat(42) }) + '["x"',
      written('POST', '/pictures', { 'content-type': 'image/png', 'content-length': '5000' }) + 'half',
    ]
    for (let n = 0; n < 3; n++) {
      const { place, proof } = await beginFile()
      const length = String(FILE.length)
      parts.push(
        written('PATCH', new URL(place).pathname, { ...PATCHED, [PROOF_HEADER]: proof, 'content-length': length }) +
          'half of it',
      )
    }
    await whileServed(async () => {
      for (const wait of WAITED)
        for (const part of parts) await Promise.all([1, 2, 3].map(() => sendAndLeave(part, wait)))
    })
  })
})
