import { describe, expect, it } from 'vitest'
import { choiceOf, formOf, snapshotOf } from '../testing/forms'
import { routeSubmission } from './route'

const message = (name: string) => ({ name, title: name, to: 'desk', subject: 'x', body: 'x' })
const formWith = (routing: object) =>
  formOf([choiceOf('region', 'north', 'south'), { kind: 'number', name: 'size', label: 'Size' }], {
    messages: [message('notice'), message('other')],
    routing,
  } as never)
const north = { region: { is: 'equals', to: 'north' }, size: { is: 'at_least', to: 4 } }
const routed = (routing: object, more = {}, values: object = { region: 'north', size: 5 }) =>
  routeSubmission(formWith(routing), values as never, snapshotOf(more)).map(({ row, desk, message: sent, because }) => [
    row,
    desk.name,
    desk.title,
    sent,
    because,
  ])

describe('who is told, and why', () => {
  it('is said with every cell of the row that fits', () => {
    const rows = [{ cells: north, desk: 'north', message: 'notice' }]
    expect(routed({ rows })).toEqual([
      [1, 'north', 'North desk', 'notice', 'Row 1: region is NORTH, Size is at least 4'],
    ])
    expect(routed({ rows: [{ cells: {}, desk: 'north', message: 'notice' }] })[0]?.at(-1)).toBe(
      'Row 1: fits every answer',
    )
  })
  it('is the first row that fits, or all where the table says so', () => {
    const rows = [
      { cells: north, desk: 'north', message: 'notice' },
      { cells: {}, desk: 'south', message: 'notice' },
    ]
    expect(routed({ rows }).map(([row]) => row)).toEqual([1])
    expect(routed({ rows, hit: 'first' }).map(([row]) => row)).toEqual([1])
    expect(routed({ rows, hit: 'all' }).map(([row]) => row)).toEqual([1, 2])
  })
  it('is told the same once, and other messages as well', () => {
    const rows = (second: string) => [
      { cells: {}, desk: 'north', message: 'notice' },
      { cells: north, desk: 'north', message: second },
    ]
    expect(routed({ rows: rows('notice'), hit: 'all' })).toEqual([
      [1, 'north', 'North desk', 'notice', 'Row 1: fits every answer; Row 2: region is NORTH, Size is at least 4'],
    ])
    expect(routed({ rows: rows('other'), hit: 'all' }).map((one) => one[3])).toEqual(['notice', 'other'])
  })
  it('is the owner where there is no desk, none of that name, or none with an address', () => {
    const owner = ['owner', 'Ines (owner)']
    expect(routed({ rows: [] })).toEqual([[null, ...owner, null, 'No row names a desk, so the form’s owner is told']])
    const otherwise = { desk: 'gone', message: 'notice' }
    expect(routed({ rows: [], otherwise })).toEqual([
      [
        null,
        ...owner,
        'notice',
        'No row fits, so the otherwise row does. Its desk “gone” does not exist, so the form’s owner is told',
      ],
    ])
    const desks = [{ name: 'north', title: 'North desk', addresses: [] }]
    const rows = [{ cells: {}, desk: 'north', message: 'notice' }]
    expect(routed({ rows }, { desks })).toEqual([
      [1, ...owner, 'notice', 'Row 1: fits every answer. North desk has no address, so the form’s owner is told'],
    ])
    expect(routed({ rows }, { desks, owner: null })).toEqual([
      [1, 'nobody', 'Nobody', 'notice', 'Row 1: fits every answer. North desk has no address, and there is no owner'],
    ])
  })
})
