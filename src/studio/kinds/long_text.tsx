'use client'

import { AlignLeft } from 'lucide-react'
import { NumberBox } from './numberBox'
import type { SettingsProps, StudioKind } from './kind'

const LongTextSettings = ({ question, onChange }: SettingsProps<'long_text'>) => (
  <>
    <NumberBox
      label="Longest answer"
      value={question.maxLength}
      whole
      least={1}
      most={20000}
      onCommit={(maxLength) => onChange({ maxLength }, 'maxLength')}
    />
    <NumberBox
      label="Rows"
      value={question.rows}
      whole
      least={1}
      most={10}
      onCommit={(rows) => onChange({ rows }, 'rows')}
    />
  </>
)

export const long_text: StudioKind<'long_text'> = { Mark: AlignLeft, Settings: LongTextSettings }
