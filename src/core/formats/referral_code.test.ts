import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LETTERS } from './letters'
import { readReferralCode, REFERRAL_LETTERS, referralCodeOf, showReferralCode } from './referral_code'

const letters = fc
  .array(fc.constantFrom(...LETTERS), { minLength: REFERRAL_LETTERS, maxLength: REFERRAL_LETTERS })
  .map((all) => all.join(''))
const code = letters.map(referralCodeOf).filter((one) => one !== null)

describe('a referral code', () => {
  it('is read whatever the case, and however it is grouped', () => {
    fc.assert(
      fc.property(code, fc.array(fc.constantFrom('', ' ', '-', '–', '.', ' \t'), { maxLength: 9 }), (one, gaps) => {
        const typed = [...one].map((letter, n) => (n % 2 ? letter.toLowerCase() : letter) + (gaps[n] ?? '')).join('')
        expect(readReferralCode(typed)).toBe(one)
        expect(readReferralCode(showReferralCode(one))).toBe(one)
      }),
    )
  })
  it('is none with one letter wrong, or two neighbours turned', () => {
    fc.assert(
      fc.property(code, fc.nat(REFERRAL_LETTERS), fc.constantFrom(...LETTERS), (one, at, other) => {
        const wrong = one.slice(0, at) + other + one.slice(at + 1)
        if (wrong !== one) expect(readReferralCode(wrong)).toBeNull()
        const turned = one.slice(0, at) + (one[at + 1] ?? '') + (one[at] ?? '') + one.slice(at + 2)
        if (turned !== one) expect(readReferralCode(turned)).toBeNull()
      }),
    )
  })
  it('is nothing else', () => {
    for (const text of ['', 'K7QXM2PL', '000000000', '1IO1IO1IO', 'K7QXM2PTQQ', '*'.repeat(9), '🙂🙂🙂'])
      expect(readReferralCode(text)).toBeNull()
  })
})
