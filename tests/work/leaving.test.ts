import { beforeAll, describe, expect, it } from 'vitest'
import { addressIn, api, applied, mailTo, releasedForm, send, smallForm, until } from '../support/api'
import { readFacts } from '../support/facts'
import { workshop } from '../support/workshop'

const facts = readFacts()
const mark = Date.now().toString(36)
const slug = `leaving-${mark}`
const shop = workshop(facts, slug, smallForm)
const second = `both-${mark}`

interface OnLists {
  memberships: { list: string }[]
  left: { list: string; reason: string }[]
  changes: { field: string; sort: string; deed: string; who: string | null; because: string; cause: string }[]
}

const read = async (id: string) => (await api<OnLists>(shop.reach, 'GET', `/contacts/${id}`)).body
const listsOf = async (id: string) => (await read(id)).memberships.map(({ list }) => list)

/** Somebody on both lists, with the address that their mail says. */
async function member(name: string, values: object = { letter: true, offers: true }) {
  const email = shop.addressOf(name)
  const sent = await send(shop.reach, second, { first_name: name, email, ...values })
  const { contact } = await applied(shop.reach, sent.body.submission)
  const mail = await until('the mail came', async () => (await mailTo(facts, email))[0])
  return { id: contact ?? '', email, address: addressIn(mail.text, 'leave') ?? '', mail }
}

const post = (address: string, body: Record<string, string> | [string, string][]) =>
  fetch(address, { method: 'POST', body: new URLSearchParams(body) })

beforeAll(async () => {
  await shop.open()
  await api(shop.reach, 'POST', '/lists', { title: 'Offers' })
  const [about, you] = smallForm.steps
  const offers = { kind: 'consent' as const, name: 'offers', label: 'Offers', wording: 'Send me offers.' }
  await releasedForm(shop.reach, second, {
    ...smallForm,
    steps: [about, { ...you, questions: [...(you?.questions ?? []), offers] }] as typeof smallForm.steps,
    joins: [
      { list: 'firing_notes', consent: 'letter' },
      { list: 'offers', consent: 'offers' },
    ],
  })
})

describe('whoever is on a list', () => {
  it('gets the way to leave with their mails, and nobody else does', async () => {
    const ada = await member('ada')
    expect(ada.address).toContain(`/m/leave/${ada.id}.`)
    expect(ada.address).not.toContain('ada@')
    const bo = await member('bo', {})
    expect([bo.address, bo.mail.text]).toEqual(['', 'We have it.'])
  })

  it('changes nothing by looking, leaves some and says why, and stays off them', async () => {
    const { id, address, email } = await member('cy')
    const page = await fetch(address, { headers: { 'accept-language': 'de' } })
    expect([page.status, page.headers.get('cache-control')]).toEqual([200, 'no-store'])
    expect(await page.text()).toContain('Nehmen Sie das Häkchen von dem, was Sie nicht mehr möchten')
    expect(await listsOf(id)).toEqual(['firing_notes', 'offers'])

    const kept = await post(address, [
      ['stay', 'firing_notes'],
      ['reason', 'Too many <b>offers</b>'],
    ])
    expect(kept.status).toBe(200)
    expect(await kept.text()).toContain('Your choice is kept. These are left:')
    const told = await read(id)
    expect([told.memberships.map(({ list }) => list), told.left]).toEqual([
      ['firing_notes'],
      [
        {
          list: 'offers',
          title: 'Offers',
          reason: 'Too many <b>offers</b>',
          leftAt: expect.any(String),
        },
      ],
    ])
    const change = told.changes.find(({ field, sort }) => field === '_list.offers' && sort === 'visitor')
    expect(change).toMatchObject({ deed: 'leaveLists', who: null })
    // Nobody else takes it back for them.
    const back = await api(shop.reach, 'POST', `/causes/${change?.cause}/back`, { despite: true })
    expect(back.status).toBe(409)
    expect(
      (await api(shop.reach, 'POST', `/causes/${change?.cause}/back`, { only: { record: id, slot: '_list.offers' } }))
        .status,
    ).toBe(409)
    expect(await listsOf(id)).toEqual(['firing_notes'])
    // A consent of their own does.
    const again = await send(shop.reach, second, { first_name: 'cy', email, offers: true })
    await applied(shop.reach, again.body.submission)
    expect([await listsOf(id), (await read(id)).left]).toEqual([['firing_notes', 'offers'], []])
  })

  it('leaves all by one press of their mail program, and once only', async () => {
    const { id, address } = await member('di')
    const pressed = await post(address, { 'List-Unsubscribe': 'One-Click' })
    expect(pressed.status).toBe(200)
    expect(await listsOf(id)).toEqual([])
    const before = (await read(id)).changes.length
    expect(await (await post(address, { 'List-Unsubscribe': 'One-Click' })).text()).toContain('on no list of ours')
    expect((await read(id)).changes.length).toBe(before)
  })

  it('leaves by the same address once they are part of somebody else, and by none once they are erased', async () => {
    const [kept, gone] = [await member('ed', {}), await member('flo')]
    await api(shop.reach, 'POST', '/merges', { kept: kept.id, gone: [gone.id] })
    expect(await listsOf(kept.id)).toEqual(['firing_notes', 'offers'])
    await post(gone.address, { all: 'yes' })
    expect(await listsOf(kept.id)).toEqual([])
    expect((await api(shop.reach, 'POST', `/contacts/${kept.id}/erasure`, { address: kept.email })).status).toBe(200)
    expect((await fetch(gone.address)).status).toBe(404)
    expect(await shop.rows('select * from list_left where contact_id = any($1::uuid[])', [kept.id, gone.id])).toEqual(
      [],
    )
  })

  it('is put on none that they left by being one with somebody who is on it', async () => {
    const [kept, gone] = [await member('kit'), await member('lou')]
    await post(kept.address, { stay: 'offers' })
    expect(await listsOf(kept.id)).toEqual(['offers'])
    await api(shop.reach, 'POST', '/merges', { kept: kept.id, gone: [gone.id] })
    expect(await listsOf(kept.id)).toEqual(['offers'])
    // Nor by being kept, where whoever is part of them left it.
    const [other, left] = [await member('mia', {}), await member('ned')]
    await post(left.address, { all: 'yes' })
    await api(shop.reach, 'POST', '/merges', { kept: other.id, gone: [left.id] })
    const again = await member('oki', { letter: true })
    await api(shop.reach, 'POST', '/merges', { kept: other.id, gone: [again.id] })
    expect(await listsOf(other.id)).toEqual([])
  })

  it('is told on the page of the list: who is on it and by what, who came and went, and why', async () => {
    interface OfList {
      members: number
      joined: number
      left: number
      weeks: { joined: number; left: number }[]
      origins: { form: string | null; members: number }[]
      latest: { email: string; wording: string }[]
      leavers: { email: string; reason: string }[]
    }
    const offers = async () => (await api<OfList>(shop.reach, 'GET', '/lists/offers')).body
    const before = await offers()
    const [stays, leaves] = [await member('ida'), await member('jon')]
    await post(leaves.address, { all: 'yes', reason: 'Enough' })
    const now = await offers()
    const more = (of: 'members' | 'joined' | 'left') => now[of] - before[of]
    expect([more('members'), more('joined'), more('left')]).toEqual([1, 2, 1])
    const sums = ({ weeks }: OfList) => [weeks.length, weeks.at(-1)?.joined, weeks.at(-1)?.left]
    expect(sums(now)).toEqual([12, now.joined, now.left])
    expect(now.origins).toEqual([{ form: second, sort: null, members: now.members }])
    expect(now.latest[0]).toMatchObject({ email: stays.email, wording: 'Send me offers.' })
    expect(now.leavers[0]).toMatchObject({ email: leaves.email, reason: 'Enough' })
    const stranger = { ...shop.reach, token: facts.token }
    expect((await api(stranger, 'GET', '/lists/offers')).status).toBe(404)
  })

  it('is found by no address but the one in their mail', async () => {
    const { id, address } = await member('gil')
    const other = await member('hal')
    const proof = other.address.split('.').at(-1)
    for (const wrong of [
      `${address}x`,
      address.slice(0, -1),
      address.replace(/[^.]+$/, proof ?? ''),
      `${facts.url}/m/leave/${id}`,
      `${facts.url}/m/leave/x`,
    ]) {
      expect((await fetch(wrong)).status).toBe(404)
      expect((await post(wrong, { all: 'yes' })).status).toBe(404)
    }
    expect(await listsOf(id)).toEqual(['firing_notes', 'offers'])
    expect((await fetch(address, { method: 'PUT' })).status).toBe(405)
  })
})
