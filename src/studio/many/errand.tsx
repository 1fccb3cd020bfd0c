'use client'

import { RECORD_WORDS, type RecordType } from '@/core/fields/field'
import type { ErrandState } from '@/db/schema_of_errands'
import { Button } from '../ui/button'
import { Chip, type Tone } from '../ui/chip'
import { Halted } from '../ui/halted'
import { Only } from '../ui/here'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { PageHead } from '../ui/pageHead'
import { figure } from '../ui/show'
import { tellLeft } from '../people/why_left'
import { useRun } from '../ui/useRun'
import { useUnderWay } from '../ui/useUnderWay'
import { putErrandBackAction, stopErrandAction } from './actions'

interface Props {
  errand: {
    id: string
    type: RecordType
    errand: { does: string }
    state: ErrandState
    of: number
    place: number
    changed: number
    error: string | null
    leftOver: Record<string, number>
    who: string
    createdAt: Date
  }
  /** What it does, as History tells it. */
  about: string
}

const STATES: Record<ErrandState, { words: string; tone: Tone }> = {
  doing: { words: 'under way', tone: 'amber' },
  stopped: { words: 'stopped', tone: 'amber' },
  done: { words: 'done', tone: 'moss' },
  parting: { words: 'being put back', tone: 'amber' },
  parted: { words: 'put back', tone: 'plain' },
}

/** One thing that is done to many: how far it is, and putting it back. */
export function ErrandView({ errand, about }: Props) {
  const { id, type, state, of, place, changed, error, leftOver, who, createdAt } = errand
  const { busy, run } = useRun()
  const isUnderWay = state === 'doing' || state === 'parting'
  useUnderWay(isUnderWay)
  const left = tellLeft(leftOver, figure)
  return (
    <main className="px-4 py-3">
      <PageHead back={['/people', 'People']} heading={about}>
        <Chip tone={STATES[state].tone}>{STATES[state].words}</Chip>
        <span className="text-soft">
          {RECORD_WORDS[type]} · by <Outside>{who}</Outside>, <Moment at={createdAt} />
        </span>
      </PageHead>
      <Halted error={error} />
      <section aria-label="How far it is" className="mb-3 flex max-w-3xl flex-wrap items-center gap-3">
        {isUnderWay && (
          <progress className="h-2 flex-1 accent-moss" aria-label="How far it is" max={Math.max(of, 1)} value={place} />
        )}
        <span role="status">
          {state === 'parting' || state === 'parted'
            ? `${figure(place)} put back`
            : `${figure(place)} of ${figure(of)}, ${figure(changed)} of them changed`}
          {left && `, but for ${left}`}
        </span>
      </section>
      <Only may="answer">
        <p className="flex gap-2">
          {state === 'doing' && (
            <Button disabled={busy} onClick={() => void run(() => stopErrandAction({ id }))}>
              Stop
            </Button>
          )}
          {(state === 'done' || state === 'stopped') && errand.errand.does !== 'erase' && (
            <Button disabled={busy} onClick={() => void run(() => putErrandBackAction({ id }))}>
              Put all of it back
            </Button>
          )}
        </p>
      </Only>
    </main>
  )
}
