import { useEffect, useState } from 'react'
import { useDraft } from '../draft/context'
import { useSettled } from '../ui/field'
import { type RehearsalRun, runRehearsalsAction } from './actions'

/** Every kept rehearsal, run through the draft on the screen. */
export type Runs = { are: 'under way' } | { are: 'run'; runs: readonly RehearsalRun[] } | { are: 'away' }

/** Runs what is kept again whenever the draft has come to rest, or what is kept is of another version. */
export function useRuns(version = 0): Runs {
  const form = useDraft((state) => state.form)
  const slug = useDraft((state) => state.facts.slug)
  const [runs, setRuns] = useState<Runs>({ are: 'under way' })
  const draft = useSettled(form, 400)
  useEffect(() => {
    let stale = false
    runRehearsalsAction({ slug, draft })
      .then((done) => !stale && setRuns(done.ok ? { are: 'run', runs: done.value.runs } : { are: 'away' }))
      .catch(() => !stale && setRuns({ are: 'away' }))
    return () => {
      stale = true
    }
  }, [slug, draft, version])
  return runs
}

/** Whether a run does just what the live release does. */
export const isAsLive = ({ since }: RehearsalRun): boolean =>
  since !== null && since.gone.length + since.come.length === 0
