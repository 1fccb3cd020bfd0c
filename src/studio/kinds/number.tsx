'use client'

import { Hash } from 'lucide-react'
import { TextField } from '../ui/field'
import { OptionalNumberBox } from './numberBox'
import type { SettingsProps, StudioKind } from './kind'

const NumberSettings = ({ question, onChange }: SettingsProps<'number'>) => (
  <>
    <OptionalNumberBox
      label="Smallest"
      value={question.minimum}
      onCommit={(minimum) => onChange({ minimum }, 'minimum')}
    />
    <OptionalNumberBox
      label="Largest"
      value={question.maximum}
      onCommit={(maximum) => onChange({ maximum }, 'maximum')}
    />
    <OptionalNumberBox
      label="In steps of"
      least={0.000001}
      value={question.step}
      onCommit={(step) => onChange({ step }, 'step')}
    />
    <TextField label="Unit" value={question.unit} onCommit={(unit) => onChange({ unit: unit.slice(0, 20) }, 'unit')} />
  </>
)

export const number: StudioKind<'number'> = { Mark: Hash, Settings: NumberSettings }
