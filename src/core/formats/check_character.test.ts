import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkCharacter, hasCheckCharacter } from './check_character'

describe('a check character', () => {
  // ISO/IEC 7064, example of MOD 37-2; from memory.
  it('is the published one', () => {
    expect(checkCharacter('G123489654321')).toBe('Y')
    expect(hasCheckCharacter('G123489654321Y')).toBe(true)
  })
  it('catches every single wrong character and every swap of neighbours', () => {
    const code = `TARN42FIELD${checkCharacter('TARN42FIELD')}`
    for (let at = 0; at < code.length; at++) {
      expect(hasCheckCharacter(`${code.slice(0, at)}7${code.slice(at + 1)}`)).toBe(false)
      const [a = '', b = ''] = [code[at], code[at + 1]]
      if (b && a !== b) expect(hasCheckCharacter(code.slice(0, at) + b + a + code.slice(at + 2))).toBe(false)
    }
  })
  it('is the one of 37 that fits', () => {
    const characters = [...'0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ*']
    fc.assert(
      fc.property(fc.stringMatching(/^[0-9A-Z]{1,30}$/), (code) => {
        expect(characters.filter((one) => hasCheckCharacter(code + one))).toEqual([checkCharacter(code)])
      }),
    )
  })
  it('refuses what is not a code', () => {
    expect(() => checkCharacter('a b')).toThrow(RangeError)
    expect(hasCheckCharacter('')).toBe(false)
  })
})
