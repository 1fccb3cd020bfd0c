'use client'

import type { KindName } from '@/core/answers/registry'
import type { Question } from '@/core/form/definition'
import { consent } from './consent'
import { email } from './email'
import { long_text } from './long_text'
import { number } from './number'
import type { SettingsProps, StudioKind } from './kind'
import { short_text } from './short_text'
import { single_choice } from './single_choice'

/** What the studio shows of every kind. Adding a kind adds one line here. */
const KINDS: { [K in KindName]: StudioKind<K> } = { consent, email, long_text, number, short_text, single_choice }

export const markOf = (kind: KindName) => KINDS[kind].Mark

interface Props {
  question: Question
  onChange: (change: Partial<Question>, key: string) => void
}

/** The settings that only a question's own kind has. */
export function KindSettings({ question, onChange }: Props) {
  const { Settings } = KINDS[question.kind] as unknown as StudioKind
  return Settings ? <Settings question={question} onChange={onChange as SettingsProps['onChange']} /> : null
}
