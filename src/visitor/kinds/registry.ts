import type { KindName } from '@/core/answers/registry'
import { consent } from './consent'
import type { VisitorKind } from './control'
import { date } from './date'
import { email } from './email'
import { long_text } from './long_text'
import { number } from './number'
import { person_name } from './person_name'
import { several_choices } from './several_choices'
import { short_text } from './short_text'
import { single_choice } from './single_choice'
import { web_address } from './web_address'
import { yes_no } from './yes_no'

/** How a visitor's page asks every kind. Adding a kind adds one line here. */
const KINDS: { [K in KindName]: VisitorKind<K> } = {
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

export const visitorKindOf = (kind: KindName): VisitorKind => KINDS[kind] as unknown as VisitorKind
