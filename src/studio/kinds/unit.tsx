'use client'

import type { Unit } from '@/core/answers/number'
import { TextField } from '../ui/field'

interface Props {
  question: Unit
  onChange: (change: Partial<Unit>, key: string) => void
}

/** The same beside a box, which may word it otherwise. */
export const BoxUnitSettings = ({ question, onChange }: Props) => (
  <>
    <UnitSettings question={question} onChange={onChange} />
    <TextField
      label="Unit worded as"
      value={question.unitShownAs ?? ''}
      placeholder={question.unit}
      onCommit={(text) => onChange({ unitShownAs: text.slice(0, 300) }, 'unitShownAs')}
    />
  </>
)

/** What a number counts, and what one of them is called. */
export const UnitSettings = ({ question: { unit, unitOfOne = '' }, onChange }: Props) => (
  <>
    <TextField label="Unit" value={unit} onCommit={(text) => onChange({ unit: text.slice(0, 20) }, 'unit')} />
    <TextField
      label="Unit of one"
      value={unitOfOne}
      placeholder="The same; or person, of people"
      onCommit={(text) => onChange({ unitOfOne: text.slice(0, 20) }, 'unitOfOne')}
    />
  </>
)
