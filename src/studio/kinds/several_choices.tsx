'use client'

import { ListChecks } from 'lucide-react'
import { ChoiceField } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'
import { NumberBox } from './numberBox'
import { OptionsField } from './options'

const LOOKS = [
  ['list', 'A list'],
  ['buttons', 'Tiles'],
] as const

const SeveralChoicesSettings = ({ question, onChange }: SettingsProps<'several_choices'>) => (
  <>
    <OptionsField
      name={question.name}
      options={question.options}
      onChange={(options) => onChange({ options }, 'options')}
    />
    <ChoiceField
      label="Laid out as"
      value={question.look}
      options={LOOKS}
      onCommit={(look) => onChange({ look: look as typeof question.look }, 'look')}
    />
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
