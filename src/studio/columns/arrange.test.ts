import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { arrange, type ChosenColumn, moved, sized, toggled } from './arrange'

const column = (name: string, more: Partial<ChosenColumn<object>> = {}): ChosenColumn<object> => ({
  name,
  title: name,
  head: name,
  cell: () => null,
  ...more,
})

const ALL = [
  column('name', { fixed: true }),
  column('email', { usual: true }),
  column('phone'),
  column('owner', { usual: true }),
]
const names = (columns: readonly { name: string }[]) => columns.map(({ name }) => name)

describe('columns of a list', () => {
  it('are the usual ones until others are chosen; what is fixed always shows, first', () => {
    expect(names(arrange(ALL, null))).toEqual(['name', 'email', 'owner'])
    expect(names(arrange(ALL, []))).toEqual(['name'])
    const kept = [
      { name: 'phone', width: 120 },
      { name: 'gone', width: null },
      { name: 'email', width: null },
    ]
    expect(arrange(ALL, kept).map(({ name, width }) => [name, width])).toEqual([
      ['name', null],
      ['phone', 120],
      ['email', null],
    ])
  })
  it('stay each there once, whatever is chosen, moved and sized', () => {
    const free = ['email', 'phone', 'owner']
    const step = fc.record({
      does: fc.constantFrom('toggle', 'back', 'forth', 'size'),
      name: fc.constantFrom(...free),
      width: fc.option(fc.integer({ min: 40, max: 1200 })),
    })
    fc.assert(
      fc.property(fc.array(step), (steps) => {
        const shown = steps.reduce(
          (before, { does, name, width }) =>
            does === 'toggle'
              ? toggled(before, name)
              : does === 'size'
                ? sized(before, name, width)
                : moved(before, name, does === 'back' ? -1 : 1),
          free.map((name) => ({ name, width: null as number | null })),
        )
        expect(new Set(names(shown)).size).toBe(shown.length)
        expect(names(arrange(ALL, shown))).toEqual(['name', ...names(shown)])
      }),
    )
  })
})
