'use client'

import { TextCursorInput } from 'lucide-react'
import { NumberBox } from './numberBox'
import type { SettingsProps, StudioKind } from './kind'

const ShortTextSettings = ({ question, onChange }: SettingsProps<'short_text'>) => (
  <NumberBox
    label="Longest answer"
    value={question.maxLength}
    whole
    least={1}
    most={1000}
    onCommit={(maxLength) => onChange({ maxLength }, 'maxLength')}
  />
)

export const short_text: StudioKind<'short_text'> = { Mark: TextCursorInput, Settings: ShortTextSettings }
