'use client'

import { ListChecks } from 'lucide-react'
import { Tick } from '../ui/field'
import { ChoicesSettings } from './choices_settings'
import type { SettingsProps, StudioKind } from './kind'
import { OptionalNumberBox } from './numberBox'

const LOOKS = [
  ['list', 'A list'],
  ['buttons', 'Tiles'],
  ['pictures', 'Pictures'],
] as const

const SeveralChoicesSettings = ({ question, onChange }: SettingsProps<'several_choices'>) => (
  <>
    <ChoicesSettings
      question={question}
      looks={LOOKS}
      more={{ alone: false }}
      ticks={({ alone }, change) => (
        <Tick label="only by itself" on={alone} onCommit={(next) => change({ alone: next })} />
      )}
      onChange={onChange}
    />
    <OptionalNumberBox
      label="At least"
      whole
      least={1}
      most={question.most ?? 300}
      value={question.least}
      onCommit={(least) => onChange({ least }, 'least')}
    />
    <OptionalNumberBox
      label="At most"
      whole
      least={question.least ?? 1}
      most={300}
      value={question.most}
      onCommit={(most) => onChange({ most }, 'most')}
    />
  </>
)

export const several_choices: StudioKind<'several_choices'> = { Mark: ListChecks, Settings: SeveralChoicesSettings }
