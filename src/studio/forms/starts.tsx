'use client'

import { type KeyboardEvent, type ReactNode, useRef } from 'react'
import type { Page } from '../lists/list'
import type { QueryOf, RowOf } from '../lists/lists'
import { Pages, SearchBox } from '../ui/list_frame'
import { percent } from '../ui/show'
import type { Start } from './beginning'

interface Props {
  query: QueryOf<'forms'>
  first: Page<RowOf<'forms'>>
  start: Start
  onStart: (start: Start) => void
  onFile: (file: File | undefined) => void
  /** What is wrong with the file, where something is. */
  fault: ReactNode
}

/** What a form can be begun with; arrows go from one to another. */
export function Starts({ query, first, start, onStart, onFile, fault }: Props) {
  const list = useRef<HTMLDivElement>(null)
  const step = (event: KeyboardEvent) => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key]
    if (by === undefined || !(event.target instanceof HTMLButtonElement)) return
    const all = [...(list.current?.querySelectorAll<HTMLButtonElement>('button[aria-pressed]') ?? [])]
    event.preventDefault()
    all[all.indexOf(event.target) + by]?.focus()
  }
  const choice = (one: Start, title: string, says: string) => {
    const on = start.with === one.with && (start.with !== 'form' || (one.with === 'form' && one.slug === start.slug))
    return (
      <button
        key={one.with === 'form' ? one.slug : one.with}
        type="button"
        aria-pressed={on}
        onClick={() => onStart(one)}
        onFocus={() => onStart(one)}
        className={`-mx-2 flex w-[calc(100%+1rem)] min-w-0 items-baseline gap-2 rounded-md px-2 py-1 text-left ${on ? 'bg-moss-bg' : 'hover:bg-lit'}`}
      >
        <bdi className={`min-w-0 truncate font-semibold ${on ? 'text-moss' : ''}`} title={title}>
          {title}
        </bdi>
        <span className="ml-auto shrink-0 text-soft">{says}</span>
      </button>
    )
  }
  return (
    <div ref={list} onKeyDown={step} className="min-w-0 space-y-1 px-4 py-3">
      {choice({ with: 'nothing' }, 'Blank', 'asks for an email')}
      {choice({ with: 'text' }, 'A list of questions', 'pasted')}
      <label className="block pt-1">
        <span className="mb-1 flex justify-between gap-2">
          <strong className="font-semibold">A definition</strong>{' '}
          <span className="text-soft">a file, as Release gives it</span>
        </span>
        <input
          type="file"
          accept=".json,application/json"
          className="w-full text-soft file:mr-2 file:rounded-md file:border file:border-edge file:bg-white file:px-2.5 file:py-1 file:text-ink"
          onChange={(event) => onFile(event.target.files?.[0])}
        />
      </label>
      {fault}
      <h2 className="pt-3 text-[12px] text-soft">Yours, the most used first</h2>
      <SearchBox label="Narrow by name or folder" />
      <Pages list="forms" query={query} first={first}>
        {(rows) =>
          rows.length > 0 ? (
            <div className="pt-1">
              {rows.map(({ slug, name, finish, release }) =>
                choice(
                  { with: 'form', slug, name },
                  name,
                  finish ? `${percent(finish.rate)} finish` : release ? `release ${release}` : 'draft',
                ),
              )}
            </div>
          ) : (
            <p className="pt-1 text-soft">{query.search ? 'No form fits.' : 'There are none yet.'}</p>
          )
        }
      </Pages>
    </div>
  )
}
