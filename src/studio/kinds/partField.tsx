'use client'

import type { Part } from '@/core/answers/kind'
import { ChoiceField } from '../ui/field'

interface Props {
  label: string
  parts: readonly Part[]
  part: string | undefined
  onChange: (part: string | undefined) => void
}

/** Which part of a value something is about; all of it is one of the choices. */
export const PartField = ({ label, parts, part, onChange }: Props) => (
  <ChoiceField
    hideLabel
    label={label}
    className="max-w-36"
    value={part ?? ''}
    options={[['', 'all of it'], ...parts.map(({ name, label: words }) => [name, words] as const)]}
    onCommit={(next) => onChange(next || undefined)}
  />
)
