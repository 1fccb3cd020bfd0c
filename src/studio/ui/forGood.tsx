'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { Done } from '@/server/done'
import { toast } from './toast'
import { Button } from './button'

interface Props {
  label: string
  /** What it is done to, for those who hear the page. */
  what: string
  action: () => Promise<Done<null>>
  done: string
}

/** A button for what cannot be undone: it asks once, in its own place. */
export function ForGood({ label, what, action, done }: Props) {
  const router = useRouter()
  const [asking, setAsking] = useState(false)
  const run = async () => {
    setAsking(false)
    try {
      const result = await action()
      toast(result.ok ? done : result.message)
    } catch {
      toast('Lichen cannot be reached. Try again in a moment.')
    }
    router.refresh()
  }
  if (!asking)
    return (
      <Button aria-label={`${label}: ${what}`} onClick={() => setAsking(true)}>
        {label}
      </Button>
    )
  return (
    <span className="inline-flex gap-1.5" role="group" aria-label={`${label}: ${what}?`}>
      <Button autoFocus onClick={() => void run()}>
        {label} for good
      </Button>
      <Button onClick={() => setAsking(false)}>Keep it</Button>
    </span>
  )
}
