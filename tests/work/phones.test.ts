import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { phonesIn } from '@/core/records/phones_in'
import { api, applied, askFirstName, formAsking, mailTo, releasedForm, send } from '../support/api'
import { readFacts } from '../support/facts'
import { workshop } from '../support/workshop'

const facts = readFacts()
const slug = `called-${Date.now().toString(36)}`
const form = formAsking(
  [
    askFirstName,
    { kind: 'phone', name: 'phone', label: 'Phone', lands: [{ field: 'phone' }] },
    { kind: 'email', name: 'email', label: 'Email', lands: [{ field: 'email', ifFilled: 'keep' }] },
  ],
  { routing: { otherwise: null } },
)
const shop = workshop(facts, `plain-${slug}`)
const numbers = Array.from({ length: 4 }, (_, n) => `+4670174${String(Date.now() % 1000).padStart(3, '0')}${n}`)

interface Sent {
  plan: { person: { how: string; because: string } }
  contact: string | null
}

/** Sends the form, and gives who it was taken to be from. */
async function from(values: Record<string, unknown>): Promise<Sent> {
  const sent = await send(shop.reach, slug, { first_name: 'Ada', ...values })
  return (await applied(shop.reach, sent.body.submission)) as unknown as Sent
}

beforeAll(async () => {
  await shop.open()
  await api(shop.reach, 'POST', '/fields/contact', { label: 'Phone', type: 'phone' })
  await releasedForm(shop.reach, slug, form)
})

describe('a phone number', () => {
  it('tells who it is where no address is answered, replaces nothing, and has nobody mailed', async () => {
    const email = shop.addressOf('ada')
    const first = await from({ email, phone: numbers[0] })
    const mails = async () => (await mailTo(facts, email)).length
    const before = await mails()
    const second = await from({ first_name: 'Mallory', phone: numbers[0] })
    expect([second.contact, second.plan.person.how]).toEqual([first.contact, 'phone'])
    const { body } = await api<{ values: object; proposals: object[] }>(shop.reach, 'GET', `/contacts/${first.contact}`)
    expect(body.values).toMatchObject({ first_name: 'Ada', phone: numbers[0], email })
    expect(body.proposals).toMatchObject([{ field: 'first_name', value: 'Mallory' }])
    expect(await mails()).toBe(before)
  })

  it('tells nobody apart where several have it, and opens nothing where nobody has it', async () => {
    for (const name of ['bo', 'cy']) await from({ email: shop.addressOf(name), phone: numbers[1] })
    const shared = await from({ phone: numbers[1] })
    expect([shared.contact, shared.plan.person.because]).toEqual([
      null,
      `No address was answered, and 2 contacts have the phone number ${numbers[1]}`,
    ])
    expect((await from({ phone: numbers[2] })).contact).toBe(null)
    // A new address with a known number is somebody new: nobody is merged by guess.
    const known = await from({ email: shop.addressOf('di'), phone: numbers[3] })
    const other = await from({ email: shop.addressOf('ed'), phone: numbers[3] })
    expect([other.plan.person.how, other.contact === known.contact]).toEqual(['new', false])
  })

  it('is found in the database by the rule that the plan has', async () => {
    const text = fc.oneof(
      fc.string(),
      fc.stringMatching(/^\+[0-9]{4,17}$/),
      fc.stringMatching(/^\+[1-9][0-9]{5,14}\n?$/),
      fc.constantFrom('+46701740605', '46701740605', ' +46701740605', '+0701740605'),
    )
    const values = fc.dictionary(
      fc.stringMatching(/^[a-z]{1,5}$/),
      fc.oneof(text, fc.integer(), fc.boolean(), fc.array(text)),
    )
    const all = fc
      .sample(values, 500)
      .map((one) => JSON.parse(JSON.stringify(one).replaceAll('\\u0000', '')) as typeof one)
    const found = await shop.rows<{ phones: string[] }>(
      'select phones_in(one) as phones from jsonb_array_elements($1::jsonb) with ordinality as row(one, n) order by n',
      JSON.stringify(all),
    )
    expect(found.map(({ phones }) => phones.toSorted())).toEqual(all.map((one) => phonesIn(one as never).toSorted()))
  })
})
