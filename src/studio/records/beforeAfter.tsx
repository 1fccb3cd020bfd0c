'use client'

import { useEffect, useState } from 'react'
import type { Answers } from '@/core/answers/answer'
import type { Landing } from '@/core/form/definition'
import { emailQuestions } from '@/core/form/values'
import type { RecordChange } from '@/core/records/land'
import { SeenBy, type Seer } from '../compose/seenBy'
import { type Planned, planDraftAction } from '../draft/actions'
import { useDraft } from '../draft/context'
import { ChoiceField } from '../ui/field'
import { Outside } from '../ui/outside'

/** Answers that came, to see by what they do. */
export interface Arrival {
  id: string
  title: string
  values: Answers
}

/** What landings are seen by: whose answers, and who sends them. */
export interface Tried {
  arrival: Arrival | null
  seer: Seer | null
}

/** What the draft would do with these answers, now; nothing where none are chosen, and until that is known. */
export function usePlanned({ arrival, seer }: Tried): Planned | null {
  const { form, facts } = useDraft((state) => state)
  const [planned, setPlanned] = useState<{ of: string; plan: Planned } | null>(null)
  const of = `${arrival?.id ?? ''} ${seer?.id ?? ''}`
  useEffect(() => {
    if (!arrival) return
    let stale = false
    // Whoever came by their link need not say who they are; with another’s address they would be somebody else.
    const asked = new Set(seer?.as === 'contact' ? emailQuestions(form).map(({ name }) => name) : [])
    const values = Object.fromEntries(Object.entries(arrival.values).filter(([name]) => !asked.has(name)))
    const carried = Object.fromEntries(
      form.carried.flatMap(({ name }) => (Object.hasOwn(values, name) ? [[name, values[name]]] : [])),
    )
    const by = { contact: seer?.as === 'contact' ? seer.id : null, tried: seer?.as === 'tried' ? seer.id : null }
    planDraftAction({ slug: facts.slug, draft: form, values, carried, ...by })
      .then((next) => !stale && next.ok && setPlanned({ of, plan: next.value }))
      .catch(() => undefined)
    return () => {
      stale = true
    }
  }, [arrival, seer, form, facts.slug, of])
  return arrival && planned?.of === of ? planned.plan : null
}

interface ChooserProps {
  arrivals: readonly Arrival[]
  people: readonly Omit<Seer, 'as'>[]
  tried: Tried
  onChange: (tried: Tried) => void
}

/** Chooses whose answers the landings are seen by, and who sends them. */
export function TryLandings({ arrivals, people, tried, onChange }: ChooserProps) {
  const form = useDraft((state) => state.form)
  return (
    <div className="mb-1.5 flex flex-wrap items-center gap-x-2 gap-y-1">
      <span className="text-soft">Before → after, with the answers of</span>
      <ChoiceField
        hideLabel
        label="Whose answers"
        className="max-w-72"
        value={tried.arrival?.id ?? ''}
        options={[['', 'nobody'], ...arrivals.map(({ id, title }) => [id, title] as const)]}
        onCommit={(id) => onChange({ ...tried, arrival: arrivals.find((one) => one.id === id) ?? null })}
      />
      {tried.arrival && (
        <>
          <span className="text-soft">sent by</span>
          <span className="flex w-56">
            <SeenBy
              label="Sent by"
              people={people.map((one) => ({ as: 'contact' as const, ...one }))}
              tries={form.tries.map(({ name, called }) => ({ as: 'tried' as const, id: name, name: called }))}
              seer={tried.seer}
              remembered={false}
              onChoose={(seer) => onChange({ ...tried, seer })}
            />
          </span>
        </>
      )}
    </div>
  )
}

/** What becomes of a field by these answers: “North → South”, or what keeps it. */
export function BeforeAfter({ landing, planned }: { landing: Landing; planned: Planned }) {
  const change = planned.changes.find(({ record, field }) => record === landing.record && field === landing.field)
  return (
    <p className="pl-1.5" title={change?.because}>
      {change ? <Told change={change} /> : <span className="text-soft">stays as it is</span>}
    </p>
  )
}

function Told({ change: { effect, words } }: { change: Pick<RecordChange, 'effect' | 'words'> }) {
  const [before, after] = [words.from || 'blank', words.to || 'blank']
  if (effect === 'set')
    return (
      <>
        <span className="text-soft">
          <Outside>{before}</Outside> →
        </span>{' '}
        <Outside>{after}</Outside>
      </>
    )
  return (
    <>
      stays <Outside>{before}</Outside>
      <span className="text-soft">
        {effect === 'proposed' ? ', proposed: ' : ', not '}
        <Outside>{after}</Outside>
      </span>
    </>
  )
}
