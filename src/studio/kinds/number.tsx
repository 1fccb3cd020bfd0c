'use client'

import { TextField } from '../ui/field'
import { NumberBox } from './numberBox'
import type { SettingsProps } from './settings'

export const NumberSettings = ({ question, onChange }: SettingsProps<'number'>) => (
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
