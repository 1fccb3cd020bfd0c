import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Expectation } from '../logic/expectation'
import { meets } from '../logic/expectation'
import { choiceOf, emailQuestion, formOf, snapshotOf } from '../testing/forms'
import { routeSubmission } from './route'

const table = (rows: { cells: Record<string, Expectation>; desk: string }[], otherwise: string | null) =>
  formOf([choiceOf('region', 'north', 'south'), { kind: 'number', name: 'budget', label: 'Budget' }, emailQuestion], {
    routing: {
      columns: ['region', 'budget'],
      rows: rows.map((row) => ({ ...row, message: 'notice' })),
      otherwise: otherwise ? { desk: otherwise, message: 'notice' } : null,
    },
    messages: [{ name: 'notice', title: 'Notice', to: 'desk', subject: 'x', body: 'x' }],
  })

describe('the routing table', () => {
  it('takes the first row that fits, and says which and why', () => {
    const form = table(
      [
        { cells: { budget: { is: 'at_least', to: 20000 } }, desk: 'south' },
        { cells: { region: { is: 'equals', to: 'north' } }, desk: 'north' },
      ],
      'south',
    )
    const routed = (values: object) => routeSubmission(form, values as never, snapshotOf())[0]
    expect(routed({ region: 'north', budget: 25000 })).toMatchObject({ row: 1, desk: { name: 'south' } })
    expect(routed({ region: 'north', budget: null })).toMatchObject({ row: 2, because: 'Row 2: region is NORTH' })
    expect(routed({ region: 'south', budget: 5 })).toMatchObject({
      row: null,
      because: expect.stringContaining('otherwise'),
    })
  })
  it('tells every desk whose row fits, where the table says so, and each the same once', () => {
    const first = table(
      [
        { cells: { budget: { is: 'at_least', to: 20000 } }, desk: 'south' },
        { cells: { region: { is: 'equals', to: 'north' } }, desk: 'north' },
        { cells: {}, desk: 'south' },
      ],
      'north',
    )
    const form = { ...first, routing: { ...first.routing, hit: 'all' as const } }
    const told = (values: object) =>
      routeSubmission(form, values as never, snapshotOf()).map(({ desk, because }) => [desk.name, because])
    expect(told({ region: 'north', budget: 25000 })).toEqual([
      ['south', 'Row 1: Budget is at least 20,000; Row 3: fits every answer'],
      ['north', 'Row 2: region is NORTH'],
    ])
    expect(told({ region: 'south', budget: 1 })).toEqual([['south', 'Row 3: fits every answer']])
  })
  it('tells the owner where it names no desk that exists', () => {
    const owner = { row: null, desk: { addresses: ['ines@tarnfield.example'] }, message: null }
    expect(routeSubmission(table([], null), {}, snapshotOf())).toMatchObject([owner])
    expect(routeSubmission(table([{ cells: {}, desk: 'gone' }], null), {}, snapshotOf())[0]).toMatchObject({
      ...owner,
      row: 1,
      message: 'notice',
    })
  })
  it('always tells exactly one desk: the first fitting row’s, or what is left', () => {
    const cell: fc.Arbitrary<Expectation> = fc.oneof(
      fc.record({ is: fc.constant('equals' as const), to: fc.constantFrom('north', 'south') }),
      fc.record({ is: fc.constantFrom('at_least' as const, 'at_most' as const), to: fc.nat(3) }),
      fc.record({ is: fc.constantFrom('answered' as const, 'blank' as const) }),
    )
    const row = fc.record({
      cells: fc.dictionary(fc.constantFrom('region', 'budget'), cell),
      desk: fc.constantFrom('north', 'south'),
    })
    fc.assert(
      fc.property(
        fc.array(row, { maxLength: 5 }),
        fc.constantFrom(null, 'south'),
        fc.record({ region: fc.constantFrom(null, 'north', 'south'), budget: fc.option(fc.nat(4)) }),
        (rows, otherwise, values) => {
          const [routed] = routeSubmission(table(rows, otherwise), values, snapshotOf())
          if (!routed) throw new Error('Nobody is told')
          // Written out by hand, row by row.
          const expected = rows.findIndex(({ cells }) =>
            Object.entries(cells).every(([name, one]) => meets(values[name as 'region'], one)),
          )
          expect(routed.row).toBe(expected < 0 ? null : expected + 1)
          expect(routed.desk.addresses.length).toBeGreaterThan(0)
          expect(routed.because).not.toBe('')
        },
      ),
    )
  })
})
