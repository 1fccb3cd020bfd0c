import { useState } from 'react'
import { instantShown, momentIn, showFarMoment } from '@/core/formats/zone'
import type { Planned } from '@/server/forms/readPlanned'
import { callOffReleaseAction } from '../draft/actions'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { Only } from '../ui/here'
import { Moment, useZone, ZoneWords } from '../ui/moment'
import { Outside } from '../ui/outside'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'

/** What is to be released at a moment that somebody set, or why it was not, and the button that calls it off. */
export function PlannedRelease({ planned, next }: { planned: Planned; next: number }) {
  const { facts, revision } = useDraft((state) => state)
  const { busy, run } = useRun()
  const { at, who, changes, draftRevision, refused } = planned
  const callOff = async () => {
    if ((await run(() => callOffReleaseAction({ slug: facts.slug }))) !== undefined)
      toast(refused ? 'It is put away' : 'The planned release is called off')
  }
  return (
    <section aria-label="Planned release" className="mt-3 border-l-2 border-edge pl-3">
      {refused ? (
        <>
          <h2 className="text-red">
            What was planned for <Moment at={at} show={showFarMoment} /> was not released
          </h2>
          <ul className="list-disc pl-5">
            {refused.map((why) => (
              <li key={why}>{why}</li>
            ))}
          </ul>
        </>
      ) : (
        <>
          <h2>
            Release {next} is planned for <Moment at={at} show={showFarMoment} />
          </h2>
          <p>
            {changes.length > 0 ? changes.join('; ') : 'It changes nothing by now.'}{' '}
            <span className="text-soft">
              by <Outside>{who}</Outside>
            </span>
          </p>
          {draftRevision !== revision && (
            <p className="text-soft">The draft has changed since: what is released is the draft as it was then.</p>
          )}
        </>
      )}
      <Only may="release">
        <Button className="mt-1.5" disabled={busy} onClick={() => void callOff()}>
          {refused ? 'Put it away' : 'Call it off'}
        </Button>
      </Only>
    </section>
  )
}

interface Props {
  disabled: boolean
  label: string
  onPlan: (at: Date) => void
}

/** When a draft is to be released, where that is not now. */
export function PlanRelease({ disabled, label, onPlan }: Props) {
  const zone = useZone()
  const [shown, setShown] = useState('')
  const at = shown === '' ? null : instantShown(zone, shown)
  return (
    <span className="flex flex-wrap items-center gap-1.5">
      <span className="text-soft">or on</span>
      <input
        type="datetime-local"
        aria-label="When it is to be released"
        className="box w-auto"
        disabled={disabled}
        value={shown}
        onFocus={(event) => {
          event.currentTarget.min = momentIn(zone, new Date())
        }}
        onChange={(event) => setShown(event.target.value)}
      />
      <span className="text-soft">
        <ZoneWords />
      </span>
      <Button disabled={disabled || at === null} onClick={() => at && onPlan(at)}>
        {label}
      </Button>
    </span>
  )
}
