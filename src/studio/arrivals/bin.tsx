'use client'

import { type FormEvent, useState } from 'react'
import { Button } from '../ui/button'
import { Dialog } from '../ui/dialog'
import { ForGood } from '../ui/forGood'
import { Only } from '../ui/here'
import { counted } from '../ui/show'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { binSubmissionsAction, removeSubmissionsAction, restoreSubmissionsAction } from './actions'

interface Props {
  ids: readonly string[]
  onDone?: () => void
}

/** Puts submissions into the bin, where they count nowhere; and, if it is wished, what they did back. */
export function Bin({ ids, onDone }: Props) {
  const { busy, run } = useRun()
  const [open, setOpen] = useState(false)
  const put = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const back = new FormData(event.currentTarget).has('back')
    const done = await run(() => binSubmissionsAction({ ids: [...ids], back }))
    if (!done) return
    setOpen(false)
    onDone?.()
    const restore = () => void run(() => restoreSubmissionsAction({ ids: done.binned }))
    toast(`${counted(done.binned.length, 'submission')} in the bin`, {
      action: done.binned.length === 0 ? null : { label: 'Undo', onClick: restore },
    })
  }
  return (
    <Only may="answer">
      <Button onClick={() => setOpen(true)}>Bin…</Button>
      <Dialog open={open} onOpenChange={setOpen} title={`Put ${counted(ids.length, 'submission')} into the bin`}>
        <form className="space-y-2.5" onSubmit={(event) => void put(event)}>
          <p>
            In the bin they count nowhere, and are in no list and no export but that of the bin. They can be restored.
          </p>
          <label className="flex items-start gap-1.5">
            <input type="checkbox" name="back" className="mt-0.5 accent-moss" />
            And put back what they did to people, companies and deals. What was changed since stays, and so do mails.
          </label>
          <p className="flex gap-2">
            <Button look="main" type="submit" disabled={busy}>
              Put into the bin
            </Button>
            <Button look="quiet" onClick={() => setOpen(false)}>
              Leave it
            </Button>
          </p>
        </form>
      </Dialog>
    </Only>
  )
}

/** What can be done with submissions in the bin. */
export function Binned({ ids, onDone }: Props) {
  const { busy, run } = useRun()
  const restore = async () => {
    const done = await run(() => restoreSubmissionsAction({ ids: [...ids] }))
    if (!done) return
    onDone?.()
    const undo = () => void run(() => binSubmissionsAction({ ids: done.restored }))
    toast(`${counted(done.restored.length, 'submission')} restored`, { action: { label: 'Undo', onClick: undo } })
  }
  const remove = async () => {
    const done = await removeSubmissionsAction({ ids: [...ids] })
    if (done.ok) onDone?.()
    return done.ok ? { ok: true as const, value: null } : done
  }
  return (
    <Only may="answer">
      <Button disabled={busy} onClick={() => void restore()}>
        Restore
      </Button>
      <ForGood label="Remove" what={counted(ids.length, 'submission')} action={remove} done="Removed for good" />
    </Only>
  )
}
