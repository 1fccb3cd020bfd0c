'use client'

import { type KeyboardEvent, type ReactNode, useState } from 'react'
import type { RecordType } from '@/core/fields/field'
import { Button } from '../ui/button'
import { useGo, useMay, useWithin } from '../ui/here'
import type { Column } from '../ui/sheet'
import { counted } from '../ui/show'
import { ChosenBar } from './chosenBar'
import { useChosen } from './useChosen'
import { type Around, Doing, type WhatIsDone } from './doing'

interface Props<Row> {
  type: RecordType
  rows: readonly Row[]
  /** What narrows the list: all that fit are all that it is narrowed to. */
  filter: Readonly<Record<string, string | undefined>>
  around: Around
  children: (choose: Column<Row>, isChosen: (row: Row) => boolean) => ReactNode
}

/** What one of each sort is called. */
const CALLED: Record<RecordType, readonly [one: string, many: string]> = {
  contact: ['person', 'people'],
  company: ['company', 'companies'],
  deal: ['deal', 'deals'],
  request: ['request', 'requests'],
}

/**
 * A list whose rows can be chosen, to do one thing to all of them: one by one, a run of them with Shift, all that show,
 * or all that fit.
 */
export function Choosing<Row extends { id: string }>({ type, rows, filter, around, children }: Props<Row>) {
  const { chosen, allThatFit, isAll, isChosen, column, clear, chooseAllThatFit } = useChosen(rows, CALLED[type][1])
  const [doing, setDoing] = useState<WhatIsDone | null>(null)
  const may = useMay('answer')
  const go = useGo()
  // Two sorts of records are ever one, and side by side there is room for so many.
  const isMergeable =
    (type === 'contact' || type === 'company') && !allThatFit && chosen.size > 1 && chosen.size <= MOST_MERGED
  const none = chosen.size === 0 && !allThatFit
  const wish = allThatFit
    ? { type, all: Object.fromEntries(Object.entries(filter).filter(([, value]) => value)) }
    : { type, ids: [...chosen] }
  return (
    <div onKeyDown={(event: KeyboardEvent) => event.key === 'Escape' && doing === null && clear()}>
      {may ? children(column, isChosen) : children(NONE, () => false)}
      {!none && may && (
        <ChosenBar
          words={allThatFit ? 'All that fit' : `${counted(chosen.size, ...CALLED[type])} chosen`}
          onNone={clear}
        >
          {isAll && !allThatFit && (
            <Button look="quiet" onClick={chooseAllThatFit}>
              Choose all that fit
            </Button>
          )}
          <Button onClick={() => setDoing('field')}>Set a field…</Button>
          <Button onClick={() => setDoing('owner')}>Give an owner…</Button>
          {type === 'contact' && around.lists.length > 0 && (
            <>
              <Button onClick={() => setDoing('join')}>Put on a list…</Button>
              <Button onClick={() => setDoing('leave')}>Take off a list…</Button>
            </>
          )}
          <Button onClick={() => setDoing('note')}>Note…</Button>
          {isMergeable && <Button onClick={() => go.to(`/people/merge?of=${[...chosen].join(',')}`)}>Merge…</Button>}
          {type === 'contact' && <MakeLinks chosen={chosen} filter={allThatFit ? filter : null} />}
          {type === 'contact' && <TakeAlong chosen={chosen} filter={allThatFit ? filter : null} />}
          {type === 'contact' && <Button onClick={() => setDoing('erase')}>Erase…</Button>}
        </ChosenBar>
      )}
      {doing && (
        <Doing
          key={doing}
          {...{ type, doing, around }}
          called={CALLED[type]}
          chosen={wish as Parameters<typeof Doing>[0]['chosen']}
          onLeave={() => setDoing(null)}
          onDone={() => {
            setDoing(null)
            clear()
          }}
        />
      )}
    </div>
  )
}

/** Most that are merged at once. */
const MOST_MERGED = 10

/** Stands for the column of whoever may only look. */
const NONE = { head: null, cell: () => null, className: 'hidden' }

/** Most that are named one by one in an address. */
const NAMED = 200

interface ChosenPeople {
  chosen: ReadonlySet<string>
  filter: Props<never>['filter'] | null
}

/** What an address says of those who are chosen; `null` where it has no room for them. */
function namedIn({ chosen, filter }: ChosenPeople): [string, string][] | null {
  if (filter) return Object.entries(filter).filter((entry): entry is [string, string] => Boolean(entry[1]))
  return chosen.size > NAMED ? null : [['ids', [...chosen].join(',')]]
}

/** Leads to where a personal link is made for each of them. */
function MakeLinks(people: ChosenPeople) {
  const go = useGo()
  const named = namedIn(people)
  if (named === null) return null
  const asked = new URLSearchParams(people.filter ? [...named, ['all', 'yes']] : named)
  return <Button onClick={() => go.to(`/people/sheets/new?${asked}`)}>Link sheet…</Button>
}

function TakeAlong(people: ChosenPeople) {
  const inHere = useWithin()
  const narrowed = namedIn(people)
  if (narrowed === null) return null
  return (
    <a
      className="rounded-md border border-edge bg-white px-2.5 py-1 hover:bg-panel"
      href={inHere(`/exports/people?${new URLSearchParams([...narrowed, ['format', 'csv']])}`)}
      download
    >
      Take along as CSV
    </a>
  )
}
