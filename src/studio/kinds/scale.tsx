'use client'

import { Ruler } from 'lucide-react'
import { ChoiceField, TextField } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'
import { NumberBox } from './numberBox'

const FROM = [
  ['0', '0'],
  ['1', '1'],
] as const

const ScaleSettings = ({ question: { from, to, low, high }, onChange }: SettingsProps<'scale'>) => (
  <>
    <ChoiceField
      label="From"
      value={String(from)}
      options={FROM}
      onCommit={(next) => onChange({ from: Number(next) }, 'from')}
    />
    <TextField label="It means" value={low} onCommit={(text) => onChange({ low: text.slice(0, 60) }, 'low')} />
    <NumberBox label="To" whole least={2} most={10} value={to} onCommit={(next) => onChange({ to: next }, 'to')} />
    <TextField label="It means" value={high} onCommit={(text) => onChange({ high: text.slice(0, 60) }, 'high')} />
  </>
)

export const scale: StudioKind<'scale'> = { Mark: Ruler, Settings: ScaleSettings }
