'use client'

import { useState } from 'react'
import { Button } from '../ui/button'
import { Dialog } from '../ui/dialog'
import { Outside } from '../ui/outside'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { eraseAddressAction, planAddressErasureAction } from './actions'
import { StaysOutside, tellGoing } from './ownData'

type Plan = Extract<Awaited<ReturnType<typeof planAddressErasureAction>>, { ok: true }>['value']

/** Erases what is kept of an address that no person here has: what was left midway, kept as spam, or mailed. */
export function EraseAddress({ address }: { address: string }) {
  const { busy, run } = useRun()
  const [plan, setPlan] = useState<Plan | null>(null)
  const open = async () => setPlan((await run(() => planAddressErasureAction({ address }))) ?? null)
  const erase = async () => {
    const done = await run(() => eraseAddressAction({ address }))
    if (!done) return
    setPlan(null)
    toast('Erased for good')
  }
  const going = plan && tellGoing(plan)
  return (
    <>
      <Button disabled={busy} onClick={() => void open()}>
        Erase what is kept of this address…
      </Button>
      <Dialog open={plan !== null} onOpenChange={() => setPlan(null)} title="Erase for good">
        {plan && (
          <div className="space-y-2.5">
            <p>
              {going ? `It takes ${going}, and` : 'Nothing was sent or left with it. It takes'} whatever else names{' '}
              <Outside>{address}</Outside>: rows of files, rehearsals, notes. Nothing puts it back.
            </p>
            <StaysOutside with={plan.outside} />
            <p className="flex gap-2">
              <Button look="main" disabled={busy} onClick={() => void erase()}>
                Erase for good
              </Button>
              <Button look="quiet" onClick={() => setPlan(null)}>
                Keep it
              </Button>
            </p>
          </div>
        )}
      </Dialog>
    </>
  )
}
