'use client'

import type { findPerson } from '@/db/queries/people'
import { Button } from '../ui/button'
import { Only } from '../ui/here'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { allowMailAction } from './actions'

type RefusedAddress = NonNullable<NonNullable<Awaited<ReturnType<typeof findPerson>>>['refused']>

/** Says that mails are kept from somebody, whose mail server said that there is no such address, and lets them go again. */
export function Refused({ contact, refused }: { contact: string; refused: RefusedAddress }) {
  const { busy, run } = useRun()
  const allow = async () => {
    const done = await run(() => allowMailAction({ id: contact }))
    if (done) toast(`Mails go to ${done.address} again`)
  }
  return (
    <div className="mb-3 flex flex-wrap items-baseline gap-x-3 gap-y-1 rounded-md bg-amber-bg px-3 py-1.5">
      <span className="min-w-0">
        No mail goes to <Outside>{refused.address}</Outside>: it was refused <Moment at={refused.at} />, “
        <Outside>{refused.reason}</Outside>”
      </span>
      <Only may="answer">
        <Button disabled={busy} onClick={() => void allow()}>
          Write to it again
        </Button>
      </Only>
    </div>
  )
}
