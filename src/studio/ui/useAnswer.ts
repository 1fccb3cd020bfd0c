'use client'

import { useEffect, useState } from 'react'
import type { Done } from '@/server/done'

/** What somebody is told who asked: nothing yet, what they asked for, or why not. */
export type Answer<T> = { is: 'asked' } | { is: 'told'; value: T } | { is: 'refused'; why: string }

/** Asks once it shows, and again for another input, which is what `key` tells; what comes too late is not told. */
export function useAnswer<T>(ask: () => Promise<Done<T>>, key: string): Answer<T> {
  const [answer, setAnswer] = useState<{ key: string; told: Answer<T> } | null>(null)
  useEffect(() => {
    let stale = false
    const tell = (told: Answer<T>) => !stale && setAnswer({ key, told })
    ask().then(
      (result) => tell(result.ok ? { is: 'told', value: result.value } : { is: 'refused', why: result.message }),
      () => tell({ is: 'refused', why: 'Lichen cannot be reached. Try again in a moment.' }),
    )
    return () => {
      stale = true
    }
    // What is asked follows from the key.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [key])
  return answer?.key === key ? answer.told : { is: 'asked' }
}
