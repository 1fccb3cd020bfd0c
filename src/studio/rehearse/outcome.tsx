import { labelOf } from '@/core/form/values'
import { useDraft } from '../draft/context'
import { Chip } from '../ui/chip'
import type { RehearsalRun } from './actions'
import { Lines } from './lines'
import { isAsLive } from './useRuns'

interface Props {
  run: RehearsalRun
  /** Number of the live release. */
  live: number | null
}

/** What came of a kept rehearsal: who is told, and what goes otherwise than through the live release. */
export function RunOutcome({ run, live }: Props) {
  const form = useDraft((state) => state.form)
  const { errors, told, since } = run
  const [first] = errors
  return (
    <>
      {first ? (
        <>
          <Chip tone="red">refused</Chip> at “{labelOf(form, first.name)}”: {first.message}
        </>
      ) : (
        <>{told.join(', ')} told</>
      )}
      {isAsLive(run) ? (
        <span className="text-soft">, as through release {live}</span>
      ) : (
        since && (
          <>
            {', '}
            <Chip tone="amber">otherwise than release {live}</Chip>
            <Lines title={`Release ${live}`} lines={since.gone} />
            <Lines title="This draft" lines={since.come} />
          </>
        )
      )}
    </>
  )
}
