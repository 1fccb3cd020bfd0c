import { beforeAll, describe, expect, it } from 'vitest'
import { addressIn, api, applied, mailTo, releasedForm, send, smallForm, until } from '../support/api'
import { readFacts } from '../support/facts'
import { workshop } from '../support/workshop'

const facts = readFacts()
const mark = Date.now().toString(36)
const slug = `confirming-${mark}`
const both = `two-lists-${mark}`
const shop = workshop(facts, slug, smallForm)

interface OnLists {
  memberships: { list: string; wording: string }[]
  pending: { ask: string; list: string; lapsed: boolean; submission: string | null }[]
  changes: { field: string; to: unknown; sort: string; deed: string; cause: string; because: string }[]
}

const read = async (id: string) => (await api<OnLists>(shop.reach, 'GET', `/contacts/${id}`)).body
const listsOf = async (id: string) => (await read(id)).memberships.map(({ list }) => list)
const askedOf = async (id: string) => (await read(id)).pending.map(({ list }) => list)

const post = (address: string, join: 'yes' | 'no') =>
  fetch(address, { method: 'POST', body: new URLSearchParams({ join }) })

/** Every address at which lists are confirmed that came to a mailbox. */
const askings = async (email: string) =>
  (await mailTo(facts, email)).flatMap(({ text }) => addressIn(text, 'join') ?? [])

/** The one that came beside another. */
const askedAnew = (email: string, before: string) =>
  until('they are asked once more', async () => (await askings(email)).find((address) => address !== before))

/** Somebody who ticked the letter, and the address that their mail asks at. */
async function asked(name: string, answers: object = { letter: true }, form = slug) {
  const email = shop.addressOf(name)
  const sent = await send(shop.reach, form, { first_name: name, email, ...answers })
  const { contact } = await applied(shop.reach, sent.body.submission)
  const address = await askedAnew(email, '')
  return { id: contact ?? '', email, address, submission: sent.body.submission, outcome: sent.body.outcome }
}

beforeAll(async () => {
  await shop.open()
  await api(shop.reach, 'POST', '/lists', { title: 'Offers' })
  const [about, you] = smallForm.steps
  const offers = { kind: 'consent' as const, name: 'offers', label: 'Offers', wording: 'Send me offers.' }
  await releasedForm(shop.reach, both, {
    ...smallForm,
    steps: [about, { ...you, questions: [...(you?.questions ?? []), offers] }] as typeof smallForm.steps,
    joins: [
      { list: 'firing_notes', consent: 'letter' },
      { list: 'offers', consent: 'offers' },
    ],
  })
  for (const list of ['firing_notes', 'offers'])
    await api(shop.reach, 'PUT', `/lists/${list}/confirming`, { confirm: {} })
})

describe('a list that is confirmed by mail', () => {
  it('is joined once whoever has the mail says so, and by nothing before', async () => {
    const { id, address, submission, outcome } = await asked('ada')
    expect(outcome).toMatchObject({ asked: true })
    expect(address).not.toContain('ada@')
    expect([await listsOf(id), await askedOf(id)]).toEqual([[], ['firing_notes']])
    const people = await api<{ contacts: object[] }>(shop.reach, 'GET', '/contacts?search=ada')
    expect(people.body.contacts).toMatchObject([{ lists: [] }])

    // A look changes nothing: mail programs look at every address.
    const page = await fetch(address, { headers: { 'accept-language': 'de' } })
    expect([page.status, page.headers.get('cache-control')]).toEqual([200, 'no-store'])
    expect(await page.text()).toContain('Möchten Sie auf die Liste?')
    expect(await listsOf(id)).toEqual([])

    const kept = await post(address, 'yes')
    expect([kept.status, (await kept.text()).includes('You are on it now: Firing notes.')]).toEqual([200, true])
    expect([await listsOf(id), await askedOf(id)]).toEqual([['firing_notes'], []])
    expect((await read(id)).changes.find(({ field }) => field === '_list.firing_notes')).toMatchObject({
      sort: 'visitor',
      deed: 'confirmLists',
      because: 'Confirmed by mail',
    })
    const [evidence] = await shop.rows<object>('select * from list_consent where contact_id = $1', id)
    expect(evidence).toMatchObject({
      list: 'firing_notes',
      wording: 'Send me Firing notes.',
      address: shop.addressOf('ada'),
      proven: 'mail',
      submission_id: submission,
      release: 1,
      asked_at: expect.any(Date),
      given_at: expect.any(Date),
    })
  })

  it('is asked for once: the address works no more, and asks nothing of who is on it', async () => {
    const { id, email, address } = await asked('bo')
    await post(address, 'yes')
    const before = (await read(id)).changes.length
    expect([(await fetch(address)).status, (await post(address, 'yes')).status]).toEqual([404, 404])
    expect((await read(id)).changes.length).toBe(before)
    const again = await send(shop.reach, slug, { first_name: 'bo', email, letter: true })
    await applied(shop.reach, again.body.submission)
    // The page says the same to whoever types an address, whether it is on the list or not.
    expect(again.body.outcome).toMatchObject({ asked: true })
    await until('the other mail came', async () => ((await mailTo(facts, email)).length > 2 ? true : undefined))
    expect([await askings(email), await askedOf(id)]).toEqual([[address], []])
  })

  it('is one mail for several', async () => {
    const email = shop.addressOf('cy')
    const sent = await send(shop.reach, both, { first_name: 'cy', email, letter: true, offers: true })
    const { contact } = await applied(shop.reach, sent.body.submission)
    const address = await askedAnew(email, '')
    const mails = (await mailTo(facts, email)).filter(({ text }) => text.includes('/m/join/'))
    expect(mails.map(({ subject }) => subject)).toEqual(['Please confirm: Firing notes, Offers'])
    await post(address, 'yes')
    expect(await listsOf(contact ?? '')).toEqual(['firing_notes', 'offers'])
  })

  it('puts nobody on it who says that they did not ask, and nothing else asks about it then', async () => {
    const { id, email, address } = await asked('di')
    await send(shop.reach, slug, { first_name: 'di', email, letter: true })
    const second = await askedAnew(email, address)
    expect((await read(id)).pending).toHaveLength(1)
    const refused = await post(second, 'no')
    expect(await refused.text()).toContain('You are not put on any list.')
    expect([await listsOf(id), await askedOf(id)]).toEqual([[], []])
    expect((await fetch(address)).status).toBe(404)
  })

  it('asks nothing of whoever comes by their personal link', async () => {
    const first = await shop.arrive('ed')
    const [id, email] = [first.contact ?? '', shop.addressOf('ed')]
    const link = await api<{ k: string }>(shop.reach, 'POST', `/contacts/${id}/links`, { form: slug })
    const { body } = await send(shop.reach, slug, { first_name: 'ed', email, letter: true }, { k: link.body.k })
    await applied(shop.reach, body.submission)
    expect(body.outcome).not.toHaveProperty('asked')
    expect([await listsOf(id), await askedOf(id)]).toEqual([['firing_notes'], []])
    expect(await shop.rows('select proven from list_consent where contact_id = $1', id)).toEqual([{ proven: 'link' }])
  })

  it('is asked about once more on wish: the mail of before works no more', async () => {
    const { id, email, address } = await asked('flo')
    const ask = () => api(shop.reach, 'POST', `/contacts/${id}/askings`, { list: 'firing_notes' })
    expect((await ask()).status).toBe(409)
    await shop.rows(`update list_pending set asked_at = now() - interval '2 minutes' where contact_id = $1`, id)
    expect((await ask()).status).toBe(200)
    const second = await askedAnew(email, address)
    expect((await fetch(address)).status).toBe(404)
    await post(second, 'yes')
    expect(await listsOf(id)).toEqual(['firing_notes'])
    const [evidence] = await shop.rows<object>('select * from list_consent where contact_id = $1', id)
    expect(evidence).toMatchObject({ proven: 'mail', release: 1, address: email })
    expect((await ask()).status).toBe(404)
  })

  it('can be answered for two weeks, and everybody who has not is asked again at once', async () => {
    const { id, email, address } = await asked('gil')
    await shop.rows(`update list_pending set asked_at = now() - interval '15 days' where contact_id = $1`, id)
    expect((await fetch(address)).status).toBe(404)
    expect((await post(address, 'yes')).status).toBe(404)
    const told = (await api<{ waiting: number; pending: object[] }>(shop.reach, 'GET', '/lists/firing_notes')).body
    expect(told.pending).toContainEqual(expect.objectContaining({ email, lapsed: true }))
    const all = await api(shop.reach, 'POST', '/lists/firing_notes/askings', {})
    expect([all.status, all.body]).toEqual([200, { asked: 1 }])
    await until('they are asked again', async () => ((await askings(email)).length > 1 ? true : undefined))
    expect((await api(shop.reach, 'POST', '/lists/firing_notes/askings', {})).body).toEqual({ asked: 0 })
  })

  it('goes along where two are one, and goes with whoever is erased', async () => {
    const [kept, gone] = [await asked('hal'), await asked('ida')]
    await api(shop.reach, 'POST', '/merges', { kept: kept.id, gone: [gone.id] })
    expect((await read(kept.id)).pending).toHaveLength(1)
    await post(gone.address, 'yes')
    expect([await listsOf(kept.id), await askedOf(kept.id)]).toEqual([['firing_notes'], []])
    const erased = await api(shop.reach, 'POST', `/contacts/${kept.id}/erasure`, { address: kept.email })
    expect(erased.status).toBe(200)
    const ids = [kept.id, gone.id]
    for (const table of ['list_pending', 'list_consent'])
      expect(await shop.rows(`select * from ${table} where contact_id = any($1::uuid[])`, ids)).toEqual([])
  })

  it('is found by no address but the one in their mail, and none of it is another workspace’s to see', async () => {
    const { address, id } = await asked('jo')
    const other = await asked('kim')
    const proof = other.address.split('.').at(-1) ?? ''
    for (const wrong of [
      `${address}x`,
      address.slice(0, -1),
      address.replace(/[^.]+$/, proof),
      `${facts.url}/m/join/x`,
    ])
      expect([(await fetch(wrong)).status, (await post(wrong, 'yes')).status]).toEqual([404, 404])
    expect(await listsOf(id)).toEqual([])
    const asks = [
      ['PUT', '/lists/offers/confirming', { confirm: null }],
      ['POST', '/lists/offers/askings', {}],
      ['POST', `/contacts/${id}/askings`, { list: 'firing_notes' }],
    ] as const
    for (const [method, path, body] of asks) {
      const answer = await api({ ...shop.reach, token: facts.token }, method, path, body)
      expect([path, answer.status]).toEqual([path, 404])
    }
  })

  it('asks and thanks in the words of the list, and takes none that cannot be written', async () => {
    const words = {
      subject: 'Yes to {{ lists }}?',
      body: '{{ from }} asks {{ address }}.',
      page: 'Is it {{ address }}?',
      thanks: 'Welcome, {{ address }}',
    }
    const set = (confirm: object | null) => api(shop.reach, 'PUT', '/lists/offers/confirming', { confirm })
    expect((await set({ en: words })).body).toMatchObject({ name: 'offers', confirm: { en: words } })
    const { email, address } = await asked('lu', { offers: true }, both)
    const [mail] = (await mailTo(facts, email)).filter(({ text }) => text.includes('/m/join/'))
    expect([mail?.subject, mail?.text.split('\n')[0]]).toEqual([
      'Yes to Offers?',
      expect.stringContaining(`asks ${email}.`),
    ])
    expect(await (await fetch(address)).text()).toContain(`Is it ${email}?`)
    expect(await (await post(address, 'yes')).text()).toContain(`Welcome, ${email}`)
    for (const wrong of ['{{ lists', '{{ first_name }}', '{% include "x" %}'])
      expect([wrong, (await set({ en: { ...words, body: wrong } })).status]).toEqual([wrong, 422])
    expect((await set({ xx: words })).status).toBe(422)
    // Where a consent is enough again, it is.
    await set(null)
    const sent = await send(shop.reach, both, { first_name: 'mo', email: shop.addressOf('mo'), offers: true })
    const { contact } = await applied(shop.reach, sent.body.submission)
    expect(await listsOf(contact ?? '')).toEqual(['offers'])
  })
})
