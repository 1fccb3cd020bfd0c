import { type KindRules, readLine } from '../answers/answer'
import { AS_TEXT, type KindManner } from '../answers/kind'

/** A company's name has no settings of its own. */
export const settings = () => ({})

/** Longest name, in characters. */
const LONGEST = 200

/** What a company, a school or a studio is called. */
export const rules: KindRules<object> = {
  check: (raw) => readLine(raw, LONGEST),
  show: String,
}

export const manner: KindManner<object> = {
  words: 'Company',
  suggestedBy: {
    words:
      /\b(company|organi[sz]ation|employer|business|firm|name of (the|your) (school|studio)|(studio|school) or|which (school|studio|company))\b/i,
    sureness: 4,
  },
  must: () => 'a company’s name',
  ...AS_TEXT,
  unsummed: true,
  schema: () => ({ type: 'string', minLength: 1, maxLength: LONGEST }),
}
