'use client'

import { usePathname, useRouter, useSearchParams } from 'next/navigation'
import { type ReactNode, useEffect, useRef, useState } from 'react'
import { useSettled } from './field'

/** Filters of a list, kept in the address, so that back and reload show the same. */
export function useFilters() {
  const router = useRouter()
  const path = usePathname()
  const query = useSearchParams()
  return {
    get: (name: string) => query.get(name) ?? '',
    set(changes: Record<string, string>) {
      const next = new URLSearchParams(query)
      for (const [name, value] of Object.entries(changes))
        if (value) next.set(name, value)
        else next.delete(name)
      router.replace(`${path}${next.size > 0 ? `?${next}` : ''}`, { scroll: false })
    },
  }
}

/** A box that narrows a list as one types. */
export function SearchBox({ label }: { label: string }) {
  const filters = useFilters()
  const [text, setText] = useState(filters.get('search'))
  const settled = useSettled(text, 250)
  const kept = filters.get('search')
  const set = useRef(filters.set)
  set.current = filters.set
  const leaving = useLeaving()
  useEffect(() => {
    if (settled !== kept && !leaving.current) set.current({ search: settled })
    // Only typing changes the address, not the other way round.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [settled])
  return (
    <input
      type="search"
      aria-label={label}
      placeholder={`${label}…`}
      className="box max-w-72"
      value={text}
      onChange={(event) => setText(event.target.value)}
    />
  )
}

interface HeadProps {
  children: ReactNode
  /** What the list is sorted by where the address says nothing. */
  usual: string
  /** The key this head sorts by. */
  by: string
  right?: boolean
}

/** A head that sorts its list: pressed again, the other way round. The address keeps it. */
export function SortHead({ children, usual, by, right }: HeadProps) {
  const filters = useFilters()
  const now = filters.get('sort') || usual
  const direction = now === by ? 'ascending' : now === `-${by}` ? 'descending' : undefined
  // Moments and figures are wanted from the greatest down first, as the usual sorting is.
  const first = right || usual === `-${by}` ? `-${by}` : by
  const next = direction === undefined ? first : direction === 'ascending' ? `-${by}` : by
  return (
    <th aria-sort={direction} className={right ? 'text-right!' : undefined}>
      <button
        type="button"
        className="rounded-sm hover:underline"
        onClick={() => filters.set({ sort: next === usual ? '' : next })}
      >
        {children}
        {direction && <span aria-hidden> {direction === 'ascending' ? '↑' : '↓'}</span>}
      </button>
    </th>
  )
}

/** Whether somebody has just pressed a link: what they typed before must not call them back. */
function useLeaving() {
  const leaving = useRef(false)
  useEffect(() => {
    const press = (event: MouseEvent) => {
      if (event.target instanceof Element && event.target.closest('a[href]:not([download])')) leaving.current = true
    }
    document.addEventListener('click', press)
    return () => document.removeEventListener('click', press)
  }, [])
  return leaving
}

/** Longest that a page is waited for, in milliseconds; after that it counts as not fetched. */
const PATIENCE = 10_000

const inTime = <T,>(fetched: Promise<T>): Promise<T> =>
  Promise.race([
    fetched,
    new Promise<T>((_, fail) => setTimeout(() => fail(new Error('A page did not come in time')), PATIENCE)),
  ])

interface PagesProps<T> {
  first: { rows: T[]; next: string | null }
  /** Fetches the page after a cursor. */
  more: (after: string) => Promise<{ rows: T[]; next: string | null }>
  children: (rows: T[]) => ReactNode
}

/** A list paged by scrolling: the next page is fetched as the end comes into view. */
export function Pages<T>({ first, more, children }: PagesProps<T>) {
  const [rows, setRows] = useState(first.rows)
  const [next, setNext] = useState(first.next)
  const [failed, setFailed] = useState(false)
  const end = useRef<HTMLDivElement>(null)
  const busy = useRef(false)
  const fetchMore = useRef<() => void>(() => undefined)
  fetchMore.current = () => {
    if (!next || busy.current) return
    busy.current = true
    inTime(more(next))
      .then((page) => {
        setRows((before) => [...before, ...page.rows])
        setNext(page.next)
        setFailed(false)
      })
      .catch(() => setFailed(true))
      .finally(() => (busy.current = false))
  }
  useEffect(() => {
    if (!end.current) return
    let inView = false
    const look = () => inView && fetchMore.current()
    const watch = new IntersectionObserver(
      ([entry]) => {
        inView = entry?.isIntersecting ?? false
        look()
      },
      { rootMargin: '400px' },
    )
    watch.observe(end.current)
    // Whoever waits at the end is not forgotten, though a fetch was under way when they came there.
    const again = failed ? undefined : setInterval(look, 1000)
    return () => {
      watch.disconnect()
      clearInterval(again)
    }
  }, [rows, failed])
  return (
    <>
      {children(rows)}
      <div ref={end} className="p-3 text-soft" role="status">
        {failed ? (
          <button type="button" className="text-red underline" onClick={() => fetchMore.current()}>
            More could not be fetched. Try again.
          </button>
        ) : next ? (
          'Fetching more…'
        ) : rows.length > 0 ? (
          `${rows.length} in all`
        ) : null}
      </div>
    </>
  )
}
