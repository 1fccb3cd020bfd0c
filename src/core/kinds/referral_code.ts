import { accept, isEmpty, type KindRules, readLine, refuse } from '../answers/answer'
import { AS_TEXT, type KindManner } from '../answers/kind'
import { readReferralCode, REFERRAL_CODE, showReferralCode } from '../formats/referral_code'

/** A referral code has no settings of its own. */
export const settings = () => ({})

/** Longest text that is taken for a code, in characters: people group it as they like. */
const LONGEST = 60

const NOT_CODE = { code: 'not_code', example: 'K7Q XM2 PTQ' } as const

/**
 * The code of whoever brought somebody along: found whatever the case, and with a slip in it none. A page reads it as a
 * line of text, and the server says of a slip: what would tell that in browsers is more than all else of the kind.
 */
export const rules: KindRules<object> = {
  check(raw) {
    const read = readLine(raw, LONGEST)
    if (!read.ok || isEmpty(read.answer)) return read
    const code = readReferralCode(String(read.answer))
    return code === null ? refuse(NOT_CODE) : accept(code)
  },
  show: (answer) => showReferralCode(String(answer)),
}

export const manner: KindManner<object> = {
  words: 'Referral code',
  texts: ['not_code'],
  suggestedBy: { words: /\b(referral|referred|friend’?s code|brought (you|by))\b/i, sureness: 5 },
  must: () => 'a person’s code',
  ...AS_TEXT,
  unsummed: true,
  onPage: 'company',
  schema: () => ({
    type: 'string',
    pattern: REFERRAL_CODE,
    $comment: 'The last character checks the others (ISO/IEC 7064 MOD 37-2), which a schema cannot say.',
  }),
}
