'use client'

import { SquareCheck } from 'lucide-react'
import { TextField } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'

const ConsentSettings = ({ question, onChange }: SettingsProps<'consent'>) => (
  <TextField
    label="Text agreed to"
    rows={3}
    value={question.wording}
    check={(text) => (text.trim() === '' ? 'Say what is agreed to' : null)}
    onCommit={(wording) => onChange({ wording }, 'wording')}
  />
)

export const consent: StudioKind<'consent'> = { Mark: SquareCheck, Settings: ConsentSettings }
