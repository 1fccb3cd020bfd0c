/** Every kind by its name, in the order menus show them. Adding a kind adds one line here. */
import type { KindRules } from '../answers/answer'
import type { KindFile, KindManner } from '../answers/kind'
import * as address from './address'
import * as computed from './computed'
import * as consent from './consent'
import * as date_range from './date_range'
import * as email from './email'
import * as file from './file'
import * as date from './date'
import * as long_text from './long_text'
import * as company from './company'
import * as money from './money'
import * as matrix from './matrix'
import * as number from './number'
import * as person_name from './person_name'
import * as phone from './phone'
import * as prose from './prose'
import * as ranking from './ranking'
import * as rating from './rating'
import * as referral_code from './referral_code'
import * as scale from './scale'
import * as several_choices from './several_choices'
import * as signature from './signature'
import * as short_text from './short_text'
import * as single_choice from './single_choice'
import * as slider from './slider'
import * as stepper from './stepper'
import * as time from './time'
import * as web_address from './web_address'
import * as yes_no from './yes_no'

export const KINDS = {
  short_text,
  long_text,
  person_name,
  company,
  email,
  phone,
  address,
  web_address,
  referral_code,
  number,
  stepper,
  slider,
  money,
  rating,
  scale,
  date,
  date_range,
  time,
  single_choice,
  several_choices,
  ranking,
  matrix,
  yes_no,
  consent,
  file,
  signature,
  computed,
  prose,
} satisfies Record<string, KindFile>

export type KindName = keyof typeof KINDS

export const KIND_NAMES = Object.keys(KINDS) as KindName[]

/** A question, by what its kind needs of it: the settings stand in the question itself. */
interface OfKind {
  kind: KindName
}

/** What a question’s kind knows; the question itself holds the kind’s settings. */
export const mannerOf = <Q extends OfKind>({ kind }: Q): KindManner<Q> => KINDS[kind].manner as unknown as KindManner<Q>

/** The rules for a question. */
export const rulesOf = <Q extends OfKind>({ kind }: Q): KindRules<Q> => KINDS[kind].rules as unknown as KindRules<Q>

/** Whether somebody answers it: not what only says something, nor what is computed. */
export function isAnswered(question: OfKind): boolean {
  const { asks, compute } = rulesOf(question)
  return asks !== false && !compute
}
