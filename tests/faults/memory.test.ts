import { randomBytes } from 'node:crypto'
import { readFileSync, rmSync } from 'node:fs'
import { Agent, request } from 'node:http'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { FormInput } from '@/core/form/definition'
import { releasedForm, until } from '../support/api'
import { query } from '../support/database'
import { lichenOf, untilWell } from '../support/lichen'
import { beginLoaded } from '../support/loaded'
import { openPage } from '../support/page'
import { SMALL_PICTURE } from '../support/pictures'
import { sendFile } from '../support/send_file'

const ADDRESSES = 12_000
const AT_ONCE = 24
/** How much more the web process may keep afterwards, in MB; it kept 14 KB for each of these addresses once, 170 in all. */
const MOST = 40
/** How much more of the system's memory it may take at its busiest, in MB: it gives back late what it keeps no more. */
const MOST_TAKEN = 400
/** Files that come, and how large each is. */
const FILES = 40
const FILE_MB = 12
/** Rows of a large export. */
const ROWS = 100_000
const MB = 1024 * 1024

/** What strangers ask for that does not exist, and send that nobody wants, is not kept. */
describe('memory', () => {
  const lichen = lichenOf('memory', 4840)
  const agent = new Agent({ keepAlive: true, maxSockets: AT_ONCE })
  let web: ReturnType<typeof lichen.start>
  let token = ''

  const weighed = join(lichen.home, 'weighed')

  /** The memory that the system has given to the web process. */
  const taken = (): number =>
    Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${web.child.pid}/status`, 'utf8'))?.[1]) / 1024

  /** What of it is still needed for something. */
  async function kept(): Promise<number> {
    rmSync(weighed, { force: true })
    web.child.kill('SIGUSR2')
    return until('it is weighed', () => {
      try {
        return Promise.resolve(Number(readFileSync(weighed, 'utf8')) / MB)
      } catch {
        return Promise.resolve(null)
      }
    })
  }

  const ask = (path: string): Promise<number> =>
    new Promise((done, fail) => {
      request(lichen.url + path, { agent }, (response) => {
        response.resume()
        response.on('end', () => done(response.statusCode ?? 0))
      })
        .on('error', fail)
        .end()
    })

  /** Asks for addresses from one number to another, some at once; tells how often each status came. */
  async function askAll(from: number, to: number): Promise<Map<number, number>> {
    const statuses = new Map<number, number>()
    let next = from
    await Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        while (next < to) {
          const n = next++
          const status = await ask(n % 2 === 0 ? `/f/unknown-${n}` : `/unknown-${n}`)
          statuses.set(status, (statuses.get(status) ?? 0) + 1)
        }
      }),
    )
    return statuses
  }

  beforeAll(async () => {
    token = await beginLoaded(lichen)
    lichen.start('bench')
    lichen.start('worker')
    web = lichen.start('web', {
      NODE_OPTIONS: `--import ${pathToFileURL('tests/support/weighed.mjs').href}`,
      WEIGHED: weighed,
    })
    await untilWell(lichen)
  })
  afterAll(async () => {
    agent.destroy()
    await lichen.stop()
  })

  it(`does not grow with ${ADDRESSES} addresses that do not exist`, async () => {
    // A process grows while it warms up, whatever it is asked.
    await askAll(0, 2000)
    const before = await kept()
    const statuses = await askAll(2000, 2000 + ADDRESSES)
    const after = await kept()
    console.log(`kept ${before.toFixed(0)} MB before, ${after.toFixed(0)} MB after; ${JSON.stringify([...statuses])}`)
    expect([...statuses.keys()]).toEqual([404])
    expect(after - before).toBeLessThan(MOST)
  }, 240_000)

  it('nor with bodies that come in chunks without end', async () => {
    const before = { kept: await kept(), taken: taken() }
    const pour = (path: string) =>
      new Promise<number>((done) => {
        const sent = request(
          lichen.url + path,
          { method: 'POST', headers: { 'content-type': 'application/json' } },
          (answer) => {
            answer.resume()
            done(answer.statusCode ?? 0)
            sent.destroy()
          },
        )
        sent.on('error', () => done(0))
        const chunk = Buffer.alloc(256 * 1024, 'a')
        const pump = (left: number): void => {
          if (left > 0 && !sent.destroyed) sent.write(chunk, () => pump(left - 1))
        }
        pump(120)
      })
    const paths = ['/f/sec%2dtest', '/api/auth/sign-in/email', '/forms', '/api/v1/forms']
    const statuses = await Promise.all(
      Array.from({ length: 10 }, () => paths)
        .flat()
        .map(pour),
    )
    expect(statuses.filter((status) => status !== 413 && status !== 0)).toEqual([])
    expect(taken() - before.taken).toBeLessThan(MOST_TAKEN)
    expect((await kept()) - before.kept).toBeLessThan(MOST)
  }, 60_000)

  it(`nor with ${FILES} files of ${FILE_MB} MB`, async () => {
    const reach = { url: lichen.url, bench: lichen.bench, token }
    const form: FormInput = {
      title: 'Plans',
      steps: [
        {
          name: 'all',
          title: 'All',
          questions: [{ kind: 'file', name: 'plan', label: 'Plan', sorts: ['pictures'], megabytes: 60 }],
        },
      ],
    }
    await releasedForm(reach, 'plans', form)
    const before = { kept: await kept(), taken: taken() }
    let [next, most] = [0, 0]
    const sendAll = async () => {
      for (let n = next++; n < FILES; n = next++) {
        const page = await openPage(lichen, '/f/plans')
        const content = Buffer.concat([SMALL_PICTURE, randomBytes(FILE_MB * MB)])
        await sendFile({ url: lichen.url, slug: 'plans', page, question: 'plan', name: `${n}.png`, content })
        most = Math.max(most, taken())
      }
    }
    await Promise.all(Array.from({ length: 4 }, sendAll))
    const after = await kept()
    console.log(
      `${before.taken.toFixed(0)} MB taken before, ${most.toFixed(0)} MB at most while ${FILES * FILE_MB} MB of files came; kept ${before.kept.toFixed(0)} MB before, ${after.toFixed(0)} MB after`,
    )
    expect(after - before.kept).toBeLessThan(MOST)
    expect(most - before.taken).toBeLessThan(MOST_TAKEN)
  }, 120_000)

  it(`nor with an export of ${ROWS} submissions`, async () => {
    await query(
      lichen.cluster.url,
      `insert into submission (workspace_id, form_id, release_id, visit_id, state, "values", origins, link, outcome, received_at)
       select f.workspace_id, f.id, f.live_release_id, gen_random_uuid(), 'applied',
         jsonb_build_object('email', n || '@many.example', 'plan_around', repeat('a kiln ', 30)), '{}', '{}', '{}',
         date_trunc('milliseconds', now()) - make_interval(secs => n)
       from form f, generate_series(1, $1::int) n where f.slug = 'kiln-finder'`,
      [ROWS],
    )
    // As the database does by itself within a minute: until then it takes many rows for few.
    await query(lichen.cluster.url, 'analyze submission')
    const before = taken()
    let most = 0
    for (const format of ['csv', 'jsonl', 'xlsx']) {
      const response = await fetch(`${lichen.url}/api/v1/exports/submissions?form=kiln-finder&format=${format}`, {
        headers: { authorization: `Bearer ${token}` },
      })
      const reader = response.body?.getReader()
      let lines = 0
      for (let chunk = await reader?.read(); chunk && !chunk.done; chunk = await reader?.read()) {
        for (const byte of chunk.value as Uint8Array) if (byte === 10) lines++
        most = Math.max(most, taken())
      }
      if (format !== 'xlsx') expect([format, lines]).toEqual([format, format === 'csv' ? ROWS + 1 : ROWS])
    }
    console.log(
      `${before.toFixed(0)} MB taken before, ${most.toFixed(0)} MB at most while ${ROWS} rows went out three times`,
    )
    expect(most - before).toBeLessThan(MOST_TAKEN)
  }, 280_000)
})
