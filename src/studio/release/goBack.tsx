import type { ReactNode } from 'react'
import { formSchema } from '@/core/form/definition'
import { bringBackAction, weighReturnAction } from '../draft/actions'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { Findings } from '../ui/finding'
import { toast } from '../ui/toast'
import { useAnswer } from '../ui/useAnswer'
import { useRun } from '../ui/useRun'

interface Props {
  /** The release that is gone back to, and what it would be. */
  number: number
  next: number
  onLeave: () => void
}

/** What going back to a release comes to, and the buttons that do it: for visitors, or only for the draft. */
export function GoBack({ number, next, onLeave }: Props) {
  const { facts, edit } = useDraft((state) => state)
  const { slug } = facts
  const { busy, run } = useRun()
  const weighed = useAnswer(() => weighReturnAction({ slug, number }), `${slug} ${number}`)
  if (weighed.is === 'asked') return <p className="text-soft">Looking at what it takes away…</p>
  if (weighed.is === 'refused')
    return (
      <p role="alert" className="text-red">
        {weighed.why}
      </p>
    )
  const { changes, noticed, takenAway, faults, definition } = weighed.value
  const bringBack = async () => {
    const made = await run(() => bringBackAction({ slug, number }))
    if (!made) return
    toast(`Release ${made.number} is live: it is release ${number} again`)
    onLeave()
  }
  const takeIntoDraft = () => {
    edit(() => formSchema.parse(definition))
    toast(`The draft is release ${number} now. Undo brings yours back.`)
    onLeave()
  }
  return (
    <div className="grid gap-3 py-1.5 min-[1100px]:grid-cols-3" aria-live="polite">
      <Part title="What it takes away" none="Nothing that anybody has answered or reads.">
        {takenAway}
      </Part>
      <Part title="What visitors will notice" none="Nothing.">
        {noticed}
      </Part>
      <Part title="All that changes" none="Nothing: it is as the live one.">
        {changes}
      </Part>
      {faults.length > 0 && (
        <div className="min-[1100px]:col-span-3">
          <p className="mb-1">It stood once, and has faults by now. Take it into the draft and mend them there.</p>
          <Findings findings={faults} />
        </div>
      )}
      <div className="flex flex-wrap items-center gap-2 min-[1100px]:col-span-3">
        <Button look="main" disabled={busy || faults.length > 0} onClick={() => void bringBack()}>
          {busy ? 'Going back…' : `Make it live again, as release ${next}`}
        </Button>
        <Button onClick={takeIntoDraft}>Take it into the draft instead</Button>
        <Button look="quiet" onClick={onLeave}>
          Leave it
        </Button>
        <span className="text-soft">The draft stays as it is unless you take it there.</span>
      </div>
    </div>
  )
}

interface PartProps {
  title: string
  none: ReactNode
  children: readonly string[]
}

const Part = ({ title, none, children }: PartProps) => (
  <div>
    <h3 className="mb-1 font-semibold">{title}</h3>
    {children.length === 0 ? (
      <p className="text-soft">{none}</p>
    ) : (
      <ul className="list-disc pl-5">
        {children.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    )}
  </div>
)
