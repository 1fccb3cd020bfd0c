import { beforeAll, describe, expect, it } from 'vitest'
import {
  api,
  applied,
  formAsking,
  askEmail,
  askFirstName,
  releasedForm,
  replaceDraft,
  send,
  until,
} from '../support/api'
import { query } from '../support/database'
import { nothingToCount } from '../support/entries'
import { readFacts } from '../support/facts'
import { openPage } from '../support/page'
import { makeFurnished } from '../support/workshop'

const facts = readFacts()
const slug = `releases-${Date.now().toString(36)}`
const first = formAsking([askFirstName, askEmail], { targets: [{ connection: 'board' }] })
const second = formAsking([askFirstName, askEmail, { kind: 'short_text', name: 'kiln', label: 'Which kiln?' }])

const board = { title: 'Board', target: 'webhook', settings: { url: `${facts.bench}/hooks/board` } }

interface Release {
  number: number
  arrived: number
  sent: number
  finish: { rate: number; low: number; high: number } | null
  beside: { number: number; difference: number; low: number; high: number } | null
}

describe('releases', () => {
  let reach: typeof facts
  const releases = async () =>
    (await api<{ releases: Release[] }>(reach, 'GET', `/forms/${slug}/releases`)).body.releases
  const weigh = (number: number) =>
    api<{ changes: string[]; noticed: string[]; takenAway: string[]; faults: { text: string }[] }>(
      reach,
      'GET',
      `/forms/${slug}/releases/${number}/return`,
    )
  const goBack = (number: number) =>
    api<{ number: number; changes: string[] }>(reach, 'POST', `/forms/${slug}/releases/${number}/return`)
  const draftOf = async () => JSON.stringify((await api(reach, 'GET', `/forms/${slug}/draft`)).body)
  const arrive = async (name: string, more: object = {}) => {
    const { data } = await openPage(reach, `/f/${slug}`)
    const { body } = await send(reach, slug, { first_name: name, email: `${name}@${slug}.example`, ...more }, data)
    await applied(reach, body.submission)
  }

  beforeAll(async () => {
    reach = (await makeFurnished(facts)).reach
    expect((await api(reach, 'POST', '/connections', board)).status).toBe(201)
    await releasedForm(reach, slug, first)
  })

  it('tell what came of each, beside the one before, and add up to what is stored', async () => {
    await arrive('ada')
    await openPage(reach, `/f/${slug}`)
    await replaceDraft(reach, slug, second)
    expect((await api(reach, 'POST', `/forms/${slug}/releases`)).status).toBe(201)
    for (const name of ['bo', 'cy']) await arrive(name, { kiln: 'Top 60' })
    await until('all is counted', async () => {
      await nothingToCount(slug)
      return (await releases())[0]?.arrived === 2
    })
    const told = await releases()
    const counted = await query<{ number: number; arrived: number; sent: number }>(
      facts.database,
      `select release_number as number, count(*)::int as arrived, count(sent_at)::int as sent from visit
       join form on form.id = visit.form_id where slug = $1 and not visit.is_test group by 1 order by 1 desc`,
      [slug],
    )
    expect(told.map(({ number, arrived, sent }) => ({ number, arrived, sent }))).toEqual(counted)
    expect(told).toMatchObject([
      { number: 2, finish: { rate: 1 }, beside: { number: 1, difference: 0.5 } },
      { number: 1, finish: { rate: 0.5 }, beside: null },
    ])
  })

  it('can be gone back to: what that takes away is told before, and nothing but what visitors get is changed', async () => {
    const { body } = await weigh(1)
    expect(body).toMatchObject({
      changes: ['Removed the question “Which kiln?”', 'The connections it sends to changed'],
      takenAway: ['“Which kiln?” would be no more: 2 sent an answer, which stays with what they sent'],
      faults: [],
    })
    const [before, opened] = [await draftOf(), await openPage(reach, `/f/${slug}`)]
    expect((await goBack(1)).body).toMatchObject({ number: 3 })
    expect(await draftOf()).toBe(before)
    const page = await (await fetch(`${facts.url}/f/${slug}`)).text()
    expect(page).not.toContain('Which kiln?')
    expect((await releases()).map(({ number }) => number)).toEqual([3, 2, 1])
    // Whoever has the page of before open can still send it.
    const values = { first_name: 'di', email: `di@${slug}.example`, kiln: 'Front 90' }
    const late = await send(reach, slug, values, opened.data)
    expect((await applied(reach, late.body.submission)).values).toMatchObject({ kiln: 'Front 90' })
  })

  it('are not gone back to where they are live, are none, have faults by now, or somebody may not', async () => {
    expect([(await weigh(3)).status, (await goBack(3)).status]).toEqual([409, 409])
    expect([(await weigh(99)).status, (await goBack(99)).status, (await goBack(0)).status]).toEqual([404, 404, 404])
    await replaceDraft(reach, slug, second)
    expect((await api(reach, 'POST', `/forms/${slug}/releases`)).status).toBe(201)
    await api(reach, 'PUT', '/connections/board', {
      title: board.title,
      settings: board.settings,
      everyForm: false,
      retired: true,
    })
    const why = 'The form sends to “Board”, which is retired.'
    expect((await weigh(1)).body.faults).toMatchObject([{ text: why }])
    expect((await goBack(1)).status).toBe(422)
    const other = (await makeFurnished(facts)).reach
    expect((await api(other, 'POST', `/forms/${slug}/releases/1/return`)).status).toBe(404)
    expect((await releases())[0]?.number).toBe(4)
  })
})
