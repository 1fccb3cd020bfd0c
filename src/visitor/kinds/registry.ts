import type { KindName } from '@/core/kinds/registry'
import { address } from './address'
import { company } from './company'
import { computed } from './computed'
import { consent } from './consent'
import type { VisitorKind } from './control'
import { date } from './date'
import { date_range } from './date_range'
import { email } from './email'
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

/** How a visitor's page asks every kind. Adding a kind adds one line here. */
const KINDS: { [K in KindName]: VisitorKind<K> } = {
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

export const visitorKindOf = (kind: KindName): VisitorKind => KINDS[kind] as unknown as VisitorKind
