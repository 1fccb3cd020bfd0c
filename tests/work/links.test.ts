import { beforeAll, describe, expect, it } from 'vitest'
import { api, applied, send, greetingForm } from '../support/api'
import { readFacts } from '../support/facts'
import { openPage } from '../support/page'
import { workshop } from '../support/workshop'

const facts = readFacts()
const slug = `links-${Date.now().toString(36)}`
const shop = workshop(facts, slug, greetingForm)

interface Link {
  url: string
  k: string
}

const makeLink = async (contact: string, days?: number) =>
  (await api<Link>(shop.reach, 'POST', `/contacts/${contact}/links`, { form: slug, ...(days ? { days } : {}) })).body

const usedOf = async (contact: string) =>
  (
    await shop.rows<{ opened: number; begun: number; sent: number; others: number }>(
      `select count(*)::integer as opened, count(began_at)::integer as begun, count(sent_at)::integer as sent,
         (count(*) filter (where s.contact_id <> link.contact_id))::integer as others
       from personal_link link join visit on visit.link_id = link.id
       left join submission s on s.form_id = visit.form_id and s.visit_id = visit.id where link.contact_id = $1`,
      contact,
    )
  )[0]

beforeAll(shop.open)

describe('a personal link', () => {
  it('is told by what came of it, and by whether somebody else answered by it', async () => {
    const { contact: ilka } = await shop.arrive('Ilka')
    const { k } = await makeLink(ilka)
    const answer = async (email: string, first_name: string) => {
      const { data, html } = await openPage(facts, `/f/${slug}?k=${k}`)
      expect(html).toContain('value="Ilka"')
      const sent = await send(shop.reach, slug, { first_name, email }, { visit: data.visit, proof: data.proof, k })
      return applied(shop.reach, sent.body.submission)
    }
    await openPage(facts, `/f/${slug}?k=${k}`)
    const own = await answer(shop.addressOf('Ilka'), 'Ilka')
    expect(own.contact).toBe(ilka)
    const friends = await answer(shop.addressOf('Friend'), 'Ilka')
    expect(friends.contact).not.toBe(ilka)
    expect((await shop.contactOf(friends.contact)).values).not.toHaveProperty('first_name')
    const findings = (plan: unknown) =>
      (plan as { findings: string[] }).findings.filter((one) => one.includes('passed'))
    expect(findings(own.plan)).toEqual([])
    // Each page was opened without what a browser remembers: as many browsers.
    expect(own.plan).toMatchObject({ findings: ['The personal link had been opened in 2 browsers'] })
    expect(findings(friends.plan)).toEqual([
      'The personal link is that of Ilka, who passed it on: another address was answered',
    ])
    expect(await usedOf(ilka)).toEqual({ opened: 3, begun: 2, sent: 2, others: 1 })
  })

  it('works for as long as it was made for, and not once all of a person’s are withdrawn', async () => {
    const { contact: oda } = await shop.arrive('Oda')
    const links = [await makeLink(oda, 7), await makeLink(oda)]
    const [days] = await shop.rows<{ days: number[] }>(
      `select array_agg(extract(day from expires_at - created_at)::integer order by expires_at) as days
       from personal_link where contact_id = $1`,
      oda,
    )
    expect(days?.days).toEqual([7, 180])
    const seen = async () =>
      Promise.all(links.map(async ({ k }) => (await openPage(facts, `/f/${slug}?k=${k}`)).html.includes('value="Oda"')))
    expect(await seen()).toEqual([true, true])
    await shop.rows(
      'update personal_link set expires_at = now() where contact_id = $1 and expires_at < now() + $2',
      oda,
      '30 days',
    )
    expect(await seen()).toEqual([false, true])
    expect((await api(shop.reach, 'DELETE', `/contacts/${oda}/links`)).status).toBe(204)
    expect(await seen()).toEqual([false, false])
    expect((await api(shop.reach, 'DELETE', `/contacts/${oda}/links`)).status).toBe(404)
  })

  it('is not found by guessing', async () => {
    const { contact: wim } = await shop.arrive('Wim')
    const { k } = await makeLink(wim)
    const alphabet = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ'
    const guesses = Array.from({ length: 20 }, (_, at) =>
      [...k].map((one, n) => (n === at ? (alphabet[(alphabet.indexOf(one) + 1) % 32] ?? '') : one)).join(''),
    )
    const pages = await Promise.all(guesses.map((guess) => openPage(facts, `/f/${slug}?k=${guess}`)))
    expect(pages.filter(({ html }) => html.includes('Wim'))).toEqual([])
  })
})
