import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { jaroWinkler } from './jaro_winkler'

describe('jaroWinkler', () => {
  // Winkler 1990, table of examples.
  it.each([
    ['MARTHA', 'MARHTA', 0.961],
    ['DWAYNE', 'DUANE', 0.84],
    ['DIXON', 'DICKSONX', 0.813],
  ])('holds the published likeness of %s and %s', (one, other, published) => {
    expect(jaroWinkler(one, other)).toBeCloseTo(published, 3)
  })
  it('is 1 for the same and for nothing else, 0 where no letter is common, and never beyond', () => {
    const word = fc.stringMatching(/^[a-d]{0,8}$/)
    fc.assert(
      fc.property(word, word, (a, b) => {
        const likeness = jaroWinkler(a, b)
        expect(likeness).toBeGreaterThanOrEqual(0)
        expect(likeness).toBeLessThanOrEqual(1)
        if (a === b) expect(likeness).toBe(1)
        else expect(likeness).toBeLessThan(1)
        if (![...a].some((letter) => b.includes(letter)) && a !== b) expect(likeness).toBe(0)
      }),
    )
  })
})
