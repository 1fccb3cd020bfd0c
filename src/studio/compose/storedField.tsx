'use client'

import type { RecordField, RecordType } from '@/core/fields/field'
import { ChoiceField } from '../ui/field'

/** What is stored of somebody and is not their own: of deals and requests, the last that was opened for them. */
const WHOSE: Record<Exclude<RecordType, 'contact'>, string> = {
  company: 'Company',
  deal: 'Last deal',
  request: 'Last request',
}

interface Chosen {
  record: RecordType
  field: string
}

interface Props extends Chosen {
  label: string
  fields: readonly RecordField[]
  onCommit: (chosen: Chosen) => void
}

const keyOf = ({ record, field }: Chosen): string => `${record} ${field}`

/** A field of what is stored of somebody, chosen among those of their own record and of what belongs to it. */
export function StoredField({ label, record, field, fields, onCommit }: Props) {
  const choices = fields.map((one) => ({ record: one.record, field: one.name, label: one.label }))
  return (
    <ChoiceField
      hideLabel
      label={label}
      value={keyOf({ record, field })}
      options={choices.map((one) => [
        keyOf(one),
        one.record === 'contact' ? one.label : `${WHOSE[one.record]} · ${one.label}`,
      ])}
      onCommit={(key) => {
        const chosen = choices.find((one) => keyOf(one) === key)
        if (chosen) onCommit({ record: chosen.record, field: chosen.field })
      }}
    />
  )
}
