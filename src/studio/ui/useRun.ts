'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { Done } from '@/server/done'
import { toast } from './toast'

/** Does something and shows the page anew; one at a time. What keeps it from being done is said. */
export function useRun() {
  const router = useRouter()
  const [busy, setBusy] = useState(false)

  /** Does it; `undefined` where it was not done. */
  const run = async <T>(act: () => Promise<Done<T>>): Promise<T | undefined> => {
    setBusy(true)
    try {
      const result = await act()
      if (!result.ok) toast(result.message)
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
