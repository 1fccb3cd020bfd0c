import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Form } from '@/core/form/definition'
import { runBeside } from '../../scripts/machine/run.mjs'
import { api, applied, crmOf, mailTo, type Reach, send, until } from '../support/api'
import { figure } from '../support/database'
import { type Everything, readEverything, readPage } from '../support/everything'
import { launchChromium } from '../support/browser'
import { fillIn } from '../support/fill_in'
import { lichenOf } from '../support/lichen'
import { postFrom, startProxy } from '../support/tls_proxy'
import { blocksOf, doAsGuided } from '../support/operating'
import { addressIn } from '../support/owner'

/**
 * A backup that the release before made of its demo, by the commands of its guide: `database.dump` and `files.tar`, a
 * token of its API, and the key that its secrets are encrypted with. The first address of its ports is stored in it.
 */
const LAST_RELEASE = 'tests/faults/last_release'
const KEY = 'k'.repeat(32)
const PORT = 4920

/** Has an inlet, which the release before had none of, with what waits there: the screen of it is read with all others. */
async function leaveAtInlet(reach: Reach): Promise<void> {
  const made = await api(reach, 'POST', '/forms/service/inlets', { name: 'old_website', title: 'Old website' })
  const post = new FormData()
  post.append('mail', 'oda@operating.example')
  post.append('plan', new File(['Where the kiln is to stand'], 'plan.txt'))
  const sent = await fetch(`${reach.url}/f/service/in/old_website`, { method: 'POST', body: post })
  expect([made.status, sent.status]).toEqual([201, 202])
}

/** What the operator’s guide says is done as it stands there. */
describe('the operator’s guide', () => {
  const first = lichenOf('operating', PORT, { LICHEN_KEYS: KEY })
  const second = lichenOf('operating-restored', PORT, {
    LICHEN_KEYS: KEY,
    LICHEN_SECRET: first.environment.LICHEN_SECRET ?? '',
    LICHEN_SIGN_UP: 'open',
  })
  const token = readFileSync(join(LAST_RELEASE, 'token'), 'utf8').trim()
  const reach: Reach = { url: first.url, bench: first.bench, token }
  const backup = join(first.home, 'backup')
  let told: Everything

  /** Fills a cluster that has no database of ours with a backup. */
  const restore = async (lichen: typeof first, from: string) => {
    await lichen.beginEmpty()
    await doAsGuided('Restore', { ...lichen.environment, BACKUP: from })
  }
  const settled = () =>
    until(
      'everything has gone out',
      async () =>
        (await figure(
          first.cluster.url,
          `select (select count(*) from graphile_worker._private_jobs) + (select count(*) from delivery where state = 'waiting')`,
        )) === 0,
    )

  beforeAll(() => {
    rmSync(backup, { recursive: true, force: true })
    mkdirSync(first.home, { recursive: true })
    cpSync(LAST_RELEASE, join(first.home, 'last_release'), { recursive: true })
  })
  afterAll(async () => {
    await first.stop()
    await second.stop()
  })

  it('a database of the last release is brought up to date, works, and has lost nothing', async () => {
    await restore(first, join(first.home, 'last_release'))
    const count = (table: string) => figure(first.cluster.url, `select count(*) from ${table}`)
    expect([await count('submission'), await count('visit'), await count('record'), await count('file')]).toEqual([
      107, 175, 169, 14,
    ])
    await first.startAll()
    // What it was about to send goes out now.
    await settled()
    expect(await figure(first.cluster.url, `select count(*) from delivery where state <> 'delivered'`)).toBe(0)

    const counted = async () => (await api<{ sent: number }>(reach, 'GET', '/forms/firing-notes/readout')).body.sent
    const before = await counted()
    const sent = await send(reach, 'firing-notes', { first_name: 'Oda', email: 'oda@operating.example', letter: true })
    expect([sent.status, sent.body.errors]).toEqual([200, undefined])
    await applied(reach, sent.body.submission)
    await leaveAtInlet(reach)
    await settled()
    expect(await crmOf(first, 'oda@operating.example')).toMatchObject({ writes: 1 })
    // Numbers follow what happens by a moment.
    await until('it is counted', async () => (await counted()) === before + 1)
  })

  it('a backup of it, restored into a new cluster, answers every question, page and export as the first one did', async () => {
    told = await readEverything(reach)
    expect(told.size).toBeGreaterThan(200)
    await doAsGuided('Back up', { ...first.environment, BACKUP: backup })
    expect(await doAsGuided('What grows', first.environment)).toMatch(/submission +\| \d+ kB/)
    const page = await readPage(reach, 'kiln-finder')
    await first.stop()

    await restore(second, backup)
    await second.startAll()
    const again = await readEverything(reach)
    expect([...again.keys()]).toEqual([...told.keys()])
    expect([...told].map(([path, text]) => whereItDiffers(path, text, again.get(path) ?? '')).filter(Boolean)).toEqual(
      [],
    )
    expect(await readPage(reach, 'kiln-finder')).toBe(page)
    // And nothing went out a second time.
    expect(await crmOf(second, 'oda@operating.example')).toBeUndefined()
  })

  it('where strangers may open workspaces, does so by mail, and only for the address it was mailed to', async () => {
    const enter = (body: object) =>
      fetch(`${second.url}/api/enter`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      })
    const email = 'una@operating.example'
    expect((await fetch(`${second.url}/sign-up`)).status).toBe(200)
    expect((await enter({ do: 'ask to open', email })).status).toBe(204)
    const mail = await until('the mail is there', async () => (await mailTo(second, email))[0])
    const token = addressIn(mail.text).split('/').at(-1) ?? ''
    const workspace = {
      do: 'open workspace',
      token,
      workspace: 'Una Kilns',
      timeZone: 'UTC',
      mailDomain: 'operating.example',
      name: 'Una',
      email,
      password: 'kiln-and-clay-1',
      desk: 'Front desk',
      deskAddress: email,
    }
    expect((await enter({ ...workspace, email: 'victim@operating.example' })).status).toBe(422)
    expect((await enter(workspace)).status).toBe(200)
    expect((await enter(workspace)).status).toBe(404)
    // Whoever signs in here already is told the same, and gets no second account.
    expect((await enter({ do: 'ask to open', email })).status).toBe(204)
    await until('another mail is there', async () => (await mailTo(second, email))[1])
    expect((await mailTo(second, email)).map(({ subject }) => subject).toSorted()).toEqual([
      'A new password',
      'Open your workspace',
    ])
  })

  it('behind its proxy, visitors and members come by HTTPS, each from an address of their own', async () => {
    const [plain, safe] = [PORT + 6, PORT + 7]
    const url = `https://127.0.0.1:${safe}`
    // Limits that are soon met: three wrong passwords from an address.
    const settings = { LICHEN_URL: url, LICHEN_PROXIES: '127.0.0.1', LICHEN_LIMITS: '0.1' }
    await second.stop()
    await second.cluster.start()
    for (const role of ['bench', 'worker', 'web'] as const) second.start(role, settings)
    await second.untilWell()
    const proxy = await startProxy(join(second.home, 'proxy'), { plain, safe, lichen: PORT })
    const browser = await launchChromium()
    try {
      const page = await browser.newPage({ ignoreHTTPSErrors: true })
      expect((await page.goto(`${url}/f/firing-notes`))?.status()).toBe(200)
      const { body: form } = await api<Form>(reach, 'GET', '/forms/firing-notes/draft')
      await fillIn(page, form, 'tove@operating.example', () => Promise.resolve())
      await page.getByRole('heading', { name: form.outcome.title }).waitFor()

      await page.goto(`${url}/sign-in`)
      await page.getByRole('button', { name: /Enter the demo/ }).click()
      await page.waitForURL(`${url}/forms`)
      const cookies = await page.context().cookies()
      expect([cookies.length > 1, cookies.filter(({ secure }) => !secure)]).toEqual([true, []])

      const enter = (from: string, n: number) =>
        postFrom(from, `${url}/api/auth/sign-in/email`, {
          email: `nobody-${n}@operating.example`,
          password: 'not this one',
        })
      const tries = []
      for (let n = 0; n < 5; n++) tries.push(await enter('127.0.0.2', n))
      expect([tries, await enter('127.0.0.3', 9)]).toEqual([[401, 401, 401, 429, 429], 401])

      // Without TLS, everything leads there.
      const led = await fetch(`http://127.0.0.1:${plain}/f/firing-notes?utm_source=letter`, { redirect: 'manual' })
      expect([led.status, led.headers.get('location')]).toEqual([
        301,
        'https://127.0.0.1/f/firing-notes?utm_source=letter',
      ])
    } finally {
      await browser.close()
      proxy.kill()
    }
  })

  it('its service is one that systemd takes', async () => {
    const [unit = ''] = blocksOf('As a service')
    const file = join(second.home, 'lichen.service')
    // What is checked is also whether the program is where the unit says.
    writeFileSync(file, unit.replace('/usr/bin/node', process.execPath))
    expect(unit).toContain('/usr/bin/node --import tsx scripts/start.ts')
    expect(await runBeside('systemd-analyze', ['verify', file])).toBe('')
  })
})

/** Where two answers begin to differ, with what stands around it. */
function whereItDiffers(path: string, one: string, other: string): string | null {
  if (one === other) return null
  const at = [...one].findIndex((character, index) => character !== other[index])
  const from = Math.max(0, at - 80)
  return `${path}: ${one.slice(from, at + 80)} ≠ ${other.slice(from, at + 80)}`
}
