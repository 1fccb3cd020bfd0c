'use client'

import type { ReactNode } from 'react'
import type { Question } from '@/core/form/definition'
import { ConsentSettings } from './consent'
import { LongTextSettings } from './long_text'
import { NumberSettings } from './number'
import { ShortTextSettings } from './short_text'
import { SingleChoiceSettings } from './single_choice'

/** What a kind's settings get: the question and a way to change it. */
export interface SettingsProps<K extends Question['kind']> {
  question: Extract<Question, { kind: K }>
  onChange: (change: Partial<Extract<Question, { kind: K }>>, key: string) => void
}

interface Props {
  question: Question
  onChange: (change: Partial<Question>, key: string) => void
}

/** The settings that only a question's own kind has. */
export function KindSettings({ question, onChange }: Props): ReactNode {
  switch (question.kind) {
    case 'short_text':
      return <ShortTextSettings question={question} onChange={onChange} />
    case 'long_text':
      return <LongTextSettings question={question} onChange={onChange} />
    case 'number':
      return <NumberSettings question={question} onChange={onChange} />
    case 'single_choice':
      return <SingleChoiceSettings question={question} onChange={onChange} />
    case 'consent':
      return <ConsentSettings question={question} onChange={onChange} />
    case 'email':
      return null
  }
}
