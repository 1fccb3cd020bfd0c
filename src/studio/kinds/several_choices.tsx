'use client'

import { ListChecks } from 'lucide-react'
import type { SettingsProps, StudioKind } from './kind'
import { NumberBox } from './numberBox'
import { LaidOutOptions } from './options'

const LOOKS = [
  ['list', 'A list'],
  ['buttons', 'Tiles'],
] as const

const SeveralChoicesSettings = ({ question, onChange }: SettingsProps<'several_choices'>) => (
  <>
    <LaidOutOptions question={question} looks={LOOKS} onChange={onChange} />
    <NumberBox
      label="At least"
      optional
      whole
      least={1}
      most={question.most ?? 300}
      value={question.least}
      onCommit={(least) => onChange({ least }, 'least')}
    />
    <NumberBox
      label="At most"
      optional
      whole
      least={question.least ?? 1}
      most={300}
      value={question.most}
      onCommit={(most) => onChange({ most }, 'most')}
    />
  </>
)

export const several_choices: StudioKind<'several_choices'> = { Mark: ListChecks, Settings: SeveralChoicesSettings }
