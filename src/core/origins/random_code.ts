import { z } from 'zod'
import { checkCharacter } from '../formats/check_character'
import type { SourceRules } from './source'

export const settings = () => ({
  length: z.int().min(6).max(20).default(10).describe('Characters before the one that checks them'),
})

/**
 * A code of its own for each answer, which nobody can guess: capital letters and digits, 5 bits each, and an ISO 7064
 * MOD 37-2 check character, so that a mistyped one is told.
 */
export const rules: SourceRules<{ length: number }> = {
  words: 'a random code',
  origin: 'generated',
  begin: () => ({ length: 10 }),
  look({ length }, { draw }, { name }) {
    if (!draw) return 'later'
    for (let drawn = 0; ; drawn++) {
      const code = draw(drawn === 0 ? name : `${name} ${drawn}`, length)
      const check = checkCharacter(code)
      // One in 37 would end in a star, which nobody takes for part of a code.
      if (check !== '*') return { raw: code + check, origin: 'generated' }
    }
  },
  describe: () => 'random code',
  knownOnce: () => 'sent',
}
