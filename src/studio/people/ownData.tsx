'use client'

import { useState } from 'react'
import { Button } from '../ui/button'
import { Dialog } from '../ui/dialog'
import { Only, useGo, useWithin } from '../ui/here'
import { Outside } from '../ui/outside'
import { counted } from '../ui/show'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { erasePersonAction, planErasureAction } from './actions'

type ErasurePlan = Extract<Awaited<ReturnType<typeof planErasureAction>>, { ok: true }>['value']

/** What a person may ask for: all that is kept of them, and that it goes. */
export const OwnData = ({ id, name }: { id: string; name: string }) => (
  <>
    <TakeAlong id={id} />
    <Only may="answer">
      <Erase id={id} name={name} />
    </Only>
  </>
)

function TakeAlong({ id }: { id: string }) {
  const inHere = useWithin()
  return (
    <span className="text-soft">
      All that is kept, as{' '}
      {(['page', 'json'] as const).map((format, n) => (
        <span key={format}>
          {n > 0 && ' or '}
          <a
            className="text-teal underline"
            href={inHere(`/exports/person?${new URLSearchParams({ id, format })}`)}
            download
          >
            {format === 'json' ? 'JSON' : 'a page to read'}
          </a>
        </span>
      ))}
    </span>
  )
}

/** Erases somebody for good: it says what goes and what stays, and wants the address typed. */
export function Erase({ id, name }: { id: string; name: string }) {
  const { busy, run } = useRun()
  const [plan, setPlan] = useState<ErasurePlan | null>(null)
  const open = async () => setPlan((await run(() => planErasureAction({ id }))) ?? null)
  return (
    <>
      <Button look="quiet" className="py-0!" disabled={busy} onClick={() => void open()}>
        Erase…
      </Button>
      <Dialog open={plan !== null} onOpenChange={() => setPlan(null)} title="Erase for good">
        {plan && <Asked {...{ id, name, plan }} onLeave={() => setPlan(null)} />}
      </Dialog>
    </>
  )
}

interface AskedProps {
  id: string
  name: string
  plan: ErasurePlan
  onLeave: () => void
}

function Asked({ id, name, plan, onLeave }: AskedProps) {
  const { busy, run } = useRun()
  const go = useGo()
  const [typed, setTyped] = useState('')
  const [address] = plan.addresses
  const isTheirs = plan.addresses.includes(typed.trim().toLowerCase())
  const erase = async () => {
    if (!(await run(() => erasePersonAction({ id, address: typed })))) return
    toast('Erased for good')
    go.to('/people')
  }
  return (
    <form
      className="space-y-2.5"
      onSubmit={(event) => {
        event.preventDefault()
        if (isTheirs) void erase()
      }}
    >
      <p>
        Whatever tells of <Outside>{name}</Outside> goes: what is stored, lists, notes and links
        {tellGoing(plan) && `; ${tellGoing(plan)}`}. Nothing puts it back.
      </p>
      <p>
        What tells of nobody stays, so that numbers stay right: that a form was sent and from where, what was chosen of
        what was offered{plan.opened > 0 && ', and the stage and money of deals'}. History keeps that somebody was
        erased, by whom and when, and not who it was.
      </p>
      <StaysOutside with={plan.outside} />
      <label className="block">
        Type <Outside>{address}</Outside> to say that you mean it
        <input
          className="box mt-1"
          type="text"
          autoComplete="off"
          spellCheck={false}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
      </label>
      <p className="flex gap-2">
        <Button look="main" type="submit" disabled={busy || !isTheirs}>
          Erase for good
        </Button>
        <Button look="quiet" onClick={onLeave}>
          Keep them
        </Button>
      </p>
    </form>
  )
}

/** What something of them went to, for somebody to ask there. */
export const StaysOutside = ({ with: titles }: { with: readonly string[] }) =>
  titles.length > 0 && (
    <p className="rounded-md bg-amber-bg px-2.5 py-1.5">
      What went out is not ours to take back, and stays with:{' '}
      {titles.map((title, n) => (
        <span key={title}>
          {n > 0 && ', '}
          <Outside>{title}</Outside>
        </span>
      ))}
      .
    </p>
  )

/** What goes, counted; nothing where there is none. */
export function tellGoing({
  submissions,
  entries,
  files,
  deliveries,
  opened,
}: Omit<ErasurePlan, 'addresses' | 'outside'>): string {
  const parts = [
    submissions > 0 && `the answers of ${counted(submissions, 'submission')}`,
    entries > 0 && counted(entries, 'unfinished entry', 'unfinished entries'),
    files > 0 && counted(files, 'file'),
    deliveries > 0 && `what ${counted(deliveries, 'delivery', 'deliveries')} said`,
    opened > 0 && `the words of ${counted(opened, 'deal or request', 'deals and requests')}`,
  ].filter((part) => part !== false)
  return parts.join(', ')
}
