import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LEAST_SECONDS, type Signs, suspect, SUSPICION_WORDS, SUSPICIONS } from './suspect'

const person: Signs = { trapped: false, open: 40, worked: true, crowded: false }

describe('whether a submission looks like a machine’s', () => {
  it('is not said of people, with a script or without', () => {
    expect(suspect(person)).toEqual([])
    expect(suspect({ ...person, worked: false })).toEqual([])
  })
  it('is not said of whoever did the work, however much comes from their network', () => {
    expect(suspect({ ...person, crowded: true })).toEqual([])
  })
  it('is said with every reason there is', () => {
    expect(suspect({ ...person, trapped: true })).toEqual(['trap'])
    expect(suspect({ ...person, open: null })).toEqual(['unopened'])
    expect(suspect({ ...person, open: 0 })).toEqual(['hasty'])
    expect(suspect({ ...person, worked: false, crowded: true })).toEqual(['crowd'])
    expect(suspect({ trapped: true, open: null, worked: false, crowded: true })).toEqual(['trap', 'unopened', 'crowd'])
  })
  it('begins below the least time, and ends with it', () => {
    expect(suspect({ ...person, open: LEAST_SECONDS - 0.001 })).toEqual(['hasty'])
    expect(suspect({ ...person, open: LEAST_SECONDS })).toEqual([])
  })
  it('never takes a reason back when a sign gets worse', () => {
    const signs = fc.record({
      trapped: fc.boolean(),
      open: fc.option(fc.double({ min: 0, max: 1e6, noNaN: true })),
      worked: fc.boolean(),
      crowded: fc.boolean(),
    })
    fc.assert(
      fc.property(signs, (one) => {
        const before = suspect(one)
        for (const worse of [{ trapped: true }, { worked: false }, { crowded: true }])
          expect(suspect({ ...one, ...worse })).toEqual(expect.arrayContaining(before))
      }),
    )
  })
  it('has words for each', () => {
    for (const suspicion of SUSPICIONS) expect(SUSPICION_WORDS[suspicion]).toMatch(/^\p{Ll}/u)
  })
})
