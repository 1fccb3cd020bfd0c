'use client'

import type { Unit } from '@/core/answers/number'
import { TextField } from '../ui/field'

interface Props {
  question: Unit
  onChange: (change: Partial<Unit>, key: string) => void
}

/** What a number counts. */
export const UnitField = ({ question: { unit }, onChange }: Props) => (
  <TextField label="Unit" value={unit} onCommit={(text) => onChange({ unit: text.slice(0, 20) }, 'unit')} />
)

/** What one of it is called, and how the page words the unit beside its box. */
const UnitWordSettings = ({ question, onChange }: Props) => (
  <>
    <UnitOfOneField question={question} onChange={onChange} />
    <TextField
      label="Unit worded as"
      value={question.unitShownAs ?? ''}
      placeholder={question.unit}
      onCommit={(text) => onChange({ unitShownAs: text.slice(0, 300) }, 'unitShownAs')}
    />
  </>
)

export const UnitOfOneField = ({ question: { unitOfOne = '' }, onChange }: Props) => (
  <TextField
    label="Unit of one"
    value={unitOfOne}
    placeholder="The same; or person, of people"
    onCommit={(text) => onChange({ unitOfOne: text.slice(0, 20) }, 'unitOfOne')}
  />
)

/** The rarer settings of a kind with a unit beside its box. */
export const unitWords = { sets: ['unitOfOne', 'unitShownAs'], Settings: UnitWordSettings } as const
