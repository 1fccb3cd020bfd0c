'use client'

import { usePathname, useRouter } from 'next/navigation'
import { createContext, type ReactNode, useContext, useMemo } from 'react'
import type { Right } from '@/core/rights/right'
import { splitWithin, within } from '@/core/rights/within'

interface Here {
  /** The workspace that this tab’s addresses are in; `null` where none need be named. */
  handle: string | null
  rights: readonly Right[]
}

const HereContext = createContext<Here>({ handle: null, rights: [] })

/** Says to all below in which workspace they are, and what whoever looks at them may do there. */
export const HereProvider = ({ handle, rights, children }: Here & { children: ReactNode }) => {
  const here = useMemo(() => ({ handle, rights }), [handle, rights])
  return <HereContext value={here}>{children}</HereContext>
}

/** Whether whoever looks at this may do something: what they may not is not offered. The server asks again. */
export const useMay = (right: Right): boolean => useContext(HereContext).rights.includes(right)

/** Shows what is only for those who may. */
export const Only = ({ may, children }: { may: Right; children: ReactNode }) => (useMay(may) ? children : null)

/** Shows what others may only look at: nothing in it can be set or pressed. */
export const OnlyToRead = ({ unless, children }: { unless: Right; children: ReactNode }) => (
  <fieldset disabled={!useMay(unless)} className="min-w-0 space-y-6">
    {children}
  </fieldset>
)

/** Makes an address of the studio one in this tab’s workspace. */
export function useWithin(): (path: string) => string {
  const { handle } = useContext(HereContext)
  return useMemo(() => within.bind(null, handle), [handle])
}

/** Where the studio is: the address without the workspace. */
export const usePlace = (): string => splitWithin(usePathname()).path

/** Goes to another place of the studio. */
export function useGo(): { to(path: string): void; inPlace(path: string): void } {
  const router = useRouter()
  const inHere = useWithin()
  return { to: (path) => router.push(inHere(path)), inPlace: (path) => router.replace(inHere(path)) }
}
