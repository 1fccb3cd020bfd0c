import { beforeAll, describe, expect, it } from 'vitest'
import {
  addressIn,
  api,
  applied,
  askEmail,
  askFirstName,
  formAsking,
  mailTo,
  releasedForm,
  send,
  type SubmissionBody,
  until,
} from '../support/api'
import { readFacts } from '../support/facts'
import { openPage } from '../support/page'
import { workshop } from '../support/workshop'

const facts = readFacts()
const mark = Date.now().toString(36)
const slug = `proposing-${mark}`
const shop = workshop(facts, `plain-${mark}`)
const form = formAsking(
  [
    askFirstName,
    askEmail,
    {
      kind: 'short_text',
      name: 'last_name',
      label: 'Last name',
      lands: [{ field: 'last_name', ifUnproven: 'change' }],
    },
    { kind: 'short_text', name: 'studio', label: 'Studio', lands: [{ record: 'company', field: 'name' }] },
    { kind: 'short_text', name: 'town', label: 'Town', lands: [{ record: 'company', field: 'town' }] },
  ],
  { records: { company: true } },
)

interface Proposed {
  id: string
  values: Record<string, unknown>
  company: string | null
  companyId: string
  proposals: { field: string; value: unknown; submission: string; formName: string }[]
}

const read = async (id: string, what = 'contacts') => (await api<Proposed>(shop.reach, 'GET', `/${what}/${id}`)).body
const firstOf = async (id: string) => {
  const { values, proposals } = await read(id)
  return [values.first_name, ...proposals.map(({ value }) => value)]
}
const sendAs = async (name: string, values: object): Promise<SubmissionBody> => {
  const sent = await send(shop.reach, slug, { email: shop.addressOf(name), ...values })
  return applied(shop.reach, sent.body.submission)
}
const settle = (id: string, does: 'taken' | 'left', ...submissions: string[]) =>
  api<{ cause: string | null }>(shop.reach, 'POST', `/records/${id}/proposals/${does}`, {
    proposals: submissions.map((submission) => ({ submission, field: 'first_name' })),
  })

/** Somebody known as Moira, and what somebody sent who typed her address and called herself otherwise. */
async function moira(name: string, ...others: string[]) {
  const { contact = '' } = await sendAs(name, { first_name: 'Moira' })
  const sent: string[] = []
  for (const first_name of others) sent.push((await sendAs(name, { first_name })).id)
  return { contact: contact ?? '', sent, email: shop.addressOf(name) }
}

beforeAll(async () => {
  await shop.open()
  await api(shop.reach, 'POST', '/fields/company', { label: 'Town', type: 'text' })
  await releasedForm(shop.reach, slug, form)
})

describe('whoever types a known address', () => {
  it('only proposes what is stored already, is let in by a landing that says so, and fills what is blank', async () => {
    const { contact } = await sendAs('ada', { first_name: 'Moira' })
    const plan = (await sendAs('ada', { first_name: 'Mallory', last_name: 'Blank' })).plan as unknown as {
      changes: { field: string; effect: string }[]
    }
    expect(plan.changes).toMatchObject([
      { field: 'first_name', effect: 'proposed' },
      { field: 'last_name', effect: 'set' },
    ])
    await sendAs('ada', { first_name: 'Moira', last_name: 'Changed' })
    expect((await read(contact ?? '')).values).toMatchObject({ first_name: 'Moira', last_name: 'Changed' })
    expect(await firstOf(contact ?? '')).toEqual(['Moira', 'Mallory'])
  })

  it('proposes nothing with their own personal link: that changes it', async () => {
    const { contact } = await moira('bo')
    const link = await api<{ url: string }>(shop.reach, 'POST', `/contacts/${contact}/links`, { form: slug })
    const k = new URL(link.body.url).searchParams.get('k') ?? ''
    const { data } = await openPage(facts, `/f/${slug}?k=${k}`)
    const { visit, proof } = data as { visit: string; proof: string }
    const values = { email: shop.addressOf('bo'), first_name: 'Moirah' }
    const sent = await send({ url: facts.url }, slug, values, { k, visit, proof })
    await applied(shop.reach, sent.body.submission)
    expect(await firstOf(contact)).toEqual(['Moirah'])
  })

  it('proposes for a company, too, whose page tells it', async () => {
    const first = await sendAs('cy', { first_name: 'Cy', studio: `Alder ${mark}`, town: 'Ferring' })
    await sendAs('di', { first_name: 'Di', studio: `Alder ${mark}`, town: 'Elsewhere' })
    const house = await read((await read(first.contact ?? '')).companyId, 'companies')
    // A mailbox of one’s own says nothing of who may speak for a company.
    const email = shop.addressOf('di')
    const mail = await until('the mail came', async () => (await mailTo(facts, email))[0])
    expect(mail.text).toBe('We have it.')
    expect([house.values.town, house.proposals.map(({ field, value }) => [field, value])]).toEqual([
      'Ferring',
      [['town', 'Elsewhere']],
    ])
  })
})

const waiting = async () =>
  (
    await api<{ proposals: { title: string; field: string; stored: unknown; value: unknown }[] }>(
      shop.reach,
      'GET',
      '/proposals',
    )
  ).body.proposals

describe('a proposal', () => {
  it('waits among all that are proposed, the latest first, each once, until it is stored', async () => {
    const { contact } = await moira('ana', 'Mallory', 'Annika', 'Mallory')
    expect((await waiting()).slice(0, 2)).toMatchObject([
      { record: contact, type: 'contact', field: 'first_name', stored: 'Moira', value: 'Mallory' },
      { record: contact, value: 'Annika' },
    ])
    await shop.change(contact, { first_name: 'Mallory' })
    expect((await waiting())[0]).toMatchObject({ record: contact, stored: 'Mallory', value: 'Annika' })
  })

  it('is taken, and what took it put back; is left, and so again', async () => {
    const { contact, sent } = await moira('ed', 'Mallory')
    const taken = await settle(contact, 'taken', ...sent)
    expect([taken.status, await firstOf(contact)]).toEqual([200, ['Mallory']])
    expect((await settle(contact, 'taken', ...sent)).status).toBe(404)
    await shop.putBack(taken.body.cause ?? '')
    expect(await firstOf(contact)).toEqual(['Moira', 'Mallory'])
    const left = await settle(contact, 'left', ...sent)
    expect(await firstOf(contact)).toEqual(['Moira'])
    await shop.putBack(left.body.cause ?? '')
    expect(await firstOf(contact)).toEqual(['Moira', 'Mallory'])
  })

  it('of several alike is told once, and settled with them; of others each waits for itself', async () => {
    const { contact, sent } = await moira('flo', 'Mallory', 'Moirah', 'Mallory')
    expect(await firstOf(contact)).toEqual(['Moira', 'Mallory', 'Moirah'])
    expect((await settle(contact, 'taken', sent[0] ?? '', sent[1] ?? '')).status).toBe(422)
    await settle(contact, 'left', sent[0] ?? '')
    expect(await firstOf(contact)).toEqual(['Moira', 'Moirah'])
    await settle(contact, 'taken', sent[1] ?? '')
    expect(await firstOf(contact)).toEqual(['Moirah'])
  })

  it('goes with its submission where that is put back, and follows its answers where they are corrected', async () => {
    const { contact, sent } = await moira('gil', 'Mallory')
    const corrected = await api(shop.reach, 'PUT', `/submissions/${sent[0]}/answers`, {
      values: { first_name: 'Malory' },
    })
    expect([corrected.status, await firstOf(contact)]).toEqual([200, ['Moira', 'Malory']])
    const other = await moira('hal', 'Mallory')
    await shop.putBack(other.sent[0] ?? '')
    expect(await firstOf(other.contact)).toEqual(['Moira'])
  })

  it('goes along where two people are merged, and comes back where they are parted', async () => {
    const [kept, gone] = [await moira('ivy', 'Mallory'), await moira('jo', 'Josephine')]
    const wish = { kept: kept.contact, gone: [gone.contact] }
    const merged = await api<{ cause: string }>(shop.reach, 'POST', '/merges', wish)
    expect((await read(kept.contact)).proposals.map(({ value }) => value).toSorted()).toEqual(['Josephine', 'Mallory'])
    await shop.putBack(merged.body.cause)
    expect(await firstOf(kept.contact)).toEqual(['Moira', 'Mallory'])
    expect(await firstOf(gone.contact)).toEqual(['Moira', 'Josephine'])
  })

  it('goes where whoever sent it is erased, of whatever record it is', async () => {
    const studio = `Erle ${mark}`
    const first = await sendAs('kim', { first_name: 'Kim', studio, town: 'Ferring' })
    const other = await sendAs('lea', { first_name: 'Lea', studio, town: 'Elsewhere' })
    await sendAs('lea', { first_name: 'Mallory', studio, town: 'Ferring' })
    expect(
      (await api(shop.reach, 'POST', `/contacts/${other.contact}/erasure`, { address: shop.addressOf('lea') })).status,
    ).toBe(200)
    const { companyId } = await read(first.contact ?? '')
    expect((await read(companyId, 'companies')).proposals).toEqual([])
    expect(await shop.rows('select * from proposal where record_id = $1', other.contact)).toEqual([])
  })

  it('is taken by itself once whoever has the mail says that they wrote it, and left once they say that they did not', async () => {
    const { contact, email } = await moira('ned', 'Mallory', 'Moirah')
    const addressOf = (first_name: string) =>
      until('the mail came', async () => {
        const mails = await mailTo(facts, email)
        const text = mails.find(({ subject }) => subject === `Thank you, ${first_name}`)?.text ?? ''
        return addressIn(text, 'mine')
      })
    const [theirs, others] = [await addressOf('Moirah'), await addressOf('Mallory')]
    const say = (address: string, mine: string) =>
      fetch(address, { method: 'POST', body: new URLSearchParams({ mine }) })
    const page = await fetch(theirs, { headers: { 'accept-language': 'de' } })
    const html = await page.text()
    expect([page.status, html.includes('Waren Sie das?'), html.includes('Moirah')]).toEqual([200, true, true])
    expect([html.includes(email), await firstOf(contact)]).toEqual([false, ['Moira', 'Moirah', 'Mallory']])
    // Another’s proof, a lists’ proof, and none.
    for (const wrong of [
      theirs.replace(/[^.]+$/, others.split('.').at(-1) ?? ''),
      theirs.replace('/mine/', '/leave/'),
      theirs.slice(0, -1),
    ])
      expect((await say(wrong, 'yes')).status).toBe(404)
    expect((await say(theirs, 'yes')).status).toBe(200)
    expect(await firstOf(contact)).toEqual(['Moirah', 'Mallory'])
    const { changes } = (
      await api<{ changes: { field: string; sort: string; deed: string; cause: string }[] }>(
        shop.reach,
        'GET',
        `/contacts/${contact}`,
      )
    ).body
    expect(changes.find(({ field }) => field === 'first_name')).toMatchObject({ sort: 'visitor', deed: 'sayMine' })
    expect((await say(theirs, 'yes')).status).toBe(404)
    expect(await (await say(others, 'no')).text()).toContain('What was written is not kept of you.')
    expect(await firstOf(contact)).toEqual(['Moirah'])
    // A colleague may put it back: then it is to be said again.
    await shop.putBack(changes.find(({ deed }) => deed === 'sayMine')?.cause ?? '')
    expect(await firstOf(contact)).toEqual(['Moira', 'Moirah'])
    await shop.rows(`update proposal set at = at - interval '31 days' where record_id = $1`, contact)
    expect((await fetch(theirs)).status).toBe(404)
  })

  it('is of no use to whoever is not of the workspace', async () => {
    const { contact, sent } = await moira('mo', 'Mallory')
    const strange = { ...shop.reach, token: facts.token }
    const asked = await api(strange, 'POST', `/records/${contact}/proposals/taken`, {
      proposals: [{ submission: sent[0], field: 'first_name' }],
    })
    expect([asked.status, await firstOf(contact)]).toEqual([404, ['Moira', 'Mallory']])
  })
})
