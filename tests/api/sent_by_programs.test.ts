import { beforeAll, describe, expect, it } from 'vitest'
import { api, askEmail, askFirstName, formAsking, releasedForm } from '../support/api'
import { readFacts } from '../support/facts'

/** What programs send to a form: once, though they send it again, and many at once. */

const facts = readFacts()
const slug = `programs-${Date.now().toString(36)}`

interface Answered {
  status: number
  submission?: string
  title?: string
  errors?: { name: string }[]
}

async function post(body: unknown, headers: Record<string, string> = {}, token = facts.token) {
  const response = await fetch(`${facts.url}/f/${slug}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...(token && { authorization: `Bearer ${token}` }), ...headers },
    body: JSON.stringify(body),
  })
  return { ...((await response.json()) as Answered & { batch?: Answered[] }), status: response.status }
}
const person = (name: string) => ({ first_name: 'Ada', email: `${name}-${slug}@studio.example` })
const countSent = async (name: string) =>
  (await api<{ submissions: unknown[] }>(facts, 'GET', `/submissions?form=${slug}&search=${name}-${slug}`)).body
    .submissions.length

describe('programs', () => {
  beforeAll(() => releasedForm(facts, slug, formAsking([askFirstName, askEmail])))

  it('send once what they send again with the same key, in the header or in the body', async () => {
    const values = person('again')
    const sent = await Promise.all([1, 2, 3].map(() => post({ values }, { 'idempotency-key': 'k1' })))
    expect(new Set(sent.map(({ submission }) => submission)).size).toBe(1)
    expect((await post({ values, key: 'k1' })).submission).toBe(sent[0]?.submission)
    expect((await post({ values, key: 'k2' })).submission).not.toBe(sent[0]?.submission)
    expect(await countSent('again')).toBe(2)
  })
  it('are told where a key was used for something else', async () => {
    await post({ values: person('first'), key: 'k3' })
    expect(await post({ values: person('other'), key: 'k3' })).toMatchObject({
      status: 422,
      title: expect.stringContaining('key'),
    })
  })
  it('without a token have no keys, which anybody could use', async () => {
    const one = await post({ values: person('stranger'), key: 'k4' }, {}, '')
    const two = await post({ values: person('stranger'), key: 'k4' }, {}, '')
    expect([one.status, two.status, one.submission === two.submission]).toEqual([200, 200, false])
  })
  it('send many at once, each taken or refused by itself', async () => {
    const batch = [
      ...Array.from({ length: 98 }, (_, n) => ({ values: person(`many${n}`), key: `m${n}` })),
      { values: { first_name: 'Ada', email: 'nobody' } },
      { values: person('many0'), key: 'm0' },
    ]
    const sent = await post({ batch })
    expect([sent.status, sent.batch?.length]).toEqual([200, 100])
    expect(sent.batch?.map(({ status }) => status).filter((status) => status !== 200)).toEqual([422])
    expect(sent.batch?.[98]?.errors?.map(({ name }) => name)).toEqual(['email'])
    expect(sent.batch?.[99]?.submission).toBe(sent.batch?.[0]?.submission)
    const again = await post({ batch }, { accept: 'text/html' })
    expect(again.batch?.map(({ submission }) => submission)).toEqual(sent.batch?.map(({ submission }) => submission))
    expect((await post({ batch: [...batch, batch[0]] })).status).toBe(400)
    expect((await post({ batch: [] })).status).toBe(400)
    expect((await post({ batch }, {}, '')).status).toBe(401)
  })
  it('tell each of many by one key and its place', async () => {
    const batch = [{ values: person('by-one') }, { values: person('by-two') }]
    const [one, two] = [
      await post({ batch }, { 'idempotency-key': 'b1' }),
      await post({ batch }, { 'idempotency-key': 'b1' }),
    ]
    expect(two.batch?.map(({ submission }) => submission)).toEqual(one.batch?.map(({ submission }) => submission))
    expect([await countSent('by-one'), await countSent('by-two')]).toEqual([1, 1])
  })
})
