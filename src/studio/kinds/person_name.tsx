'use client'

import { UserRound } from 'lucide-react'
import { TextField } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'

const check = (text: string) => (text.trim() === '' ? 'Write something here' : null)

const PersonNameSettings = ({ question, onChange }: SettingsProps<'person_name'>) => (
  <>
    <TextField
      label="First part"
      value={question.first}
      check={check}
      onCommit={(first) => onChange({ first: first.slice(0, 60) }, 'first')}
    />
    <TextField
      label="Last part"
      value={question.last}
      check={check}
      onCommit={(last) => onChange({ last: last.slice(0, 60) }, 'last')}
    />
  </>
)

export const person_name: StudioKind<'person_name'> = { Mark: UserRound, Settings: PersonNameSettings }
