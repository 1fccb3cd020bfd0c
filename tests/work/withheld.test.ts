import { beforeAll, describe, expect, it } from 'vitest'
import { addressIn, api, applied, mailTo, send, smallForm, until } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { workshop } from '../support/workshop'

const facts = readFacts()
const slug = `withheld-${Date.now().toString(36)}`
const [notice, thanks] = smallForm.messages ?? []
const shop = workshop(facts, slug, {
  ...smallForm,
  messages: [
    { ...notice, name: 'notice' },
    { ...thanks, name: 'sample', title: 'Sample issue', subject: 'Your sample', waits: { for: 'confirmed' } },
  ],
} as typeof smallForm)

interface Held {
  id: string
  key: string
  state: string
  asideFor: string | null
  dueAt: string | null
  nextAt: string | null
}

const heldOf = async (submission: string) => {
  const { body } = await api<{ deliveries: Held[] }>(shop.reach, 'GET', `/submissions/${submission}`)
  return body.deliveries.find(({ key }) => key === 'mail:sample')
}
const isNow = (submission: string, state: string) =>
  until(`the sample is ${state}`, async () => (await heldOf(submission))?.state === state)
const samplesOf = async (email: string) =>
  (await mailTo(facts, email)).filter(({ subject }) => subject === 'Your sample').length

/** Somebody who ticked the letter, with the address that they are asked at. */
async function asked(name: string) {
  const email = shop.addressOf(name)
  const { body } = await send(shop.reach, slug, { first_name: name, email, letter: true })
  await applied(shop.reach, body.submission)
  const address = await until('they are asked', async () =>
    (await mailTo(facts, email)).flatMap(({ text }) => addressIn(text, 'join') ?? []).at(0),
  )
  return { email, address, submission: body.submission as string }
}
const answer = (address: string, join: 'yes' | 'no') =>
  fetch(address, { method: 'POST', body: new URLSearchParams({ join }) })

beforeAll(async () => {
  await shop.open()
  await api(shop.reach, 'PUT', '/lists/firing_notes/confirming', { confirm: {} })
})

describe('a mail that waits until lists are confirmed', () => {
  it('is held, cannot be sent by hand, and goes out by itself once they confirm', async () => {
    const { email, address, submission } = await asked('ada')
    const held = await heldOf(submission)
    expect(held).toMatchObject({ state: 'waiting', nextAt: held?.dueAt })
    const days = (Date.parse(held?.dueAt ?? '') - Date.now()) / 86_400_000
    expect(days > 13.9 && days <= 14).toBe(true)
    expect((await api(shop.reach, 'POST', `/deliveries/${held?.id}/again`)).status).toBe(404)
    expect(await samplesOf(email)).toBe(0)
    await answer(address, 'yes')
    await isNow(submission, 'delivered')
    expect(await samplesOf(email)).toBe(1)
    const [mail] = (await mailTo(facts, email)).filter(({ subject }) => subject === 'Your sample')
    expect(addressIn(mail?.text ?? '', 'join')).toBeUndefined()
  })

  it('never goes out where they say that they did not ask', async () => {
    const { email, address, submission } = await asked('bo')
    await answer(address, 'no')
    expect(await heldOf(submission)).toMatchObject({
      state: 'put_aside',
      asideFor: 'What it waited for was not confirmed.',
    })
    expect(await samplesOf(email)).toBe(0)
  })

  it('is put aside once nobody can confirm any more, and waits longer where they are asked again', async () => {
    const [late, anew] = [await asked('cy'), await asked('di')]
    for (const { submission } of [late, anew])
      await query(
        facts.database,
        `update list_pending set asked_at = asked_at - interval '14 days' where submission_id = $1`,
        [submission],
      )
    const { contact } = await applied(shop.reach, anew.submission)
    await api(shop.reach, 'POST', `/contacts/${contact}/askings`, { list: 'firing_notes' })
    for (const { submission } of [late, anew]) {
      const id = (await heldOf(submission))?.id
      await query(facts.database, `update delivery set due_at = now(), next_at = now() where id = $1`, [id])
    }
    // What goes to somebody else has the lane look.
    await asked('ed')
    await isNow(late.submission, 'put_aside')
    await until('it waits longer', async () => {
      const held = await heldOf(anew.submission)
      return held?.state === 'waiting' && Date.parse(held.dueAt ?? '') > Date.now() + 13 * 86_400_000
    })
    const second = await until('they are asked again', async () =>
      (await mailTo(facts, anew.email))
        .flatMap(({ text }) => addressIn(text, 'join') ?? [])
        .find((one) => one !== anew.address),
    )
    await answer(second, 'yes')
    await isNow(anew.submission, 'delivered')
    expect([await samplesOf(anew.email), await samplesOf(late.email)]).toEqual([1, 0])
  })

  it('goes out once they confirm also where a correction sends it', async () => {
    const { email, address, submission } = await asked('hal')
    const corrected = await api(shop.reach, 'PUT', `/submissions/${submission}/answers`, {
      values: { first_name: 'Hal', email, letter: true },
      send: ['mail:sample'],
    })
    expect(corrected.status).toBe(200)
    const states = async () => {
      const { body } = await api<{ deliveries: Held[] }>(shop.reach, 'GET', `/submissions/${submission}`)
      return body.deliveries.filter(({ key }) => key === 'mail:sample').map(({ state }) => state)
    }
    const held = await states()
    await answer(address, 'yes')
    await until('all that waited is delivered', async () => (await states()).every((state) => state !== 'waiting'))
    expect([held.includes('waiting'), (await states()).includes('delivered')]).toEqual([true, true])
    expect(await samplesOf(email)).toBe((await states()).filter((state) => state === 'delivered').length)
  })

  it('waits again where it was stopped and is let wait, and goes at once to whoever is not asked', async () => {
    const { email, address, submission } = await asked('fay')
    const id = (await heldOf(submission))?.id
    expect((await api(shop.reach, 'PUT', `/deliveries/${id}/aside`, { reason: 'Rang her' })).status).toBe(204)
    expect((await api(shop.reach, 'POST', `/deliveries/${id}/again`)).status).toBe(204)
    expect(await heldOf(submission)).toMatchObject({ state: 'waiting', asideFor: null })
    await answer(address, 'yes')
    await isNow(submission, 'delivered')

    // They are on the list now: nothing asks them.
    const { body } = await send(shop.reach, slug, { first_name: 'fay', email, letter: true })
    await isNow(body.submission, 'delivered')
    expect(await samplesOf(email)).toBe(2)
    const other = await send(shop.reach, slug, { first_name: 'gus', email: shop.addressOf('gus') })
    await isNow(other.body.submission, 'delivered')
  })
})
