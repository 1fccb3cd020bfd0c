import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BUILT_IN_FIELDS } from '../fields/field'
import { bringRow } from '../imports/bring_row'
import { planFor } from '../imports/import_plan'
import { readRow, wantedByRow } from '../imports/read_row'
import type { Caused } from './cause'
import { type Held, Ledger } from './ledger'

const NAMES = ['ada', 'bo', 'cy', 'di']
const HOUSES = ['Alder', 'Birch', 'Cedar']
const name = fc.constantFrom(...NAMES)
const house = fc.constantFrom(...HOUSES)
const email = fc.tuple(name, house).map(([who, where]) => `${who}@${where.toLowerCase()}.example`)
const domain = house.map((where) => `${where.toLowerCase()}.example`)

const blank = {
  contact: null,
  company: null,
  owner: null,
  form: null,
  lists: [],
  revision: 1,
  mergedInto: null,
  broughtBy: null,
}
const gone = fc.constantFrom(null, null, null, 'a cause')

const companies = fc
  .uniqueArray(fc.record({ house, domain: fc.option(domain), was: fc.option(domain), gone }), {
    maxLength: 3,
    selector: (one) => one.house,
  })
  .map((all) =>
    all.map((one, n): Held => ({
      ...blank,
      id: `house ${n}`,
      type: 'company',
      key: one.house.toLowerCase(),
      domain: one.domain,
      values: { name: one.house },
      goneBy: one.gone,
      also: one.was === null ? [] : [{ key: `old ${one.house.toLowerCase()}`, domain: one.was }],
    })),
  )

const contacts = fc
  .uniqueArray(fc.record({ email, was: fc.option(email), house: fc.option(fc.nat({ max: 2 })), gone }), {
    maxLength: 5,
    selector: (one) => one.email,
  })
  .map((all) =>
    all.map((one, n): Held => ({
      ...blank,
      id: `person ${n}`,
      type: 'contact',
      key: one.email,
      domain: null,
      company: one.house === null ? null : `house ${one.house}`,
      values: { email: one.email },
      goneBy: one.gone,
      also: one.was === null ? [] : [{ key: one.was, domain: null }],
    })),
  )

const PLAN = {
  ...planFor([
    { to: 'field', record: 'contact', field: 'email' },
    { to: 'field', record: 'contact', field: 'first_name' },
    { to: 'field', record: 'company', field: 'name' },
    { to: 'field', record: 'company', field: 'region' },
  ]),
  ifFilled: 'replace' as const,
}
const row = fc.tuple(email, name, fc.oneof(fc.constant(''), house), fc.constantFrom('', 'north'))
const caused: Caused = {
  id: 'the import',
  workspaceId: 'a workspace',
  cause: { sort: 'import', by: { sort: 'member', id: 'ines', name: 'Ines' } },
  about: 'book.csv',
  at: new Date('2026-11-30T12:00:00Z'),
}

describe('records in hand', () => {
  it('are few near what is wanted, and what comes of that is what comes of all of them', () => {
    let narrowed = 0
    fc.assert(
      fc.property(companies, contacts, fc.array(row, { minLength: 1, maxLength: 12 }), (houses, people, rows) => {
        const there = new Set(houses.map(({ id }) => id))
        const held = people.map((one) => ({
          ...one,
          company: one.company !== null && there.has(one.company) ? one.company : null,
        }))
        let n = 0
        const ledger = new Ledger([...held, ...houses], () => `new ${n++}`)
        for (const cells of rows) {
          const said = readRow(cells, PLAN, BUILT_IN_FIELDS, new Date('2026-11-30'))
          const near = ledger.near(wantedByRow(said))
          const brought = bringRow(said, PLAN, near, 'Brought in')
          expect(brought).toEqual(bringRow(said, PLAN, ledger.known(), 'Brought in'))
          narrowed += ledger.known().length - near.length
          if ('set' in brought) ledger.do(caused, brought.set)
        }
      }),
      { numRuns: 500 },
    )
    expect(narrowed).toBeGreaterThan(1000)
  })
})
