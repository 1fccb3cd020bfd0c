import { isAnswered, mannerOf } from '../kinds/registry'
import { type Fill, sourceOf } from '../origins/registry'
import type { Offered } from '../origins/source'
import type { Question } from './definition'

/** What an answer must be, in a few words: the “Must be” column. */
export const describeRule = (question: Question): string =>
  `${question.required || !isAnswered(question) ? '' : 'optional · '}${mannerOf(question).must(question)}`

/**
 * Where a value, or a part of it, comes from before anyone types, what tells the most first: “First name · record”,
 * “utm_campaign · link”.
 */
export const describeFill = (fill: Fill, offered: Offered): string =>
  (fill.part ? `${fill.part}: ` : '') + sourceOf(fill).describe(fill, offered)
