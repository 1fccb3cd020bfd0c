'use client'

import { AlignLeft } from 'lucide-react'
import { Tick } from '../ui/field'
import { LengthSettings } from './lengths'
import { NumberBox } from './numberBox'
import type { SettingsProps, StudioKind } from './kind'

const RarerLongTextSettings = ({ question, onChange }: SettingsProps<'long_text'>) => (
  <>
    <LengthSettings question={question} most={20_000} onChange={onChange} />
    <NumberBox
      label="Rows"
      value={question.rows}
      whole
      least={1}
      most={10}
      onCommit={(rows) => onChange({ rows }, 'rows')}
    />
    <span className="col-span-2">
      <Tick label="counts characters" on={question.counter} onCommit={(counter) => onChange({ counter }, 'counter')} />
    </span>
  </>
)

export const long_text: StudioKind<'long_text'> = {
  Mark: AlignLeft,
  rarer: { sets: ['minLength', 'maxLength', 'rows', 'counter'], Settings: RarerLongTextSettings },
}
