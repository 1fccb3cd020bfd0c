/** Digits and letters that are hard to mistake for each other; 32 of them, so 5 bits each. */
export const LETTERS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ'

/** So many of those digits and letters, one for each of these bytes. */
export const lettersFrom = (random: Uint8Array, length: number): string =>
  [...random.subarray(0, length)].map((byte) => LETTERS.charAt(byte % 32)).join('')
