import { beforeAll, describe, expect, it } from 'vitest'
import { readReferralCode } from '@/core/formats/referral_code'
import { api, applied, askEmail, askFirstName, formAsking, releasedForm, send } from '../support/api'
import { readFacts } from '../support/facts'
import { openPage } from '../support/page'
import { makeFurnished, workshop } from '../support/workshop'

const facts = readFacts()
const mark = Date.now().toString(36)
const [asking, telling] = [`friend-${mark}`, `code-${mark}`]

/** Asks who brought somebody along, and takes it from a link. */
const askingForm = formAsking(
  [
    { ...askFirstName, required: false },
    askEmail,
    { kind: 'referral_code', name: 'friend', label: 'Who sent you?', fill: [{ from: 'link', parameter: 'ref' }] },
  ],
  { records: { broughtBy: 'friend' } },
)

/** Tells everybody their own. */
const tellingForm = formAsking([{ ...askFirstName, required: false }, askEmail], {
  title: 'Your code is [{{ own | default: "to come" }}]',
  carried: [{ name: 'own', label: 'Own code', fill: [{ from: 'referral_code' }] }],
  messages: [{ name: 'notice', title: 'Notice', to: 'desk', subject: 'Code {{ own }}', body: 'It came.' }],
})

const shop = workshop(facts, asking, askingForm)

interface Referred {
  referral: {
    code: string | null
    broughtBy: { id: string; name: string } | null
    brought: { total: number; people: { id: string; name: string }[] }
  }
}

const referralOf = async (id: string) => (await api<Referred>(shop.reach, 'GET', `/contacts/${id}`)).body.referral

/** Somebody with a code, which the other form told them. */
async function bringer(name: string) {
  const sent = await send(shop.reach, telling, { first_name: name, email: shop.addressOf(name) })
  const { contact, values } = await applied(shop.reach, sent.body.submission)
  return { contact, code: String(values.own), name }
}

const codesOf = (plan: unknown) => (plan as { findings: string[] }).findings.filter((one) => /code/.test(one))

beforeAll(async () => {
  await shop.open()
  await releasedForm(shop.reach, telling, tellingForm)
})

describe('a referral code', () => {
  it('is one for each person, whichever form tells it, and however many are told at once', async () => {
    const ilka = await bringer('Ilka')
    expect(readReferralCode(ilka.code)).toBe(ilka.code)
    expect((await bringer('Ilka')).code).toBe(ilka.code)
    expect((await referralOf(ilka.contact)).code).toBe(ilka.code)
    const names = Array.from({ length: 24 }, (_, n) => `many${n % 12}`)
    const many = await Promise.all(names.map(bringer))
    const told = new Set(many.map(({ contact, code }) => `${contact} ${code}`))
    expect([told.size, new Set(many.map(({ code }) => code)).size]).toEqual([12, 12])
  })

  it('is told to the holder of a personal link as the page opens, and to nobody else', async () => {
    const wim = await shop.arrive('Wim')
    expect((await referralOf(wim.contact)).code).toBeNull()
    const link = await api<{ k: string }>(shop.reach, 'POST', `/contacts/${wim.contact}/links`, { form: telling })
    const { code } = await referralOf(wim.contact)
    const page = await openPage(facts, `/f/${telling}?k=${link.body.k}`)
    expect(page.html).toContain(`Your code is [${code}]`)
    expect((await openPage(facts, `/f/${telling}`)).html).toContain('Your code is [to come]')
    const given = await api<{ code: string }>(shop.reach, 'POST', `/contacts/${wim.contact}/code`)
    expect(given.body.code).toBe(code)
  })

  it('is given to whoever got a link before there were any', async () => {
    const { contact } = await shop.arrive('Early')
    const link = await api<{ k: string }>(shop.reach, 'POST', `/contacts/${contact}/links`, { form: telling })
    await shop.rows('delete from referral_code where contact_id = $1', contact)
    const pages = await Promise.all([1, 2, 3].map(() => openPage(facts, `/f/${telling}?k=${link.body.k}`)))
    const { code } = await referralOf(contact)
    for (const { html } of pages) expect(html).toContain(`Your code is [${code}]`)
  })

  it('is the same each time in what is only tried', async () => {
    const plan = async () =>
      (
        await api<{ findings: string[] }>(shop.reach, 'POST', `/forms/${telling}/plan`, {
          values: { email: 'try@x.example' },
        })
      ).body
    expect(await plan()).toEqual(await plan())
    expect(await shop.rows("select from record where key = 'try@x.example'")).toEqual([])
  })

  it('stands in a link sheet for each of its people', async () => {
    const { contact } = await shop.arrive('Sheet')
    const wish = { form: telling, whom: { ids: [contact] } }
    const { body } = await api<{ id: string }>(shop.reach, 'POST', '/link-sheets', wish)
    const written = { title: 'Codes', columns: ['email', 'referral_code'], pattern: '?k={code}', mark: '' }
    await api(shop.reach, 'PUT', `/link-sheets/${body.id}`, written)
    const headers = { authorization: `Bearer ${shop.reach.token}` }
    const file = await fetch(`${facts.url}/api/v1/link-sheets/${body.id}/file?format=jsonl`, { headers })
    const row = JSON.parse((await file.text()).trim()) as { values: { referral_code: string } }
    expect(row.values.referral_code).toBe((await referralOf(contact)).code)
  })
})

describe('whoever is new', () => {
  it('was brought along by whoever has the code they typed, however it is written, or that their link carries', async () => {
    const oda = await bringer('Oda')
    const typed = `${oda.code.slice(0, 3)} ${oda.code.slice(3, 6)}-${oda.code.slice(6)}`.toLowerCase()
    const friend = await shop.arrive('Friend', { friend: typed })
    expect(friend.values).toMatchObject({ friend: oda.code })
    expect((await referralOf(friend.contact)).broughtBy).toEqual({ id: oda.contact, name: 'Oda' })
    const { html } = await openPage(facts, `/f/${asking}?ref=${oda.code}`)
    expect(html).toContain(`value="${oda.code}"`)
    const other = await shop.arrive('Other', { friend: oda.code })
    const { brought } = await referralOf(oda.contact)
    expect([brought.total, brought.people.map(({ id }) => id)]).toEqual([2, [other.contact, friend.contact]])
    const { changes } = await shop.contactOf(friend.contact)
    expect(changes.find(({ field }) => field === '_brought')).toMatchObject({
      to: { id: oda.contact, name: 'Oda' },
      cause: friend.id,
    })
  })

  it('and nobody else: who was known, who says their own, a code that nobody has, or a slip', async () => {
    const [vera, known] = [await bringer('Vera'), await shop.arrive('Known')]
    const again = await shop.arrive('Known', { friend: vera.code })
    expect(codesOf(again.plan)).toEqual([expect.stringMatching(/is that of Vera; who sent this was known before$/)])
    const own = await shop.arrive('Vera', { friend: vera.code })
    expect(codesOf(own.plan)).toEqual([expect.stringMatching(/is their own$/)])
    const other = await makeFurnished(facts)
    await releasedForm(other.reach, `there-${mark}`, tellingForm)
    const there = await send(other.reach, `there-${mark}`, { first_name: 'There', email: `there@${mark}.example` })
    const { values } = await applied(other.reach, there.body.submission)
    const foreign = await shop.arrive('Foreign', { friend: values.own })
    expect(codesOf(foreign.plan)).toEqual([expect.stringMatching(/^Nobody has the referral code/)])
    expect((await referralOf(known.contact)).broughtBy).toBeNull()
    expect((await referralOf(vera.contact)).brought.total).toBe(0)
    const wrong = vera.code.replace(/^./, (one) => (one === 'A' ? 'B' : 'A'))
    const slip = await send(shop.reach, asking, { email: shop.addressOf('Slip'), friend: wrong })
    expect([slip.status, slip.body]).toMatchObject([
      422,
      {
        errors: [
          { name: 'friend', message: 'There is a slip in this code. Look at it again; codes look like K7Q XM2 PTQ.' },
        ],
      },
    ])
  })

  it('is counted in the numbers of the form, and no more once what they sent is put back or in the bin', async () => {
    const numbers = async () =>
      (await api<{ brought: number | null }>(shop.reach, 'GET', `/forms/${asking}/readout`)).body.brought
    const tess = await bringer('Tess')
    const before = (await numbers()) ?? 0
    const friends = [
      await shop.arrive('FriendOne', { friend: tess.code }),
      await shop.arrive('FriendTwo', { friend: tess.code }),
    ]
    expect(await numbers()).toBe(before + 2)
    await shop.putBack(friends[0]?.id ?? '')
    expect(await numbers()).toBe(before + 1)
    expect((await referralOf(tess.contact)).brought.total).toBe(1)
    await api(shop.reach, 'POST', '/bin', { ids: [friends[1]?.id] })
    expect(await numbers()).toBe(before)
    expect(
      (await api<{ brought: number | null }>(shop.reach, 'GET', `/forms/${telling}/readout`)).body.brought,
    ).toBeNull()
  })

  it('was brought by whom their bringer is part of by now, by either code, and that is put back', async () => {
    const [ada, adda] = [await bringer('Ada'), await bringer('Adda')]
    const early = await shop.arrive('Early2', { friend: adda.code })
    const wish = { kept: ada.contact, gone: [adda.contact], take: {} }
    const merged = await api<{ cause: string }>(shop.reach, 'POST', '/merges', wish)
    expect((await referralOf(early.contact)).broughtBy?.id).toBe(ada.contact)
    const late = await shop.arrive('Late', { friend: adda.code })
    expect((await referralOf(late.contact)).broughtBy?.id).toBe(ada.contact)
    const { code, brought } = await referralOf(ada.contact)
    expect([code, brought.total]).toEqual([ada.code, 2])
    await shop.putBack(merged.body.cause)
    expect((await referralOf(early.contact)).broughtBy?.id).toBe(adda.contact)
    // Whoever brought somebody is never their own bringer, once the two are one.
    const one = await api(shop.reach, 'POST', '/merges', { kept: early.contact, gone: [adda.contact], take: {} })
    expect(one.status).toBe(201)
    expect((await referralOf(early.contact)).broughtBy).toBeNull()
  })

  it('tells nothing of whoever brought them, once that is erased', async () => {
    const ruth = await bringer(`Ruth${mark}`)
    const friend = await shop.arrive('Friend3', { friend: ruth.code })
    const done = await api(shop.reach, 'POST', `/contacts/${ruth.contact}/erasure`, {
      address: shop.addressOf(`Ruth${mark}`),
    })
    expect(done.status).toBe(200)
    expect((await referralOf(friend.contact)).broughtBy).toBeNull()
    const told = JSON.stringify([
      await api(shop.reach, 'GET', `/contacts/${friend.contact}`),
      await api(shop.reach, 'GET', `/submissions/${friend.id}`),
    ])
    expect(told).not.toContain(`Ruth${mark}`)
    expect(await shop.rows('select from referral_code where contact_id = $1', ruth.contact)).toEqual([])
  })

  it('is somebody else’s friend where the code is corrected, and nobody’s where it is taken away', async () => {
    const [one, two] = [await bringer('One'), await bringer('Two')]
    const friend = await shop.arrive('Friend4', { friend: one.code })
    const correct = (code: string | null) =>
      api(shop.reach, 'PUT', `/submissions/${friend.id}/answers`, { values: { friend: code } })
    expect((await correct(two.code)).status).toBe(200)
    expect((await referralOf(friend.contact)).broughtBy?.id).toBe(two.contact)
    expect((await correct(null)).status).toBe(200)
    expect((await referralOf(friend.contact)).broughtBy).toBeNull()
  })
})
