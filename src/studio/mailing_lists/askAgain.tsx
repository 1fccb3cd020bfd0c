'use client'

import { Button } from '../ui/button'
import { Only } from '../ui/here'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { askToConfirmAction } from './actions'

interface Props {
  contact: string
  list: string
  title: string
  /** What the contact is called, where several are shown. */
  of?: string
}

/** Sends somebody the mail once more that asks them to confirm a list. A mail that went out cannot be put back. */
export function AskAgain({ contact, list, title, of }: Props) {
  const { busy, run } = useRun()
  const ask = async () => {
    const done = await run(() => askToConfirmAction({ id: contact, list }))
    if (done) toast('Asked once more')
  }
  return (
    <Only may="answer">
      <Button
        look="quiet"
        className="py-0!"
        disabled={busy}
        aria-label={`Ask ${of ? `${of} ` : ''}again to confirm ${title}`}
        onClick={() => void ask()}
      >
        Ask again
      </Button>
    </Only>
  )
}
