import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Browser } from '@playwright/test'
import type { Form } from '@/core/form/definition'
import { api, mailTo, type Reach, send, until } from '../support/api'
import { launchChromium } from '../support/browser'
import { figure } from '../support/database'
import { secondsOf } from '../support/floor'
import { LEAST_SECONDS } from '@/core/spam/suspect'
import { fillIn } from '../support/fill_in'
import { lichenOf, pause } from '../support/lichen'
import { beginLoaded } from '../support/loaded'
import { openPage } from '../support/page'

const POSTS = 1000
const PEOPLE = 20
/** Of whom so many come before the machines do. */
const BEFORE = 3
/** How many times as long people may wait beside machines as before them. */
const LONGER = 8

/** A thousand automated posts to the demo's finder, of every sort that machines send, and people in between. */
describe('machines', () => {
  const lichen = lichenOf('machines', 4860, { LICHEN_LIMITS: '100' })
  let reach: Reach
  let browser: Browser

  beforeAll(async () => {
    const token = await beginLoaded(lichen)
    await lichen.startAll()
    reach = { url: lichen.url, bench: lichen.bench, token }
    browser = await launchChromium()
  })
  afterAll(async () => {
    await browser?.close()
    await lichen.stop()
  })

  const answers = (email: string) => ({
    ware: 'earthenware',
    people_sharing: '2',
    supply: 'single_phase',
    region: 'north',
    first_name: 'Bo',
    email,
  })

  /** One post as machines make them: blind, at once, from a page that many use, or with everything filled in. */
  const post = async (n: number, shared: Awaited<ReturnType<typeof openPage>>['data']) => {
    const values = answers(`bot-${n}@machines.example`)
    if (n % 4 === 0) return send({ url: lichen.url }, 'kiln-finder', values)
    if (n % 4 === 1) return send({ url: lichen.url }, 'kiln-finder', values, { opened: shared.opened })
    const { data } = await openPage(lichen, '/f/kiln-finder')
    return send(
      { url: lichen.url },
      'kiln-finder',
      values,
      n % 4 === 2 ? data : { ...data, website: 'https://bot.example' },
    )
  }

  it('do nothing, and people in between notice nothing', async () => {
    const shared = (await openPage(lichen, '/f/kiln-finder')).data
    const waits: number[] = []
    const { body: form } = await api<Form>(reach, 'GET', '/forms/kiln-finder/draft')
    const person = async (n: number) => {
      const page = await (await browser.newContext()).newPage()
      await page.goto(`${lichen.url}/f/kiln-finder`)
      await fillIn(page, form, `person-${n}@people.example`, () => pause(700))
      waits.push(await secondsOf(() => page.getByRole('heading', { name: /^Thank you/ }).waitFor()))
      await page.context().close()
    }
    for (let n = 0; n < BEFORE; n++) await person(n)
    const floor = Math.max(...waits)
    waits.length = 0
    let posted = 0
    /** Posts that took as long as a person does, on a machine that stood still: nothing tells them apart. */
    let slow = 0
    // A few at a time, spread over the time that people take: posted all at once, a machine would be as slow as people.
    const machines = Array.from({ length: 3 }, async () => {
      while (posted < POSTS) {
        const n = posted++
        const seconds = await secondsOf(async () => expect((await post(n, shared)).status).toBe(200))
        if (seconds >= LEAST_SECONDS) slow++
        await pause(150)
      }
    })
    for (let n = BEFORE; n < PEOPLE; n++) await person(n)
    await Promise.all(machines)
    const count = (where: string) =>
      figure(
        lichen.cluster.url,
        `select count(*) from submission s join form f on f.id = s.form_id where slug = 'kiln-finder' and ${where}`,
      )
    await until('nothing waits', async () => (await count("s.state = 'received'")) === 0)
    expect(slow).toBeLessThan(POSTS / 20)
    const passed = (await count("s.state = 'applied'")) - PEOPLE
    expect(await count(`s.state = 'applied' and "values"->>'email' like 'person-%'`)).toBe(PEOPLE)
    expect(passed).toBeLessThanOrEqual(slow)
    expect(await count("s.state = 'spam' and plan is null and contact_id is null")).toBe(POSTS - passed)
    expect(await count('true')).toBe(POSTS + PEOPLE)
    if (passed === 0) expect(await mailTo(lichen, 'bot-2@machines.example')).toEqual([])
    const { body } = await api<{ submissions: unknown[] }>(reach, 'GET', '/submissions?form=kiln-finder&limit=100')
    expect(body.submissions).toHaveLength(PEOPLE + passed)
    waits.sort((a, b) => a - b)
    console.log(
      `${POSTS} automated posts kept apart; people waited ${floor.toFixed(2)} s before, ${waits.at(waits.length / 2)?.toFixed(2)} s beside them, ${waits.at(-1)?.toFixed(2)} s at most`,
    )
    expect(waits.at(-1)).toBeLessThan(LONGER * floor)
  }, 300_000)
})
