/** Every kind's rules by name. Adding a kind adds one line here and one in `form/question.ts`. */
import type { Question } from '../form/definition'
import type { KindRules } from './answer'
import { rules as carried_value } from './kinds/carried_value'
import { rules as consent } from './kinds/consent'
import { rules as email } from './kinds/email'
import { rules as long_text } from './kinds/long_text'
import { rules as number } from './kinds/number'
import { rules as short_text } from './kinds/short_text'
import { rules as single_choice } from './kinds/single_choice'

const RULES = { short_text, long_text, email, number, single_choice, consent }

/** The rules for a question, which itself holds the kind's settings. */
export const rulesOf = (question: Question): KindRules<Question> =>
  RULES[question.kind] as unknown as KindRules<Question>

export const carriedRules: KindRules<object> = carried_value
