'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { Done } from '@/server/done'
import { toast } from '../ui/toast'
import { Button } from '../ui/button'
import { useMay } from '../ui/here'

/** A button that does something again and then shows what came of it. */
export function Again({ label, action }: { label: string; action: () => Promise<Done<null>> }) {
  const router = useRouter()
  const may = useMay('answer')
  const [busy, setBusy] = useState(false)
  const run = async () => {
    setBusy(true)
    try {
      const result = await action()
      toast(result.ok ? 'Queued again' : result.status === 404 ? 'It has been settled meanwhile' : result.message)
    } catch {
      toast('Lichen cannot be reached. Try again in a moment.')
    }
    // Give the worker a moment, so that the page shows the result rather than the queue.
    setTimeout(() => {
      router.refresh()
      setBusy(false)
    }, 1200)
  }
  if (!may) return null
  return (
    <Button disabled={busy} onClick={() => void run()}>
      {busy ? 'Queued…' : label}
    </Button>
  )
}
