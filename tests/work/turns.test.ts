import { beforeAll, describe, expect, it } from 'vitest'
import type { FormInput } from '@/core/form/definition'
import { api, applied, askEmail, releasedForm, send, smallForm } from '../support/api'
import { readFacts } from '../support/facts'
import { openPage } from '../support/page'
import { workshop } from '../support/workshop'

const facts = readFacts()
const mark = Date.now().toString(36)
const [slug, other, thanks] = [`turns-${mark}`, `turns2-${mark}`, `turns3-${mark}`]

const text = (name: string, more: object = {}) => ({
  kind: 'short_text' as const,
  name,
  label: `Your ${name}`,
  required: true,
  turn: {},
  lands: [{ field: name }],
  ...more,
})

const wish = { kind: 'short_text' as const, name: 'wish', label: 'Wish', required: true }

/** Asks one of three in turn, of which the last depends on the first. */
const asking: FormInput = {
  ...smallForm,
  intro: '[{{ town | default: "-" }}]',
  joins: [],
  steps: [
    { name: 'wish', title: 'Wish', questions: [wish] },
    {
      name: 'turns',
      title: 'In turn',
      questions: [
        text('town'),
        text('trade'),
        text('boat', { shownWhen: { value: 'town', is: 'equals', to: 'Harbour' } }),
      ],
    },
    { name: 'you', title: 'You', questions: [askEmail] },
  ],
  turns: { atOnce: 1, allKnown: 'greeting', greeting: 'All is known of {{ town | default: "you" }}.' },
  messages: [
    {
      name: 'notice',
      title: 'Notice',
      to: 'desk',
      subject: 'From {{ town | default: "-" }}',
      body: '{{ all_answers }}',
    },
  ],
  outcome: { title: 'Thank you', body: 'We know {{ town | default: "nothing" }}.' },
}

const shop = workshop(facts, `plain-${mark}`)

const shownIn = (html: string) =>
  [...html.matchAll(/data-question="([a-z_]+)"([^>]*)>/g)].flatMap(([, name = '', more = '']) =>
    more.includes('hidden') ? [] : [name],
  )

/** Somebody of whom this is stored, with a link to the form. */
async function known(name: string, values: Record<string, string>, form = slug) {
  const address = shop.addressOf(name)
  const made = await api<{ id: string }>(shop.reach, 'POST', '/contacts', { email: address, ...values })
  expect(made.status, JSON.stringify(made.body)).toBe(201)
  const link = await api<{ k: string }>(shop.reach, 'POST', `/contacts/${made.body.id}/links`, { form })
  const open = (path = form) => openPage(facts, `/f/${path}?k=${link.body.k}`)
  return { id: made.body.id, k: link.body.k, email: address, open }
}

type Known = Awaited<ReturnType<typeof known>>

/** Sends as the page does that was opened. */
async function answer({ k, open, email: address }: Known, values: Record<string, unknown>, page = open()) {
  const { html, data } = await page
  const turns = /name="_turns" value="([^"]*)"/.exec(html)?.[1]
  return send(shop.reach, slug, { email: address, ...values }, {
    ...data,
    k,
    ...(turns === undefined ? {} : { turns }),
  } as never)
}

beforeAll(async () => {
  await shop.open()
  for (const name of ['town', 'trade', 'boat']) await api(shop.reach, 'POST', '/fields/contact', { label: name })
  await releasedForm(shop.reach, slug, asking)
  await releasedForm(shop.reach, other, asking)
  await releasedForm(shop.reach, thanks, { ...asking, turns: { atOnce: 3, allKnown: 'outcome' } })
})

describe('a form that asks in turn', () => {
  it('asks the next of what is still unknown each time, here and in other forms, until all is known', async () => {
    const ilka = await known('Ilka', {})
    const seen: string[][] = []
    const stored = { town: 'Harbour', trade: 'Glass', boat: 'Mary' }
    for (let visit = 0; visit < 4; visit++) {
      const page = await ilka.open()
      seen.push(shownIn(page.html).filter((name) => name in stored))
      const sent = await answer(ilka, { wish: 'blue', ...stored }, Promise.resolve(page))
      expect(sent.status, JSON.stringify(sent.body)).toBe(200)
      await applied(shop.reach, sent.body.submission)
    }
    expect(seen).toEqual([['town'], ['trade'], ['boat'], []])
    const last = await ilka.open()
    expect(last.html).toContain('All is known of Harbour.')
    expect(last.html).toContain('[Harbour]')
  })

  it('wants only what its page asked, and lands, sends and counts what was known as what it is', async () => {
    const oda = await known('Oda', { town: 'Hill' })
    const page = oda.open()
    expect(shownIn((await page).html)).not.toContain('town')
    const unanswered = await answer(oda, { wish: 'blue' }, page)
    expect([unanswered.status, unanswered.body]).toMatchObject([422, { errors: [{ name: 'trade' }] }])
    const sent = await answer(oda, { wish: 'blue', trade: 'Clay', town: 'Stolen', boat: 'Stolen' }, page)
    const { values, origins, plan, contact } = await applied(shop.reach, sent.body.submission)
    expect(values).toEqual({ wish: 'blue', trade: 'Clay', town: 'Hill', email: oda.email })
    expect(origins).toMatchObject({ town: 'known', trade: 'typed' })
    expect(contact).toBe(oda.id)
    expect((plan as unknown as { changes: { field: string }[] }).changes.map(({ field }) => field)).toEqual(['trade'])
    expect(plan).toMatchObject({ outcome: { body: 'We know Hill.' } })
  })

  it('stays as its page was where more has become known since, and nothing that was typed is lost', async () => {
    const wim = await known('Wim', {})
    const [one, two] = [await wim.open(), await wim.open()]
    const first = await answer(wim, { wish: 'red', town: 'Hill' }, Promise.resolve(one))
    await applied(shop.reach, first.body.submission)
    // The other page asked the same, and nothing that would be next by now.
    const second = await answer(wim, { wish: 'green', town: 'Harbour' }, Promise.resolve(two))
    expect(second.status, JSON.stringify(second.body)).toBe(200)
    const { values } = await applied(shop.reach, second.body.submission)
    expect(values).toMatchObject({ wish: 'green', town: 'Harbour' })
    expect((await shop.contactOf(wim.id)).values).toMatchObject({ town: 'Harbour' })
  })

  it('takes no page’s word that is not ours: what is asked then is what is unknown', async () => {
    const vera = await known('Vera', {})
    const { html, data } = await vera.open()
    const [names, proof] = (/name="_turns" value="([^"]*)"/.exec(html)?.[1] ?? '').split('.')
    expect(names).toBe('town')
    for (const turns of [`.${proof}`, 'trade.x', '', `town trade.${proof}`]) {
      const sent = await send(shop.reach, slug, { wish: 'x', email: vera.email }, {
        ...data,
        k: vera.k,
        turns,
      } as never)
      expect([turns, sent.status]).toEqual([turns, 422])
      expect(sent.body).toMatchObject({ errors: [{ name: 'town' }] })
    }
  })

  it('asks strangers the first, tells them nothing, and takes from programs all that they answer', async () => {
    const { html } = await openPage(facts, `/f/${slug}`)
    expect(shownIn(html)).toContain('town')
    expect(shownIn(html)).not.toContain('trade')
    const address = shop.addressOf('Program')
    const all = { wish: 'x', email: address, town: 'Hill', trade: 'Tin', boat: 'None' }
    const sent = await send(shop.reach, slug, all)
    const { values, contact } = await applied(shop.reach, sent.body.submission)
    // Its own condition does not hold.
    expect(values).toEqual({ wish: 'x', email: address, town: 'Hill', trade: 'Tin' })
    expect((await shop.contactOf(contact)).values).toMatchObject({ town: 'Hill', trade: 'Tin' })
  })

  it('has a base of those who were asked', async () => {
    interface Answered {
      answered: { name: string; asked: number }[]
    }
    const { body } = await api<Answered>(shop.reach, 'GET', `/forms/${slug}/readout`)
    const asked = (name: string) => body.answered.find((one) => one.name === name)?.asked
    const rows = await shop.rows<{ town: number; sent: number }>(
      `select count(*) filter (where "values" ? 'town' and origins ->> 'town' is distinct from 'known')::int as town,
         count(*)::int as sent from submission join form on form.id = form_id where slug = $1 and not is_test`,
      slug,
    )
    expect([asked('town'), asked('wish')]).toEqual([rows[0]?.town, rows[0]?.sent])
    expect(rows[0]?.town).toBeLessThan(rows[0]?.sent ?? 0)
  })

  it('is corrected without asking what was not asked', async () => {
    const nora = await known('Nora', { town: 'Harbour' })
    const sent = await answer(nora, { wish: 'blue', trade: 'Clay' })
    await applied(shop.reach, sent.body.submission)
    const correct = (values: object) =>
      api<{ message?: string }>(shop.reach, 'PUT', `/submissions/${sent.body.submission}/answers`, { values })
    expect((await correct({ wish: 'green' })).status).toBe(200)
    const { values, origins } = await applied(shop.reach, sent.body.submission)
    expect(values).toMatchObject({ wish: 'green', town: 'Harbour', trade: 'Clay' })
    expect(values).not.toHaveProperty('boat')
    expect(origins).toMatchObject({ town: 'known' })
    expect((await correct({ boat: 'Mary' })).status).toBe(200)
    expect((await shop.contactOf(nora.id)).values).toMatchObject({ boat: 'Mary' })
  })

  it('comes to its outcome at once where all is known, and nothing is sent', async () => {
    const tess = await known('Tess', { town: 'Hill', trade: 'Tin' }, thanks)
    const { html } = await tess.open()
    expect(html).toContain('<h1 tabindex="-1">Thank you</h1>')
    expect(html).toContain('We know Hill.')
    expect(await shop.rows('select from submission where contact_id = $1', tess.id)).toEqual([])
    const ruth = await known('Ruth', { town: 'Hill' }, thanks)
    expect(shownIn((await ruth.open()).html)).toContain('trade')
  })

  it('is counted over everybody and over a segment as it would be for each of them', async () => {
    const people = await Promise.all(
      [{}, { town: 'Cove' }, { town: 'Cove', trade: 'Tin' }, { town: 'Harbour', trade: 'Tin' }].map((values, n) =>
        known(`Counted${n}`, { last_name: `Counted${mark}`, ...values } as Record<string, string>),
      ),
    )
    const seen = await Promise.all(
      people.map(async (one) =>
        shownIn((await one.open()).html).find((name) => ['town', 'trade', 'boat'].includes(name)),
      ),
    )
    expect(seen).toEqual(['town', 'trade', undefined, 'boat'])
    const condition = { value: 'contact.last_name', is: 'equals', to: `Counted${mark}` }
    const segment = await api<{ name: string }>(shop.reach, 'POST', '/segments', { title: 'Counted', condition })
    const count = (wish: object) => api<Counts>(shop.reach, 'POST', `/forms/${slug}/turns`, wish)
    interface Counts {
      people: number
      allKnown: number
      questions: { name: string; known: number; asked: number }[]
    }
    expect((await count({ segment: segment.body.name })).body).toEqual({
      people: 4,
      allKnown: 1,
      questions: [
        { name: 'town', known: 3, asked: 1 },
        { name: 'trade', known: 2, asked: 1 },
        { name: 'boat', known: 0, asked: 1 },
      ],
    })
    const [all] = await shop.rows<{ n: number; town: number }>(
      `select count(*)::int as n, count(*) filter (where "values" ->> 'town' <> '')::int as town from record
       where workspace_id = $1 and type = 'contact' and gone_by is null`,
      shop.workspace,
    )
    const everybody = (await count({})).body
    expect([everybody.people, everybody.questions[0]?.known]).toEqual([all?.n, all?.town])
    expect((await count({ segment: 'gone' })).status).toBe(404)
  })

  it('is planned by what is known, and foreseen visit by visit', async () => {
    const pia = await known('Pia', { town: 'Harbour' })
    const plan = async (contact: string | null) =>
      (
        await api<{ turns: string[][]; errors: { name: string }[] }>(shop.reach, 'POST', `/forms/${slug}/plan`, {
          contact,
        })
      ).body
    expect((await plan(pia.id)).turns).toEqual([['Your trade'], ['Your boat']])
    const stranger = await plan(null)
    expect(stranger.turns).toEqual([['Your town'], ['Your trade'], ['Your boat']])
    expect(stranger.errors.map(({ name }) => name)).toEqual(['wish', 'town', 'email'])
  })
})
