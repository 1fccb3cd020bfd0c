'use client'

import type { Landing } from '@/core/form/definition'
import { showAt } from '@/core/form/show'
import { useDraft } from '../draft/context'
import { Tick } from '../ui/field'
import { Outside } from '../ui/outside'

interface Props {
  /** Path of the value. */
  path: string
  label: string
  /** Answers that can be given. */
  values: readonly string[]
  landing: Landing
  onChange: (landing: Landing) => void
}

/** Which answers say nothing where they land, as “not sure”: they leave what is there. */
export function Unsaid({ path, label, values, landing, onChange }: Props) {
  const form = useDraft((state) => state.form)
  const { unless } = landing
  // What was an option once stays told, so that it can be taken out.
  const all = [...new Set([...values, ...unless])]
  return (
    <fieldset className="flex flex-wrap gap-x-3 gap-y-0.5" aria-label={`Answers to ${label} that say nothing`}>
      <legend className="float-left mr-3 text-soft">says nothing</legend>
      {all.map((value) => (
        <Tick
          key={value}
          label={<Outside>{showAt(form, path, value) || value}</Outside>}
          on={unless.includes(value)}
          onCommit={(on) =>
            onChange({ ...landing, unless: on ? [...unless, value] : unless.filter((one) => one !== value) })
          }
        />
      ))}
    </fieldset>
  )
}
