'use client'

import { NumberBox } from './numberBox'
import type { SettingsProps } from './settings'

export const ShortTextSettings = ({ question, onChange }: SettingsProps<'short_text'>) => (
  <NumberBox
    label="Longest answer"
    value={question.maxLength}
    whole
    least={1}
    most={1000}
    onCommit={(maxLength) => maxLength !== null && onChange({ maxLength }, 'maxLength')}
  />
)
