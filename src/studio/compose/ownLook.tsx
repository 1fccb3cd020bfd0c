'use client'

import type { Question } from '@/core/form/definition'
import { type QuestionLook } from '@/core/look/theme'
import { FIELD_STYLE_WORDS, LABEL_WORDS } from '../look/variables'
import { ChoiceField } from '../ui/field'

interface Props {
  look: QuestionLook
  onChange: (part: Partial<Question>, key: string) => void
}

/** What a question has otherwise than the look of its form. */
export function OwnLook({ look, onChange }: Props) {
  const set = (key: 'fields' | 'labels', value: string) => {
    const { [key]: _, ...rest } = look
    onChange({ ownLook: value === '' ? rest : { ...rest, [key]: value } }, key)
  }
  const asForm = ['', 'as the form has it'] as const
  return (
    <>
      <ChoiceField
        label="Its field"
        value={look.fields ?? ''}
        options={[asForm, ...FIELD_STYLE_WORDS]}
        onCommit={(value) => set('fields', value)}
      />
      <ChoiceField
        label="Its label"
        value={look.labels ?? ''}
        options={[asForm, ...LABEL_WORDS]}
        onCommit={(value) => set('labels', value)}
      />
    </>
  )
}
