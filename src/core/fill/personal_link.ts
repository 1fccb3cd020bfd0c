import { checkCharacter, hasCheckCharacter } from '../formats/check_character'
import { lettersFrom } from '../formats/letters'

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

/** Whether a secret could be one of ours; says nothing about whom it belongs to. */
export const isWellFormedSecret = (secret: string): boolean => secret.length === LENGTH + 1 && hasCheckCharacter(secret)
