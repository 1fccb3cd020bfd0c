'use client'

import type { Question } from '@/core/form/definition'
import { type QuestionLook } from '@/core/look/theme'
import { checkWhole, FIELD_STYLE_WORDS, LABEL_WORDS } from '../look/variables'
import { ChoiceField, TextField } from '../ui/field'

interface Props {
  look: QuestionLook
  onChange: (part: Partial<Question>, key: string) => void
}

const AS_FORM = 'as the form has it'

const CHOICES = [
  ['fields', 'Its field', FIELD_STYLE_WORDS],
  ['labels', 'Its label', LABEL_WORDS],
] as const

const WHOLES = [
  ['line', 'Its edges', 1, 4, 'px'],
  ['fieldRadius', 'Its corners', 0, 40, 'px'],
  ['labelWeight', 'Label’s weight', 100, 1000, ''],
] as const

/** What a question has otherwise than the look of its form. */
export function OwnLook({ look, onChange }: Props) {
  const set = (key: keyof QuestionLook, value: string | number) => {
    const { [key]: _, ...rest } = look
    onChange({ ownLook: value === '' ? rest : { ...rest, [key]: value } }, key)
  }
  return (
    <>
      {CHOICES.map(([key, label, options]) => (
        <ChoiceField
          key={key}
          label={label}
          value={look[key] ?? ''}
          options={[['', AS_FORM], ...options]}
          onCommit={(value) => set(key, value)}
        />
      ))}
      {WHOLES.map(([key, label, least, most, unit]) => (
        <TextField
          key={key}
          label={label}
          value={String(look[key] ?? '')}
          placeholder={AS_FORM}
          inputMode="numeric"
          check={(text) => (text.trim() === '' ? null : checkWhole(text, least, most, unit))}
          onCommit={(text) => set(key, text.trim() === '' ? '' : Number(text))}
        />
      ))}
    </>
  )
}
