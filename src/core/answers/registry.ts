/** Every kind by its name, in the order menus show them. Adding a kind adds one line here. */
import type { Question } from '../form/definition'
import type { KindRules } from './answer'
import type { KindFile, KindManner } from './kind'
import * as address from './kinds/address'
import * as computed from './kinds/computed'
import * as consent from './kinds/consent'
import * as date_range from './kinds/date_range'
import * as email from './kinds/email'
import * as file from './kinds/file'
import * as date from './kinds/date'
import * as long_text from './kinds/long_text'
import * as company from './kinds/company'
import * as money from './kinds/money'
import * as matrix from './kinds/matrix'
import * as number from './kinds/number'
import * as person_name from './kinds/person_name'
import * as phone from './kinds/phone'
import * as prose from './kinds/prose'
import * as ranking from './kinds/ranking'
import * as rating from './kinds/rating'
import * as scale from './kinds/scale'
import * as several_choices from './kinds/several_choices'
import * as signature from './kinds/signature'
import * as short_text from './kinds/short_text'
import * as single_choice from './kinds/single_choice'
import * as slider from './kinds/slider'
import * as stepper from './kinds/stepper'
import * as time from './kinds/time'
import * as web_address from './kinds/web_address'
import * as yes_no from './kinds/yes_no'

export const KINDS = {
  short_text,
  long_text,
  person_name,
  company,
  email,
  phone,
  address,
  web_address,
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

/** What a question’s kind knows; the question itself holds the kind’s settings. */
export const mannerOf = ({ kind }: Pick<Question, 'kind'>): KindManner<Question> =>
  KINDS[kind].manner as unknown as KindManner<Question>

/** Whether somebody answers it: not what only says something, nor what is computed. */
export function isAnswered(question: Question): boolean {
  const { asks, compute } = rulesOf(question)
  return asks !== false && !compute
}

/** The rules for a question. */
export const rulesOf = ({ kind }: Pick<Question, 'kind'>): KindRules<Question> =>
  KINDS[kind].rules as unknown as KindRules<Question>
