import { checkCharacter, hasCheckCharacter } from '../formats/check_character'

/** Digits and letters that are hard to mistake for each other; 32 of them, so 5 bits each. */
const ALPHABET = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ'
const LENGTH = 20

/** Bytes of randomness a secret is made from. */
export const SECRET_BYTES = LENGTH

/**
 * The secret of a personal link: 100 random bits and an ISO 7064 check character, so that a mistyped
 * one is told from a withdrawn one. `null` for the one draw in 37 whose check character is `*`, which
 * looks wrong in an address: draw again.
 */
export function secretFrom(random: Uint8Array): string | null {
  if (random.length < SECRET_BYTES) throw new RangeError(`${SECRET_BYTES} random bytes are needed`)
  const code = lettersFrom(random, LENGTH)
  const check = checkCharacter(code)
  return check === '*' ? null : code + check
}

/** So many of those digits and letters, one for each of these bytes. */
export const lettersFrom = (random: Uint8Array, length: number): string =>
  [...random.subarray(0, length)].map((byte) => ALPHABET.charAt(byte % 32)).join('')

/** Whether a secret could be one of ours; says nothing about whom it belongs to. */
export const isWellFormedSecret = (secret: string): boolean => secret.length === LENGTH + 1 && hasCheckCharacter(secret)
