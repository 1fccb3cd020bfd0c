const ALPHABET = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ*'

/**
 * The check character of ISO/IEC 7064 MOD 37-2 for a code of digits and capital letters.
 * It catches every single wrong character and every swap of two neighbours.
 * Throws a RangeError for any other character.
 */
export function checkCharacter(code: string): string {
  let sum = 0
  for (const character of code) {
    const digit = ALPHABET.indexOf(character)
    if (digit < 0 || digit > 35) throw new RangeError('A code has digits and capital letters only')
    sum = ((sum + digit) * 2) % 37
  }
  return ALPHABET.charAt((38 - sum) % 37)
}

/** Whether the last character of `code` is the check character of the rest. */
export function hasCheckCharacter(code: string): boolean {
  let sum = 0
  for (const character of code) sum = (sum * 2 + (character === '*' ? 36 : parseInt(character, 36))) % 37
  return /^[0-9A-Z]+[0-9A-Z*]$/.test(code) && sum === 1
}
