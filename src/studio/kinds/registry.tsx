'use client'

import type { KindName } from '@/core/answers/registry'
import type { Question } from '@/core/form/definition'
import { consent } from './consent'
import { date } from './date'
import { email } from './email'
import { long_text } from './long_text'
import { number } from './number'
import type { SettingsProps, StudioKind } from './kind'
import { person_name } from './person_name'
import { several_choices } from './several_choices'
import { short_text } from './short_text'
import { single_choice } from './single_choice'
import { web_address } from './web_address'
import { yes_no } from './yes_no'

/** What the studio shows of every kind. Adding a kind adds one line here. */
const KINDS: { [K in KindName]: StudioKind<K> } = {
  consent,
  date,
  email,
  long_text,
  number,
  person_name,
  several_choices,
  short_text,
  single_choice,
  web_address,
  yes_no,
}

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
