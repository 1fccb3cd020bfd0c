'use client'

import { ToggleLeft } from 'lucide-react'
import { TextField } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'

const check = (text: string) => (text.trim() === '' ? 'Write something here' : null)

const YesNoSettings = ({ question, onChange }: SettingsProps<'yes_no'>) => (
  <>
    <TextField
      label="Yes reads"
      value={question.yes}
      check={check}
      onCommit={(yes) => onChange({ yes: yes.slice(0, 100) }, 'yes')}
    />
    <TextField
      label="No reads"
      value={question.no}
      check={check}
      onCommit={(no) => onChange({ no: no.slice(0, 100) }, 'no')}
    />
  </>
)

export const yes_no: StudioKind<'yes_no'> = { Mark: ToggleLeft, Settings: YesNoSettings }
