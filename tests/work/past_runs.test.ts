import { beforeAll, describe, expect, it } from 'vitest'
import {
  api,
  applied,
  askClay,
  askEmail,
  askFirstName,
  formAsking,
  releasedForm,
  replaceDraft,
  send,
  until,
} from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { makeFurnished } from '../support/workshop'

const facts = readFacts()
const slug = `past-${Date.now().toString(36)}`
const notice = { name: 'notice', title: 'Notice', to: 'desk' as const, subject: 'New', body: '{{ all_answers }}' }
const live = formAsking([askFirstName, askEmail, askClay], { messages: [notice] })

interface Run {
  state: string
  release: number
  all: number
  of: number
  done: number
  refused: number
  otherwise: number
  asked: Record<string, number>
  arrivals: { id: string; met: string; email: string }[]
}

describe('past arrivals', () => {
  let reach: typeof facts
  const sent = new Map<string, string>()
  const read = async () => (await api<{ run: Run | null }>(reach, 'GET', `/forms/${slug}/past-run`)).body.run
  const begin = () => api<{ id: string }>(reach, 'POST', `/forms/${slug}/past-run`)
  const ended = () =>
    until('the run is done', async () => {
      const run = await read()
      return run?.state === 'done' && run
    })
  const addressOf = (name: string) => `${name}@${slug}.example`

  beforeAll(async () => {
    reach = (await makeFurnished(facts)).reach
    await releasedForm(reach, slug, live)
    for (const [name, answer] of [
      ['ada', 'stone'],
      ['bo', 'porcelain'],
      ['cy', 'stone'],
      ['old', 'stone'],
      ['spam', 'stone'],
    ] as const) {
      const by = name === 'spam' ? { url: facts.url } : reach
      const { body } = await send(by, slug, { first_name: name, email: addressOf(name), clay: answer })
      sent.set(name, body.submission)
      if (name !== 'spam') await applied(reach, body.submission)
    }
    await query(facts.database, `update submission set received_at = now() - interval '31 days' where id = $1`, [
      sent.get('old'),
    ])
  })

  it('go through the draft as through what is live where nothing was changed, and nothing is done with them', async () => {
    expect(await read()).toBeNull()
    const stood = () =>
      query(facts.database, `select count(*)::int as n from delivery join form on form.id = form_id where slug = $1`, [
        slug,
      ])
    const before = await stood()
    expect((await begin()).status).toBe(201)
    expect(await ended()).toMatchObject({ all: 3, of: 3, done: 3, release: 1, refused: 0, otherwise: 0, arrivals: [] })
    expect(await stood()).toEqual(before)
  })

  it('tell a bad release before it is made: who would be told otherwise, and who would be refused', async () => {
    await replaceDraft(reach, slug, {
      ...formAsking(
        [
          askFirstName,
          askEmail,
          { ...askClay, options: askClay.options.slice(0, 1) },
          { kind: 'short_text', name: 'kiln', label: 'Which kiln?', required: true },
        ],
        {
          messages: [
            notice,
            {
              name: 'thanks',
              title: 'Thanks',
              to: 'visitor',
              subject: 'Thank you',
              body: 'Thank you',
              when: { value: 'first_name', is: 'equals', to: 'ada' },
            },
          ],
        },
      ),
    })
    await begin()
    const run = await ended()
    expect(run).toMatchObject({ done: 3, refused: 1, otherwise: 1, asked: { 'Which kiln?': 3 } })
    expect(run.arrivals.map(({ email, met }) => [email, met])).toEqual([
      [addressOf('bo'), 'refused'],
      [addressOf('ada'), 'otherwise'],
    ])
    const meet = (name: string) =>
      api<{ met: string; asked: string[]; gone: string[]; come: string[] }>(
        reach,
        'GET',
        `/forms/${slug}/past-run/arrivals/${sent.get(name)}`,
      )
    expect((await meet('ada')).body).toMatchObject({
      met: 'otherwise',
      asked: ['Which kiln?'],
      gone: [],
      come: expect.arrayContaining([`“Thanks” goes to ${addressOf('ada')}`]),
    })
    expect((await meet('bo')).body.come[0]).toContain('It is refused at “Which clay?”')
    expect([(await meet('spam')).status, (await meet('old')).status]).toEqual([404, 200])
  })

  it('are each gone through, also those that came within one millisecond', async () => {
    const crowd = `${slug}-crowd`
    await releasedForm(reach, crowd, live)
    const ids = await Promise.all(
      Array.from({ length: 25 }, async (_, n) => {
        const { body } = await send(reach, crowd, { first_name: 'Mo', email: `mo${n}@${slug}.example`, clay: 'stone' })
        return (await applied(reach, body.submission)) && body.submission
      }),
    )
    for (const [n, id] of ids.entries())
      await query(
        facts.database,
        `update submission set received_at = date_trunc('milliseconds', now() - interval '1 hour') + $2 * interval '30 microseconds'
         where id = $1`,
        [id, n],
      )
    await api(reach, 'POST', `/forms/${crowd}/past-run`)
    const run = await until('the run is done', async () => {
      const found = (await api<{ run: Run | null }>(reach, 'GET', `/forms/${crowd}/past-run`)).body.run
      return found?.state === 'done' && found
    })
    expect(run).toMatchObject({ all: 25, of: 25, done: 25 })
  })

  it('are gone through once by however many begin, stop where somebody says so, and are nobody else’s', async () => {
    await Promise.all([begin(), begin(), begin()])
    const run = await ended()
    expect(run).toMatchObject({ done: 3, refused: 1, otherwise: 1 })
    // What has ended is not stopped by it.
    expect((await api(reach, 'DELETE', `/forms/${slug}/past-run`)).status).toBe(204)
    expect(await read()).toMatchObject({ state: 'done' })
    await query(
      facts.database,
      `update past_run set state = 'running' where form_id = (select id from form where slug = $1)`,
      [slug],
    )
    expect((await api(reach, 'DELETE', `/forms/${slug}/past-run`)).status).toBe(204)
    expect(await read()).toMatchObject({ state: 'stopped' })
    const other = (await makeFurnished(facts)).reach
    for (const [method, path] of [
      ['GET', ''],
      ['POST', ''],
      ['DELETE', ''],
      ['GET', `/arrivals/${sent.get('ada')}`],
    ] as const)
      expect((await api(other, method, `/forms/${slug}/past-run${path}`)).status).toBe(404)
  })
})
