/** Every kind by its name, in the order menus show them. Adding a kind adds one line here. */
import type { Question } from '../form/definition'
import type { KindRules } from './answer'
import { AS_TEXT, type Domain, type KindFile, type KindManner } from './kind'
import * as consent from './kinds/consent'
import * as email from './kinds/email'
import * as long_text from './kinds/long_text'
import * as number from './kinds/number'
import * as short_text from './kinds/short_text'
import * as single_choice from './kinds/single_choice'

export const KINDS = { short_text, long_text, email, number, single_choice, consent } satisfies Record<string, KindFile>

export type KindName = keyof typeof KINDS

export const KIND_NAMES = Object.keys(KINDS) as KindName[]

/** What a question’s kind knows; the question itself holds the kind’s settings. */
export const mannerOf = ({ kind }: Pick<Question, 'kind'>): KindManner<Question> =>
  KINDS[kind].manner as unknown as KindManner<Question>

/** The rules for a question. */
export const rulesOf = ({ kind }: Pick<Question, 'kind'>): KindRules<Question> =>
  KINDS[kind].rules as unknown as KindRules<Question>

/** Every answer that a question can have; a carried value, which is no question, can be any text. */
export const domainOf = (question: Question | undefined): Domain =>
  question ? mannerOf(question).domain(question) : AS_TEXT.domain()
