'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from '../ui/toast'
import { Button } from '../ui/button'
import { Again } from './again'
import { sayRealAction, settleSpamAction } from './actions'
import { useMay } from '../ui/here'

/** Leaves these submissions as spam, so that nobody need look at them again. Undo brings them back. */
export function Settle({ ids, label }: { ids: readonly string[]; label: string }) {
  const router = useRouter()
  const may = useMay('answer')
  const [busy, setBusy] = useState(false)
  const settle = async (settled: boolean) => {
    setBusy(true)
    try {
      const result = await settleSpamAction({ ids: [...ids], settled })
      const count = result.ok ? result.value.settled : 0
      const undo = settled && count > 0 ? { label: 'Undo', onClick: () => void settle(false) } : null
      toast(
        count === 0 ? 'It has been settled meanwhile' : settled ? `${count} left as spam` : `${count} back to look at`,
        {
          action: undo,
        },
      )
    } catch {
      toast('Lichen cannot be reached. Try again in a moment.')
    }
    setBusy(false)
    router.refresh()
  }
  if (!may) return null
  return (
    <Button disabled={busy} onClick={() => void settle(true)}>
      {label}
    </Button>
  )
}

/** What a person can say of a submission kept as spam. */
export const SpamChoices = ({ id, settled }: { id: string; settled: boolean }) => (
  <span className="flex flex-wrap gap-2">
    <Again label="It is real" action={sayRealAction.bind(null, { id })} />
    {!settled && <Settle ids={[id]} label="Leave as spam" />}
  </span>
)
