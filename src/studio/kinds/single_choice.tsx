'use client'

import { CircleDot } from 'lucide-react'
import { ChoiceField } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'
import { OptionsField } from './options'

const LOOKS = [
  ['list', 'A list'],
  ['buttons', 'Tiles'],
  ['menu', 'A menu'],
] as const

const SingleChoiceSettings = ({ question, onChange }: SettingsProps<'single_choice'>) => (
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
  </>
)

export const single_choice: StudioKind<'single_choice'> = { Mark: CircleDot, Settings: SingleChoiceSettings }
