'use client'

import type { Part } from '@/core/answers/kind'
import type { Landing } from '@/core/form/definition'
import { useDraft } from '../draft/context'
import { PartField } from '../kinds/partField'
import { Button } from '../ui/button'
import { ChoiceField } from '../ui/field'

/** The record fields a value lands in, and what happens when a field has a value. */
export function LandingEditor({
  lands,
  label,
  parts,
  onChange,
}: {
  lands: Landing[]
  label: string
  /** Parts of the value, where it has any. */
  parts: readonly Part[]
  onChange: (lands: Landing[]) => void
}) {
  const fields = useDraft((state) => state.resources.fields)
  const add = () => {
    const part = parts.find(({ name }) => lands.every((landing) => landing.part !== name))?.name
    onChange([...lands, { record: 'contact', field: fields[0]?.name ?? 'email', ifFilled: 'replace', part }])
  }
  return (
    <div className="space-y-1.5">
      {lands.map((landing, index) => (
        <div
          key={index}
          className="grid max-w-[640px] grid-cols-[auto_minmax(0,1fr)_minmax(0,1fr)_auto_64px] items-center gap-1.5"
        >
          {parts.length > 0 ? (
            <PartField
              label={`Part of ${label} that lands`}
              parts={parts}
              part={landing.part}
              onChange={(part) => onChange(lands.with(index, { ...landing, part }))}
            />
          ) : (
            <span />
          )}
          <ChoiceField
            hideLabel
            label={`Contact field for ${label}`}
            value={landing.field}
            options={fields.map((field) => [field.name, `Contact · ${field.label}`] as const)}
            onCommit={(field) => onChange(lands.with(index, { ...landing, field }))}
          />
          <ChoiceField
            hideLabel
            label={`If the field has a value, for ${label}`}
            value={landing.ifFilled}
            options={[
              ['replace', 'replaces what is there'],
              ['keep', 'keeps what is there'],
            ]}
            onCommit={(next) => onChange(lands.with(index, { ...landing, ifFilled: next as Landing['ifFilled'] }))}
          />
          <Button
            look="quiet"
            aria-label={`Take away landing of ${label}`}
            onClick={() => onChange(lands.toSpliced(index, 1))}
          >
            ×
          </Button>
          {index === lands.length - 1 && (
            <Button look="quiet" aria-label={`Land ${label} in another field too`} onClick={add}>
              also…
            </Button>
          )}
        </div>
      ))}
      {lands.length === 0 && (
        <Button look="quiet" disabled={fields.length === 0} onClick={add}>
          Stays with the submission. Land it in a record
        </Button>
      )}
    </div>
  )
}
