import { checkCharacter, hasCheckCharacter } from './check_character'

/** Letters before the one that checks them: 40 bits, so that few are drawn twice among a million. */
export const REFERRAL_LETTERS = 8

/** A code as it is stored: capital letters and digits that are hard to mistake, the last of which checks the others. */
export const REFERRAL_CODE = '^[2-9A-HJ-NP-Z]{9}$'
const sound = new RegExp(REFERRAL_CODE)

/**
 * One person’s referral code of these letters, with an ISO 7064 MOD 37-2 check character; `null` for the five draws in
 * 37 whose check character is hard to read, or looks wrong in an address: draw again.
 */
export function referralCodeOf(letters: string): string | null {
  const code = letters + checkCharacter(letters)
  return sound.test(code) ? code : null
}

/** The code that some text says, whatever the case, and however it is grouped; `null` where there is a slip in it. */
export function readReferralCode(text: string): string | null {
  const code = text.toUpperCase().replace(/[^0-9A-Z]+/g, '')
  return sound.test(code) && hasCheckCharacter(code) ? code : null
}

/** A code in groups of three, as it is read out and typed. */
export const showReferralCode = (code: string): string => code.replace(/(.{3})(?=.)/g, '$1 ')
