'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { Done, NotDone } from '@/server/done'
import { toast } from './toast'

/** What can be done instead. */
type Offered = { label: string; onClick: () => void } | null

/** Does something and shows the page anew; one at a time. What keeps it from being done is said. */
export function useRun() {
  const router = useRouter()
  const [busy, setBusy] = useState(false)

  /** Does it; `undefined` where it was not done. `offer` is what can be done about that, where there is something. */
  const run = async <T>(act: () => Promise<Done<T>>, offer?: (why: NotDone) => Offered): Promise<T | undefined> => {
    setBusy(true)
    try {
      const result = await act()
      if (!result.ok) toast(result.message, { action: offer?.(result) ?? null })
      router.refresh()
      return result.ok ? result.value : undefined
    } catch {
      toast('Lichen cannot be reached. Try again in a moment.')
      return undefined
    } finally {
      setBusy(false)
    }
  }

  return { busy, run }
}
