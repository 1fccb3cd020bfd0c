'use client'

import type { ReactNode } from 'react'
import type { Part } from '@/core/answers/kind'
import type { Landing } from '@/core/form/definition'
import { type FieldType, findField, RECORD_WORDS, type RecordField, rulesOfField } from '@/core/fields/field'
import type { Planned } from '../draft/actions'
import { useDraft } from '../draft/context'
import { PartField } from '../kinds/partField'
import { Button } from '../ui/button'
import { ChoiceField } from '../ui/field'
import { BeforeAfter } from './beforeAfter'
import { FieldChooser } from './fieldChooser'
import { HowItLands } from './howItLands'

interface Props {
  /** Name of the value. */
  name: string
  label: string
  lands: Landing[]
  /** Parts of the value, where it has any. */
  parts: readonly Part[]
  onChange: (lands: Landing[]) => void
  /** What the draft would do with answers that are tried. */
  planned?: Planned | null
}

/** The record fields a value lands in, and what happens when a field has a value. */
export function LandingEditor({ name, label, lands, parts, onChange, planned = null }: Props) {
  const resources = useDraft((state) => state.resources)
  const fields = resources.fields.filter(({ retired }) => !retired)
  // Parts that have no field yet are what another landing is for, once one has.
  const part = lands.some((landing) => landing.part !== undefined)
    ? parts.find((one) => lands.every((landing) => landing.part !== one.name))?.name
    : undefined
  const first = lands.length === 0
  const another = (
    <FieldChooser
      name={name}
      part={part}
      quiet={!first}
      offersParts={first}
      label={first ? `Land ${label} in a record` : `Land ${label} in another field too`}
      shows={first ? 'Stays with the submission. Land it in…' : 'also…'}
      onChoose={(more) => onChange([...lands, ...more])}
    />
  )
  return (
    <div className="space-y-1.5">
      {lands.map((landing, index) => (
        <OneLanding
          key={index}
          name={name}
          label={label}
          landing={landing}
          parts={parts}
          fields={fields}
          planned={planned}
          onChange={(next) => onChange(lands.with(index, next))}
          onDrop={() => onChange(lands.toSpliced(index, 1))}
          also={index === lands.length - 1 && another}
        />
      ))}
      {lands.length === 0 && another}
    </div>
  )
}

interface OneProps {
  name: string
  label: string
  landing: Landing
  parts: readonly Part[]
  fields: readonly RecordField[]
  planned: Planned | null
  onChange: (landing: Landing) => void
  onDrop: () => void
  /** What offers another landing, beside the last. */
  also: ReactNode
}

function OneLanding({ name, label, landing, parts, fields, planned, onChange, onDrop, also }: OneProps) {
  const { record, field, part, ifFilled, trustedOnly } = landing
  const known = findField(fields, record, field)
  return (
    <div className="max-w-[680px] space-y-1">
      <div className="grid grid-cols-[auto_minmax(0,1fr)_minmax(0,1fr)_auto_84px] items-center gap-1.5">
        {parts.length > 0 ? (
          <PartField
            label={`Part of ${label} that lands`}
            parts={parts}
            part={part}
            onChange={(next) => onChange({ ...landing, part: next })}
          />
        ) : (
          <span />
        )}
        <FieldChooser
          name={name}
          part={part}
          label={`Record field for ${label}`}
          shows={`${RECORD_WORDS[record]} · ${known?.label ?? field}`}
          onChoose={([next]) => {
            if (next) onChange({ ...next, part, trustedOnly })
          }}
        />
        <ChoiceField
          hideLabel
          label={`If the field has a value, for ${label}`}
          value={ifFilled}
          options={rulesFor(known?.type)}
          onCommit={(next) => onChange({ ...landing, ifFilled: next as Landing['ifFilled'] })}
        />
        <Button look="quiet" aria-label={`Take away landing of ${label}`} onClick={onDrop}>
          ×
        </Button>
        {also}
      </div>
      {planned && <BeforeAfter landing={landing} planned={planned} />}
      <HowItLands {...{ name, label, landing, known, onChange }} />
    </div>
  )
}

type Rule = Landing['ifFilled']

const RULE_WORDS: Record<Rule, string> = {
  replace: 'replaces what is there',
  keep: 'keeps what is there',
  add: 'is added to what is there',
  larger: 'replaces what is smaller',
  earlier: 'replaces what is later',
}

/** What can happen to a value that is there, in a field of a type. */
function rulesFor(type: FieldType | undefined): (readonly [Rule, string])[] {
  const joins = type && rulesOfField(type).joins
  const rules: Rule[] = ['replace', 'keep', ...(joins ? [joins] : [])]
  return rules.map((rule) => [rule, RULE_WORDS[rule]])
}
