import { useEffect, useMemo } from 'react'
import { create } from 'zustand'
import type { ListName } from './lists'

/** The list that somebody came from, as far as it was read: what stands on a page of its own has neighbours there. */
export interface Walk {
  list: ListName
  /** What it was narrowed to and sorted by. */
  query: object
  /** Where it is looked at. */
  address: string
  ids: string[]
  /** Where it goes on; `null` at its end. */
  next: string | null
}

const KEPT = 'lichen-walk'

const useKept = create<{ walk: Walk | null; isRead: boolean }>(() => ({ walk: null, isRead: false }))

/** Remembers a list for whatever is opened from it, in this tab. */
export function remember(walk: Walk): void {
  useKept.setState({ walk, isRead: true })
  try {
    sessionStorage.setItem(KEPT, JSON.stringify(walk))
  } catch {
    // Where there is no room for it, a reload forgets it.
  }
}

/** The list that a row was opened from, and where it stands there; `null` where it was come to otherwise. */
export function useWalk(list: ListName, id: string): (Walk & { at: number }) | null {
  const { walk, isRead } = useKept()
  useEffect(() => {
    if (!isRead) useKept.setState({ walk: readKept(), isRead: true })
  }, [isRead])
  return useMemo(() => {
    const at = walk?.list === list ? walk.ids.indexOf(id) : -1
    return walk && at >= 0 ? { ...walk, at } : null
  }, [walk, list, id])
}

/** Forgets it, as whoever signs out does. */
export function forgetWalk(): void {
  useKept.setState({ walk: null, isRead: true })
  try {
    sessionStorage.removeItem(KEPT)
  } catch {
    // Where nothing may be kept, nothing was.
  }
}

function readKept(): Walk | null {
  try {
    return JSON.parse(sessionStorage.getItem(KEPT) ?? 'null') as Walk | null
  } catch {
    return null
  }
}
