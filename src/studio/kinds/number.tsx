'use client'

import { Hash } from 'lucide-react'
import { TextField } from '../ui/field'
import { NumberBox } from './numberBox'
import type { SettingsProps, StudioKind } from './kind'

const NumberSettings = ({ question, onChange }: SettingsProps<'number'>) => (
  <>
    <NumberBox
      label="Smallest"
      optional
      value={question.minimum}
      onCommit={(minimum) => onChange({ minimum }, 'minimum')}
    />
    <NumberBox
      label="Largest"
      optional
      value={question.maximum}
      onCommit={(maximum) => onChange({ maximum }, 'maximum')}
    />
    <NumberBox
      label="In steps of"
      optional
      least={0.000001}
      value={question.step}
      onCommit={(step) => onChange({ step }, 'step')}
    />
    <TextField label="Unit" value={question.unit} onCommit={(unit) => onChange({ unit: unit.slice(0, 20) }, 'unit')} />
  </>
)

export const number: StudioKind<'number'> = { Mark: Hash, Settings: NumberSettings }
