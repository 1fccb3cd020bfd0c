'use client'

import { TextCursorInput } from 'lucide-react'
import { TextField, Tick } from '../ui/field'
import { LengthSettings } from './lengths'
import type { SettingsProps, StudioKind } from './kind'

const ShortTextSettings = ({ question, onChange }: SettingsProps<'short_text'>) => (
  <TextField
    label="Like this"
    value={question.like}
    placeholder="Any text; such as TK-2041 for two letters, - and four digits"
    onCommit={(like) => onChange({ like: like.slice(0, 100) }, 'like')}
  />
)

const RarerShortTextSettings = ({ question, onChange }: SettingsProps<'short_text'>) => (
  <>
    <LengthSettings question={question} most={1000} onChange={onChange} />
    <span className="col-span-2">
      <Tick
        label="ends in its check character"
        on={question.checked}
        onCommit={(checked) => onChange({ checked }, 'checked')}
      />
    </span>
  </>
)

export const short_text: StudioKind<'short_text'> = {
  Mark: TextCursorInput,
  Settings: ShortTextSettings,
  rarer: { sets: ['minLength', 'maxLength', 'checked'], Settings: RarerShortTextSettings },
}
