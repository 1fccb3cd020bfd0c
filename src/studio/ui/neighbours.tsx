'use client'

import { useEffect } from 'react'
import { fetchPage } from '../lists/fetchPage'
import type { ListName } from '../lists/lists'
import { remember, useWalk } from '../lists/walk'
import { useGo, useWithin } from './here'
import { isBusy } from './isBusy'
import { Link } from './link'
import { Outside } from './outside'

/** The list that something belongs to, which of it this is, and under what address each has its page. */
export interface InList {
  list: ListName
  id: string
  page: string
}

/** Where a page leads back to, and what that is called. */
type Leading = readonly [href: string, title: string]

export const Back = ({ to: [href, title] }: { to: Leading }) => (
  <Link href={href} className="underline">
    <Outside>{title}</Outside>
  </Link>
)

interface Props extends InList {
  back: Leading
}

/** The way back, to the list as it was where something was opened from it, and to the one before and the one after there. */
export function Neighbours({ back: [href, title], list, id, page }: Props) {
  const walk = useWalk(list, id)
  const inHere = useWithin()
  const go = useGo()
  const before = walk?.ids[walk.at - 1]
  const after = walk?.ids[walk.at + 1]
  useEffect(() => {
    if (!walk || after !== undefined || walk.next === null) return
    const stop = new AbortController()
    fetchPage(inHere(`/lists/${list}`), walk.query, walk.next, stop.signal)
      .then(({ rows, next }) => remember({ ...walk, ids: [...walk.ids, ...rows.map((row) => row.id)], next }))
      // Then there is none after it to go to.
      .catch(() => undefined)
    return () => stop.abort()
  }, [walk, after, inHere, list])
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const to = { KeyJ: after, KeyK: before }[event.code]
      if (!event.altKey || event.ctrlKey || event.metaKey || to === undefined || isBusy(event.target)) return
      event.preventDefault()
      go.to(`${page}/${to}`)
    }
    document.addEventListener('keydown', press)
    return () => document.removeEventListener('keydown', press)
  }, [before, after, go, page])
  return (
    <p className="flex items-baseline gap-3 text-soft">
      <Back to={[walk?.address.split('?')[0] === href ? walk.address : href, title]} />
      {walk && (
        <span role="group" aria-label="Neighbours in the list" className="flex items-baseline gap-2">
          <Step to={before && `${page}/${before}`} label="The one before" keys="Alt+K" sign="‹" />
          <span>
            {walk.at + 1} of {walk.ids.length}
            {walk.next !== null && ' and more'}
          </span>
          <Step to={after && `${page}/${after}`} label="The one after" keys="Alt+J" sign="›" />
        </span>
      )}
    </p>
  )
}

function Step({ to, label, keys, sign }: { to: string | undefined; label: string; keys: string; sign: string }) {
  if (!to)
    return (
      <span aria-hidden className="min-w-6 text-center leading-6 text-edge">
        {sign}
      </span>
    )
  return (
    <Link
      href={to}
      aria-label={label}
      aria-keyshortcuts={keys}
      title={`${label} (${keys.replace('+', ' ')})`}
      className="min-w-6 rounded-sm text-center leading-6 hover:bg-panel"
    >
      {sign}
    </Link>
  )
}
