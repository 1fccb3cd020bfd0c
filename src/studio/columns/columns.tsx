'use client'

import { Popover } from 'radix-ui'
import { type ReactNode, useState } from 'react'
import type { KeptColumn } from '@/db/schema_of_settings'
import { Button } from '../ui/button'
import type { Column } from '../ui/sheet'
import { toast } from '../ui/toast'
import { keepColumnsAction } from './actions'
import { arrange, type ChosenColumn, moved, sized, toggled } from './arrange'

type List = Parameters<typeof keepColumnsAction>[0]['list']

interface Props<Row> {
  list: List
  all: readonly ChosenColumn<Row>[]
  kept: readonly KeptColumn[] | null
}

/**
 * The columns of a list as whoever looks has chosen, ordered and sized them, and the button to do it. What is changed
 * shows at once, and is kept for the next time.
 */
export function useColumns<Row>({ list, all, kept: first }: Props<Row>): {
  columns: Column<Row>[]
  chooser: ReactNode
} {
  const [kept, setKept] = useState(first)
  const shown = arrange(all, kept)
  const free = shown.filter((column) => !column.fixed).map(({ name, width }): KeptColumn => ({ name, width }))
  const keep = async (next: KeptColumn[] | null) => {
    const before = kept
    setKept(next)
    const done = await keepColumnsAction({ list, columns: next }).catch(() => null)
    if (done?.ok) return
    setKept(before)
    toast(done?.message ?? 'Lichen cannot be reached. Try again in a moment.')
  }
  const columns = shown.map(({ width, ...column }): Column<Row> => ({
    ...column,
    ...(width === null ? {} : { width }),
    ...(column.fixed ? {} : { onSize: (to: number | null) => void keep(sized(free, column.name, to)) }),
  }))
  return {
    columns,
    chooser: <Chooser all={all} shown={free} onChange={(next) => void keep(next)} isUsual={kept === null} />,
  }
}

interface ChooserProps {
  all: readonly Pick<ChosenColumn<never>, 'name' | 'title' | 'fixed'>[]
  shown: readonly KeptColumn[]
  isUsual: boolean
  onChange: (next: KeptColumn[] | null) => void
}

/** Which columns show, in which order. */
function Chooser({ all, shown, isUsual, onChange }: ChooserProps) {
  const free = all.filter(({ fixed }) => !fixed)
  const titleOf = (name: string) => free.find((one) => one.name === name)?.title ?? name
  const hidden = free.filter(({ name }) => !shown.some((one) => one.name === name))
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button look="quiet">Columns…</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          aria-label="Columns"
          className="z-40 max-h-[70vh] w-72 overflow-auto rounded-lg border border-edge bg-paper p-3 text-ink"
        >
          <ul aria-label="Columns that show" className="space-y-0.5">
            {shown.map(({ name }, n) => (
              <li key={name} className="flex items-center gap-1.5">
                <label className="flex min-w-0 flex-1 items-center gap-1.5">
                  <input
                    type="checkbox"
                    className="accent-moss"
                    checked={true}
                    disabled={shown.length === 1}
                    onChange={() => onChange(toggled(shown, name))}
                  />
                  <span className="truncate">{titleOf(name)}</span>
                </label>
                <Button
                  look="quiet"
                  className="px-1.5 py-0!"
                  aria-label={`Further to the front: ${titleOf(name)}`}
                  disabled={n === 0}
                  onClick={() => onChange(moved(shown, name, -1))}
                >
                  ↑
                </Button>
                <Button
                  look="quiet"
                  className="px-1.5 py-0!"
                  aria-label={`Further to the back: ${titleOf(name)}`}
                  disabled={n === shown.length - 1}
                  onClick={() => onChange(moved(shown, name, 1))}
                >
                  ↓
                </Button>
              </li>
            ))}
          </ul>
          {hidden.length > 0 && (
            <ul aria-label="Columns that do not show" className="mt-2 space-y-0.5 border-t border-rule pt-2">
              {hidden.map(({ name, title }) => (
                <li key={name}>
                  <label className="flex items-center gap-1.5">
                    <input
                      type="checkbox"
                      className="accent-moss"
                      checked={false}
                      onChange={() => onChange(toggled(shown, name))}
                    />
                    <span className="truncate">{title}</span>
                  </label>
                </li>
              ))}
            </ul>
          )}
          <p className="mt-2 flex items-center gap-2 text-soft">
            Edges of heads are drawn wider.
            <Button look="quiet" className="ml-auto py-0!" disabled={isUsual} onClick={() => onChange(null)}>
              As usual
            </Button>
          </p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
