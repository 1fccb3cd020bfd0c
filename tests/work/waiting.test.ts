import { beforeAll, describe, expect, it } from 'vitest'
import { api, applied, mailTo, releasedForm, send, smallForm, until } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()
const slug = `waiting-${Date.now().toString(36)}`
const MINUTE = 60_000

interface Waiting {
  id: string
  key: string
  state: string
  attempts: number
  dueAt: string | null
  nextAt: string | null
  settledAt: string | null
  asideFor: string | null
}

/** The days of the week that are two to five days away, in UTC: nobody is there today, nor tomorrow. */
const LATER = [2, 3, 4, 5].map((days) => new Date(Date.now() + days * 24 * 60 * MINUTE).getUTCDay() || 7)

describe('a mail that waits', () => {
  let reach: typeof facts

  beforeAll(async () => {
    reach = { ...facts, token: (await makeWorkspace(facts)).token }
    await api(reach, 'POST', '/lists', { title: 'Firing notes' })
    await api(reach, 'POST', '/desks', { title: 'Advice line', addresses: ['advice@elm.example'] })
    const hours = { zone: 'UTC', open: [{ days: LATER, from: '09:00', to: '17:00' }] }
    expect((await api(reach, 'POST', '/desks', { title: 'North desk', addresses: [], hours })).status).toBe(201)
    const [notice, thanks] = smallForm.messages ?? []
    await releasedForm(reach, slug, {
      ...smallForm,
      messages: [
        { ...notice, name: 'notice' },
        { ...thanks, name: 'thanks', waits: { for: 'time', minutes: 120 } },
        { ...thanks, name: 'offer', title: 'Offer', waits: { for: 'hours', desk: 'north_desk' } },
      ],
    } as typeof smallForm)
  })

  const sent = async (name: string) => {
    const email = `${name}@${slug}.example`
    const { body } = await send(reach, slug, { first_name: name, email })
    await applied(reach, body.submission)
    return { id: body.submission as string, email }
  }
  const waitingOf = async (id: string) => {
    const { body } = await api<{ receivedAt: string; deliveries: Waiting[] }>(reach, 'GET', `/submissions/${id}`)
    const of = (key: string) => body.deliveries.find((one) => one.key === `mail:${key}`) as Waiting
    return { thanks: of('thanks'), offer: of('offer'), receivedAt: Date.parse(body.receivedAt) }
  }
  const isThere = (id: string, key: 'thanks' | 'offer', state: string) =>
    until(`${key} is ${state}`, async () => {
      const found = (await waitingOf(id))[key]
      return found.state === state && found
    })

  it('is planned so, seen waiting, and not sent', async () => {
    const { id, email } = await sent('oda')
    const { thanks, offer, receivedAt } = await waitingOf(id)
    expect(thanks).toMatchObject({ state: 'waiting', attempts: 0, nextAt: thanks.dueAt })
    expect(Date.parse(thanks.dueAt ?? '') - receivedAt).toBe(120 * MINUTE)
    const due = new Date(offer.dueAt ?? '')
    expect([due.toISOString().slice(11, 19), LATER.includes(due.getUTCDay() || 7)]).toEqual(['09:00:00', true])
    expect(due.getTime() - receivedAt).toBeGreaterThan(24 * 60 * MINUTE)
    await until('the desk is told', async () => (await mailTo(facts, 'advice@elm.example')).length > 0)
    expect(await mailTo(facts, email)).toEqual([])
    const { body } = await api<{ plan: { messages: { message: string; waits?: { words: string } }[] } }>(
      reach,
      'GET',
      `/submissions/${id}`,
    )
    expect(body.plan.messages.map(({ message, waits }) => [message, waits?.words ?? null])).toEqual([
      ['notice', null],
      ['thanks', 'after 2 hours'],
      ['offer', 'in the hours of North desk'],
    ])
  })

  it('goes out by itself once its time has come, and once', async () => {
    const { id, email } = await sent('bram')
    await query(
      facts.database,
      `update delivery set due_at = now() + interval '2 seconds', next_at = now() + interval '2 seconds' where cause_id = $1 and key = 'mail:thanks'`,
      [id],
    )
    const { settledAt, dueAt } = await isThere(id, 'thanks', 'delivered')
    expect(Date.parse(settledAt ?? '')).toBeGreaterThanOrEqual(Date.parse(dueAt ?? ''))
    expect((await mailTo(facts, email)).map(({ copies }) => copies)).toEqual([1])
  })

  it('is sent now by hand, once, whoever asks twice', async () => {
    const { id, email } = await sent('cleo')
    const { offer } = await waitingOf(id)
    const answers = await Promise.all([1, 2].map(() => api(reach, 'POST', `/deliveries/${offer.id}/again`)))
    expect(answers.map(({ status }) => status)).toContain(204)
    await isThere(id, 'offer', 'delivered')
    expect((await mailTo(facts, email)).map(({ copies }) => copies)).toEqual([1])
    expect((await api(reach, 'POST', `/deliveries/${offer.id}/again`)).status).toBe(404)
  })

  it('is stopped by hand with a reason, stays so, and can be sent all the same', async () => {
    const { id, email } = await sent('dag')
    const { thanks } = await waitingOf(id)
    expect((await api(reach, 'PUT', `/deliveries/${thanks.id}/aside`, { reason: 'Rang her' })).status).toBe(204)
    expect((await api(reach, 'PUT', `/deliveries/${thanks.id}/aside`, { reason: 'Again' })).status).toBe(404)
    await query(facts.database, `update delivery set due_at = now(), next_at = now() where id = $1`, [thanks.id])
    await new Promise((done) => setTimeout(done, 4000))
    expect((await waitingOf(id)).thanks).toMatchObject({ state: 'put_aside', asideFor: 'Rang her' })
    expect(await mailTo(facts, email)).toEqual([])
    expect((await api(reach, 'POST', `/deliveries/${thanks.id}/again`)).status).toBe(204)
    await isThere(id, 'thanks', 'delivered')
    // What went out is stopped no more.
    expect((await api(reach, 'PUT', `/deliveries/${thanks.id}/aside`, { reason: 'Late' })).status).toBe(404)
  })

  it('does not go out where what caused it is put back, and waits again where that is', async () => {
    const { id, email } = await sent('edda')
    const back = await api<{ cause: string }>(reach, 'POST', `/causes/${id}/back`)
    expect(back.status).toBe(200)
    expect((await waitingOf(id)).thanks).toMatchObject({ state: 'put_aside', asideFor: 'What caused it was put back.' })
    expect((await api(reach, 'POST', `/causes/${back.body.cause}/back`)).status).toBe(200)
    const { thanks } = await waitingOf(id)
    expect(thanks).toMatchObject({ state: 'waiting', attempts: 0, asideFor: null, nextAt: thanks.dueAt })
    expect(await mailTo(facts, email)).toEqual([])
  })

  it('follows the hours that a desk has then, and is a fault of a draft where it has none', async () => {
    const always = { zone: 'UTC', open: [{ days: [1, 2, 3, 4, 5, 6, 7], from: '00:00', to: '24:00' }] }
    const set = (body: object) =>
      api<{ hours: unknown }>(reach, 'PUT', '/desks/north_desk', { title: 'North desk', ...body })
    expect((await set({ hours: always })).body.hours).toEqual(always)
    // A program that knows nothing of hours takes none away.
    expect((await set({ addresses: ['north@elm.example'] })).body.hours).toEqual(always)
    for (const hours of [
      { zone: 'Mars/Olympus', open: always.open },
      { zone: 'UTC', open: [] },
    ])
      expect((await set({ hours })).status).toBe(422)
    const { id, email } = await sent('finn')
    await isThere(id, 'offer', 'delivered')
    expect((await mailTo(facts, email)).length).toBe(1)
    expect((await waitingOf(id)).offer.dueAt).toBeNull()
    expect((await set({ hours: null })).body.hours).toBeNull()
    const { body } = await api<{ findings: { severity: string; text: string }[] }>(
      reach,
      'GET',
      `/forms/${slug}/findings`,
    )
    expect(body.findings).toContainEqual(
      expect.objectContaining({
        severity: 'fault',
        text: '“Offer” goes out in the hours of North desk, which has none yet.',
      }),
    )
    // What is live goes on, and says what became of it.
    const late = await sent('gro')
    await isThere(late.id, 'offer', 'delivered')
    const told = await api<{ plan: { findings: string[] } }>(reach, 'GET', `/submissions/${late.id}`)
    expect(told.body.plan.findings).toContain(
      '“Offer” goes out at once: it was to go out in the hours of North desk, which has none',
    )
  })
})
