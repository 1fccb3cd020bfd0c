import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Double } from './doubles'
import { findCompanyDoubles } from './same_company'
import { type Candidate, findDoubles, plainAddress } from './same_person'

const person = (id: string, more: Partial<Candidate> = {}): Candidate => ({
  id,
  email: `${id}@kiln.example`,
  name: id,
  company: null,
  phones: [],
  ...more,
})
const pause = () => Promise.resolve()

/** The doubles among some, those of companies read one after the other. */
async function look(all: readonly Candidate[]): Promise<Double[]> {
  async function* everybody() {
    yield* all
  }
  async function* colleagues() {
    for (const one of new Set(all.map(({ company }) => company)))
      if (one !== null) yield all.filter(({ company }) => company === one)
  }
  return (await findDoubles({ everybody, colleagues, pause })).likeliest(Infinity)
}

const found = async (...all: Candidate[]) => (await look(all)).map(({ first, second, why }) => [first, second, ...why])

describe('likely doubles', () => {
  it('have the same phone, or the same address but for dots and tags', async () => {
    const all = [
      person('a', { phones: ['+46701740605'] }),
      person('b', { phones: ['+46701740606', '+46701740605'] }),
      person('c', { email: 'ida.holm+kiln@studio.example' }),
      person('d', { email: 'idaholm@studio.example' }),
    ]
    expect(await found(...all)).toEqual([
      ['c', 'd', 'same address but for dots and tags'],
      ['a', 'b', 'same phone'],
    ])
  })
  it('have much the same name in the same company, whatever the order, case and marks', async () => {
    const named = (id: string, name: string, company: string) => person(id, { name, company })
    expect(await found(named('a', 'Ida Holm', 'alder'), named('b', 'HOLM, Ída', 'alder'))).toEqual([
      ['a', 'b', 'same name and company'],
    ])
    expect(await found(named('a', 'Ida Holm', 'alder'), named('b', 'Ida Holm', 'birch'))).toEqual([])
    expect(await found(named('a', 'Ida Holm', 'alder'), named('b', 'Ida Berg', 'alder'))).toEqual([])
    expect(await found(named('a', 'Kristoffer Lind', 'alder'), named('b', 'Christoffer Lind', 'alder'))).toHaveLength(1)
  })
  it('are the more likely the more reasons there are', async () => {
    const [both, one] = await look([
      person('a', { phones: ['+4670'], name: 'Ida Holm', company: 'alder' }),
      person('b', { phones: ['+4670'], name: 'Ida Holm', company: 'alder' }),
      person('c', { phones: ['+4671'] }),
      person('d', { phones: ['+4671'] }),
    ])
    expect(both).toMatchObject({ first: 'a', second: 'b', why: ['same phone', 'same name and company'] })
    expect(both?.likeness).toBeGreaterThan(one?.likeness ?? 1)
  })
  it('are the less likely where they share a phone and are called otherwise', async () => {
    const [alike, otherwise] = await look([
      person('a', { phones: ['+4670'], name: 'Ida Holm' }),
      person('b', { phones: ['+4670'], name: 'Ida Holme' }),
      person('c', { phones: ['+4671'], name: 'Ida Holm' }),
      person('d', { phones: ['+4671'], name: 'Bo Lund' }),
    ])
    expect([alike?.first, otherwise?.first]).toEqual(['a', 'c'])
    expect(alike?.likeness).toBeGreaterThan(otherwise?.likeness ?? 1)
  })
  it('are nobody that shares a switchboard', async () => {
    expect(await found(...Array.from({ length: 41 }, (_, n) => person(`p${n}`, { phones: ['+4670'] })))).toEqual([])
  })
  it('are the same in whatever order they are read, each pair once', async () => {
    const some = fc.array(
      fc.record({
        name: fc.constantFrom('Ida Holm', 'Ida Holme', 'Bo Lund', 'Lund Bo'),
        company: fc.constantFrom(null, 'alder', 'birch'),
        phones: fc.subarray(['+4670', '+4671']),
      }),
      { maxLength: 8 },
    )
    await fc.assert(
      fc.asyncProperty(some, async (all) => {
        const people = all.map((one, n) => person(`p${n}`, one))
        const pairs = async (list: Candidate[]) =>
          (await look(list)).map(({ first, second, why }) => [first, second, ...why.toSorted()].join()).sort()
        const there = await pairs(people)
        expect(await pairs(people.toReversed())).toEqual(there)
        expect(new Set(there).size).toBe(there.length)
      }),
    )
  })
})

it('an address is plain without dots and tags before the at sign', () => {
  expect(plainAddress('Ida.Holm+kiln.club@Studio.Example')).toBe('idaholm@studio.example')
})

describe('companies that are likely one', () => {
  const pairs = async (...names: string[]) => {
    const companies = names.map((name) => ({ id: name, name }))
    return (await findCompanyDoubles(companies, pause)).likeliest(Infinity).map(({ first, second }) => [first, second])
  }
  it('are called much the same, whatever their form, case and marks', async () => {
    expect(await pairs('Alder Pottery', 'ALDER POTTERY Ltd.', 'Älder Potery')).toHaveLength(3)
    expect(await pairs('Birch Studio AB', 'Birch Studios')).toEqual([['Birch Studio AB', 'Birch Studios']])
    expect(await pairs('Birch Studio', 'Studio Birch')).toEqual([])
  })
  it('are not those that share all words but one', async () => {
    expect(await pairs('Quarry Clay House', 'Quarry Clay Share', 'Quarry Arts House')).toEqual([])
    expect(await pairs('Birch Studio', 'Birch School', 'Birch')).toEqual([])
  })
  it('are none of whom so many share a word that it tells nothing, and any company but with itself', async () => {
    const many = Array.from({ length: 41 }, (_, n) => `Pottery ${n}`)
    expect(await pairs(...many)).toEqual([])
    expect(await pairs('GmbH', 'Ltd', '')).toEqual([])
  })
})
