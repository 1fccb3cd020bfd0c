'use client'

import { usePathname, useRouter, useSearchParams } from 'next/navigation'
import { type MouseEvent, type ReactNode, useEffect, useRef, useState } from 'react'
import { fetchPage } from '../lists/fetchPage'
import type { Page } from '../lists/list'
import type { ListName, QueryOf, RowOf } from '../lists/lists'
import { create } from 'zustand'
import { remember } from '../lists/walk'
import { Empty } from './empty'
import { useSettled } from './field'
import { asWideAs, headClass } from './spare'
import { usePlace, useWithin } from './here'

/** Where the list in view is being led: it shows what was there before until what comes next is read. */
const useGoing = create<{ going: { from: string; to: string } | null }>(() => ({ going: null }))

/** Filters of a list, kept in the address, so that back and reload show the same. */
export function useFilters() {
  const router = useRouter()
  const path = usePathname()
  const query = useSearchParams()
  return {
    get: (name: string) => query.get(name) ?? '',
    set(changes: Record<string, string>) {
      // What was chosen just before, and is being read, stays chosen.
      const { going } = useGoing.getState()
      const here = `${path}${query.size > 0 ? `?${query}` : ''}`
      const next = new URLSearchParams(going?.from === here ? going.to.slice(path.length) : query)
      for (const [name, value] of Object.entries(changes))
        if (value) next.set(name, value)
        else next.delete(name)
      const to = `${path}${next.size > 0 ? `?${next}` : ''}`
      useGoing.setState({ going: { from: here, to } })
      router.replace(to, { scroll: false })
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
    // oxlint-disable-next-line react/exhaustive-deps
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
  right?: boolean | undefined
  spare?: boolean | undefined
  width?: number | undefined
  /** By which it is drawn wider. */
  edge?: ReactNode
}

/** A head that sorts its list: pressed again, the other way round. The address keeps it. */
export function SortHead({ children, usual, by, right, spare, width, edge }: HeadProps) {
  const filters = useFilters()
  const now = filters.get('sort') || usual
  const direction = now === by ? 'ascending' : now === `-${by}` ? 'descending' : undefined
  // Moments and figures are wanted from the greatest down first, as the usual sorting is.
  const first = right || usual === `-${by}` ? `-${by}` : by
  const next = direction === undefined ? first : direction === 'ascending' ? `-${by}` : by
  return (
    <th aria-sort={direction} className={headClass(right, spare)} {...asWideAs(width)}>
      <button
        type="button"
        className="rounded-sm [text-align:inherit] hover:underline"
        onClick={() => filters.set({ sort: next === usual ? '' : next })}
      >
        {children}
        {direction && <span aria-hidden> {direction === 'ascending' ? '↑' : '↓'}</span>}
      </button>
      {edge}
    </th>
  )
}

/** Whether somebody has just pressed a link: what they typed before must not call them back. */
function useLeaving() {
  const leaving = useRef(false)
  useEffect(() => {
    const press = (event: globalThis.MouseEvent) => {
      if (event.target instanceof Element && event.target.closest('a[href]:not([download])')) leaving.current = true
    }
    document.addEventListener('click', press)
    return () => document.removeEventListener('click', press)
  }, [])
  return leaving
}

/** How long one waits without a word, in milliseconds. */
const PATIENT = 2000

interface PagesProps<Name extends ListName> {
  list: Name
  query: QueryOf<Name>
  first: Page<RowOf<Name>>
  children: (rows: RowOf<Name>[]) => ReactNode
}

/** A list paged by scrolling, begun anew for every query, and when its screen is fetched anew. */
export const Pages = <Name extends ListName>(props: PagesProps<Name>) => (
  <>
    <Going />
    {props.first.tooLong ? <TooLong /> : <Scrolled key={JSON.stringify(props.query)} {...props} />}
  </>
)

/** Says that a list takes long to be sorted or narrowed, and leads back to how it was. */
function Going() {
  const router = useRouter()
  const path = usePathname()
  const query = useSearchParams()
  const { going } = useGoing()
  const at = `${path}${query.size > 0 ? `?${query}` : ''}`
  useEffect(() => {
    if (going !== null && at !== going.from) useGoing.setState({ going: null })
  }, [going, at])
  const isSlow = useSlow(going !== null && going.to !== at)
  if (!isSlow || going === null) return null
  const stop = () => {
    useGoing.setState({ going: null })
    router.replace(going.from, { scroll: false })
  }
  return (
    <p role="status" className="px-3 pt-3 text-soft">
      Reading this list takes long.{' '}
      <button type="button" className="text-teal underline" onClick={stop}>
        Stop, and leave it as it was
      </button>
    </p>
  )
}

function TooLong() {
  const router = useRouter()
  return (
    <Empty title="This list took too long to read">
      It was stopped after five seconds. Narrow it, or sort it otherwise.{' '}
      <button type="button" className="text-teal underline" onClick={() => router.refresh()}>
        Try again
      </button>
    </Empty>
  )
}

/** Whether something has been going on for longer than one waits for without a word. */
function useSlow(goesOn: boolean): boolean {
  const [isSlow, setSlow] = useState(false)
  useEffect(() => {
    setSlow(false)
    if (!goesOn) return
    const timer = setTimeout(() => setSlow(true), PATIENT)
    return () => clearTimeout(timer)
  }, [goesOn])
  return goesOn && isSlow
}

/** The next page is fetched while the end of those there are is in view. */
function Scrolled<Name extends ListName>({ list, query, first, children }: PagesProps<Name>) {
  const [pages, setPages] = useState([first])
  const [begun, setBegun] = useState(first)
  if (first !== begun) {
    // The screen was fetched anew, since something was done: what was read on may be as stale.
    setBegun(first)
    setPages([first])
  }
  /** Why no more is fetched, where more could be. */
  const [rests, setRests] = useState<'failed' | 'stopped' | null>(null)
  const [inView, setInView] = useState(false)
  const end = useRef<HTMLDivElement>(null)
  const next = pages.at(-1)?.next ?? null
  useEffect(() => {
    // Of several changes told at once, the last is how it stands.
    const watch = new IntersectionObserver((changes) => setInView(changes.at(-1)?.isIntersecting ?? false), {
      rootMargin: '400px',
    })
    if (end.current) watch.observe(end.current)
    return () => watch.disconnect()
  }, [])
  const inHere = useWithin()
  useEffect(() => {
    if (!inView || rests !== null || next === null) return
    const stop = new AbortController()
    fetchPage<Name>(inHere(`/lists/${list}`), query, next, stop.signal)
      .then((page) => setPages((before) => [...before, page]))
      .catch(() => stop.signal.aborted || setRests('failed'))
    return () => stop.abort()
    // The query is the same as long as this stands.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [inView, rests, next])
  const isSlow = useSlow(inView && rests === null && next !== null)
  const rows = pages.flatMap((page) => page.rows)
  const place = usePlace()
  const filters = useSearchParams()
  const leave = (event: MouseEvent) => {
    if (!(event.target instanceof Element && event.target.closest('a[href]'))) return
    const address = `${place}${filters.size > 0 ? `?${filters}` : ''}`
    remember({ list, query, address, ids: rows.map(({ id }) => id), next })
  }
  return (
    <>
      <div className="contents" onClickCapture={leave}>
        {children(rows)}
      </div>
      <div ref={end} className="p-3 text-soft" role="status">
        {rests === 'failed' ? (
          <button type="button" className="text-red underline" onClick={() => setRests(null)}>
            More could not be fetched. Try again.
          </button>
        ) : rests === 'stopped' ? (
          <button type="button" className="text-teal underline" onClick={() => setRests(null)}>
            Fetch more
          </button>
        ) : isSlow ? (
          <>
            Fetching more takes long.{' '}
            <button type="button" className="text-teal underline" onClick={() => setRests('stopped')}>
              Stop
            </button>
          </>
        ) : next ? (
          'Fetching more…'
        ) : rows.length > 0 ? (
          `${rows.length} in all`
        ) : null}
      </div>
    </>
  )
}
