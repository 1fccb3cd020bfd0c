'use client'

import { Button } from '../ui/button'
import { useMay } from '../ui/here'
import { useChange } from './useChange'

interface Props {
  /** The cause whose doing is put back. */
  cause: string
  /** The one slot it is about; all that the cause did, where left out. */
  only?: { record: string; slot: string }
  label: string
  /** What it is, for those who hear the page. */
  what: string
  /** Whether it shows only where its row is pointed at, or has the focus. */
  shy?: boolean
}

/** Puts back what a cause did. Nothing is asked: it can be undone. */
export function PutBack({ cause, only, label, what, shy = false }: Props) {
  const { busy, putBack } = useChange()
  if (!useMay('answer')) return null
  return (
    <Button
      look="quiet"
      className={`py-0! ${shy ? 'group-hover:opacity-100 focus:opacity-100 [@media(hover:hover)]:opacity-0' : ''}`}
      disabled={busy}
      aria-label={`${label}: ${what}`}
      onClick={() => void putBack({ id: cause, ...(only ? { only } : {}) })}
    >
      {label}
    </Button>
  )
}
