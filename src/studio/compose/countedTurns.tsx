'use client'

import { useEffect, useState } from 'react'
import type { TurnCounts } from '@/core/fill/count_turns'
import { labelOf } from '@/core/form/values'
import { countTurnsAction } from '../draft/actions'
import { useDraft } from '../draft/context'
import { readSegmentsAction } from '../segments/actions'
import { ChoiceField, useSettled } from '../ui/field'
import { Outside } from '../ui/outside'
import { figure } from '../ui/show'

/** How many people would be asked each question in turn: of everybody, or of a segment. */
export function CountedTurns() {
  const [open, setOpen] = useState(false)
  return (
    <details className="w-full" onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary className="text-soft">How many would be asked what</summary>
      {open && <Counted />}
    </details>
  )
}

function Counted() {
  const { form, facts } = useDraft((state) => state)
  const [segment, setSegment] = useState('')
  const [segments, setSegments] = useState<readonly (readonly [string, string])[]>([])
  const [counts, setCounts] = useState<TurnCounts | null>(null)
  const [failed, setFailed] = useState(false)
  const draft = useSettled(form, 600)
  useEffect(() => {
    readSegmentsAction({})
      .then((all) => all.ok && setSegments(all.value.segments.map(({ name, title }) => [name, title])))
      .catch(() => undefined)
  }, [])
  useEffect(() => {
    let stale = false
    countTurnsAction({ slug: facts.slug, draft, ...(segment && { segment }) })
      .then((next) => {
        if (stale) return
        setFailed(!next.ok)
        if (next.ok) setCounts(next.value)
      })
      .catch(() => !stale && setFailed(true))
    return () => {
      stale = true
    }
  }, [facts.slug, draft, segment])
  return (
    <div className="mt-1 max-w-2xl">
      <div className="flex items-center gap-2">
        <ChoiceField
          label="Counted of"
          value={segment}
          options={[['', 'everybody'], ...segments]}
          className="w-auto!"
          onCommit={setSegment}
        />
      </div>
      {failed && (
        <p role="alert" className="text-red">
          It could not be counted. Try again in a moment.
        </p>
      )}
      {counts && (
        <table className="sheet mt-1">
          <thead>
            <tr>
              <th>Asked in turn</th>
              <th className="text-right!">Known of {figure(counts.people)}</th>
              <th className="text-right!">Asked next</th>
            </tr>
          </thead>
          <tbody>
            {counts.questions.map(({ name, known, asked }) => (
              <tr key={name}>
                <td>
                  <Outside>{labelOf(form, name)}</Outside>
                </td>
                <td className="text-right">{figure(known)}</td>
                <td className="text-right">{figure(asked)}</td>
              </tr>
            ))}
            <tr>
              <td className="text-soft">All is known</td>
              <td className="text-right">{figure(counts.allKnown)}</td>
              <td />
            </tr>
          </tbody>
        </table>
      )}
    </div>
  )
}
