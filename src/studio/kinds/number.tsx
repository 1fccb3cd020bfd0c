'use client'

import { Hash } from 'lucide-react'
import { OptionalNumberBox } from './numberBox'
import { UnitField, unitWords } from './unit'
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
    <UnitField question={question} onChange={onChange} />
  </>
)

export const number: StudioKind<'number'> = { Mark: Hash, Settings: NumberSettings, rarer: unitWords }
