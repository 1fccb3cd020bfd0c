'use client'

import { type MouseEvent, useRef, useState } from 'react'
import type { Column } from '../ui/sheet'

export interface Chosen<Row> {
  chosen: ReadonlySet<string>
  /** Whether all that a list is narrowed to are meant, and not only those that show. */
  allThatFit: boolean
  /** Whether all that show are chosen. */
  isAll: boolean
  isChosen: (row: Row) => boolean
  /** The column of boxes, which comes first. */
  column: Column<Row>
  clear: () => void
  chooseAllThatFit: () => void
}

/**
 * Rows of a list that are chosen, to do one thing to all of them: one by one, a run of them with Shift, all that show, or
 * all that fit. `called` is what several of them are called.
 */
export function useChosen<Row extends { id: string }>(rows: readonly Row[], called: string): Chosen<Row> {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const [allThatFit, setAllThatFit] = useState(false)
  const last = useRef<string | null>(null)
  const clear = () => {
    setChosen(new Set())
    setAllThatFit(false)
    last.current = null
  }
  const has = (id: string) => allThatFit || chosen.has(id)
  const choose = (id: string, on: boolean, through: boolean) => {
    const [from, to] = [rows.findIndex((row) => row.id === last.current), rows.findIndex((row) => row.id === id)]
    const run =
      through && from >= 0 ? rows.slice(Math.min(from, to), Math.max(from, to) + 1).map((row) => row.id) : [id]
    const next = new Set(allThatFit ? rows.map((row) => row.id) : chosen)
    for (const one of run)
      if (on) next.add(one)
      else next.delete(one)
    last.current = id
    setAllThatFit(false)
    setChosen(next)
  }
  const isAll = rows.length > 0 && rows.every(({ id }) => has(id))
  const column: Column<Row> = {
    head: (
      <input
        type="checkbox"
        className="accent-moss"
        aria-label={`All ${called} that show`}
        checked={isAll}
        onChange={() => (isAll ? clear() : setChosen(new Set(rows.map(({ id }) => id))))}
      />
    ),
    className: 'w-7',
    cell: (row) => <RowBox id={row.id} called={calledIn(row)} on={has(row.id)} onChoose={choose} />,
  }
  return {
    chosen,
    allThatFit,
    isAll,
    isChosen: ({ id }) => has(id),
    column,
    clear,
    chooseAllThatFit: () => setAllThatFit(true),
  }
}

/** What a row is called, for those who hear the page. */
function calledIn(row: { id: string; name?: unknown; person?: unknown; email?: unknown }): string {
  const name = row.name ?? row.person ?? row.email
  return typeof name === 'string' && name !== '' ? name : 'this row'
}

interface BoxProps {
  id: string
  called: string
  on: boolean
  onChoose: (id: string, on: boolean, through: boolean) => void
}

const RowBox = ({ id, called, on, onChoose }: BoxProps) => (
  <input
    type="checkbox"
    className="accent-moss"
    aria-label={`Choose ${called}`}
    checked={on}
    readOnly
    // Shift with the mouse, and with the space bar, says that those between are meant as well.
    onClick={(event: MouseEvent) => onChoose(id, !on, event.shiftKey)}
  />
)
