'use client'

import { TextField } from '../ui/field'
import type { SettingsProps } from './settings'

export const ConsentSettings = ({ question, onChange }: SettingsProps<'consent'>) => (
  <TextField
    label="Text agreed to"
    rows={3}
    value={question.wording}
    check={(text) => (text.trim() === '' ? 'Say what is agreed to' : null)}
    onCommit={(wording) => onChange({ wording }, 'wording')}
  />
)
