'use client'

import type { KindName } from '@/core/kinds/registry'
import type { Question } from '@/core/form/definition'
import { address } from './address'
import { company } from './company'
import { computed } from './computed'
import { consent } from './consent'
import { date } from './date'
import { date_range } from './date_range'
import { email } from './email'
import type { SettingsProps, StudioKind } from './kind'
import { file } from './file'
import { long_text } from './long_text'
import { matrix } from './matrix'
import { money } from './money'
import { number } from './number'
import { person_name } from './person_name'
import { phone } from './phone'
import { prose } from './prose'
import { ranking } from './ranking'
import { rating } from './rating'
import { referral_code } from './referral_code'
import { scale } from './scale'
import { several_choices } from './several_choices'
import { short_text } from './short_text'
import { signature } from './signature'
import { single_choice } from './single_choice'
import { slider } from './slider'
import { stepper } from './stepper'
import { time } from './time'
import { web_address } from './web_address'
import { yes_no } from './yes_no'

/** What the studio shows of every kind. Adding a kind adds one line here. */
const KINDS: { [K in KindName]: StudioKind<K> } = {
  address,
  company,
  computed,
  consent,
  date,
  date_range,
  email,
  file,
  long_text,
  matrix,
  money,
  number,
  person_name,
  phone,
  prose,
  ranking,
  rating,
  scale,
  several_choices,
  short_text,
  signature,
  single_choice,
  slider,
  stepper,
  time,
  web_address,
  referral_code,
  yes_no,
}

export const markOf = (kind: KindName) => KINDS[kind].Mark

interface Props {
  question: Question
  onChange: (change: Partial<Question>, key: string) => void
}

/** The settings that only a question's own kind has, but for the rarer ones. */
export function KindSettings({ question, onChange }: Props) {
  const { Settings } = kindOf(question)
  return Settings ? <Settings question={question} onChange={onChange as SettingsProps['onChange']} /> : null
}

/** The rarer ones. */
export function RarerSettings({ question, onChange }: Props) {
  const { rarer } = kindOf(question)
  return rarer ? <rarer.Settings question={question} onChange={onChange as SettingsProps['onChange']} /> : null
}

/** The parts of a question that its kind's rarer settings set. */
export const rarerParts = (question: Question): readonly string[] => kindOf(question).rarer?.sets ?? []

const kindOf = ({ kind }: Question) => KINDS[kind] as unknown as StudioKind
