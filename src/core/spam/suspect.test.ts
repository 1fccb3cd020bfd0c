import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LEAST_SECONDS, sayOfSuspicion, type Signs, suspect, SUSPICIONS } from './suspect'

const person: Signs = {
  trapped: false,
  open: 40,
  elsewhere: false,
  worked: true,
  crowded: false,
  hands: { touched: true, milliseconds: 30_000 },
  answered: 7,
  repeated: false,
}
/** A browser without a script: it does no work, and tells nothing of hands. */
const plain: Signs = { ...person, worked: false, hands: null }
/** A program that opens a page, does its work, waits as long as it must, and sends. */
const program: Signs = { ...person, open: LEAST_SECONDS, hands: null }

const DAY = 24 * 60 * 60

describe('whether a submission looks like a machine’s', () => {
  it('is not said of people, with a script or without', () => {
    expect(suspect(person)).toEqual([])
    expect(suspect(plain)).toEqual([])
  })
  it('is not said of whoever did the work, however much comes from their network', () => {
    expect(suspect({ ...person, crowded: true })).toEqual([])
  })
  it('is said with every reason there is', () => {
    expect(suspect({ ...person, trapped: true })).toEqual(['trap'])
    expect(suspect({ ...person, open: null })).toEqual(['unopened'])
    expect(suspect({ ...person, open: 0 })).toEqual(['hasty', 'untouched'])
    expect(suspect({ ...plain, crowded: true })).toEqual(['crowd'])
    expect(suspect({ ...plain, trapped: true, open: null, crowded: true })).toEqual(['trap', 'unopened', 'crowd'])
  })
  it('is not said of what a site sends from a page of its own, unless it is said for another reason', () => {
    const sent = { ...plain, open: null, elsewhere: true }
    expect(suspect(sent)).toEqual([])
    expect(suspect({ ...sent, trapped: true })).toEqual(['trap'])
    expect(suspect({ ...sent, crowded: true })).toEqual(['crowd'])
  })
  it('begins below the least time, and ends with it', () => {
    expect(suspect({ ...plain, open: LEAST_SECONDS - 0.001 })).toEqual(['hasty'])
    expect(suspect({ ...plain, open: LEAST_SECONDS })).toEqual([])
  })
  it('is said of a program that does a page’s work and waits two seconds', () => {
    expect(suspect(program)).toEqual(['untouched', 'quick'])
    expect(suspect({ ...program, hands: { touched: false, milliseconds: 0 } })).toEqual(['untouched', 'quick'])
    // Of more time than the page was open nobody tells who filled it in.
    expect(suspect({ ...program, hands: { touched: true, milliseconds: 20_000 } })).toEqual(['untouched', 'quick'])
  })
  it('is said of one that waits for longer, once it repeats itself or comes with what it kept', () => {
    expect(suspect({ ...program, open: 60, repeated: true })).toEqual(['untouched', 'again'])
    expect(suspect({ ...program, open: 3 * DAY })).toEqual(['untouched', 'stale'])
  })
  it('is not said for half a reason alone: people do that, too', () => {
    // Whose browser fills everything in; who sends what they left in a tab; who writes to each office the same.
    expect(suspect({ ...person, open: 5, hands: { touched: true, milliseconds: 10 } })).toEqual([])
    expect(suspect({ ...person, open: 3 * DAY })).toEqual([])
    expect(suspect({ ...person, repeated: true })).toEqual([])
    expect(suspect({ ...plain, open: 3, answered: 7 })).toEqual([])
  })
  it('counts each answer as half a second, and a few at once as a browser’s', () => {
    const halved = { ...person, repeated: true }
    const quick = (signs: Partial<Signs>) => suspect({ ...halved, ...signs }).includes('quick')
    expect(quick({ open: 5, answered: 7, hands: { touched: true, milliseconds: 4000 } })).toBe(false)
    expect(quick({ open: 4.9, answered: 7, hands: { touched: true, milliseconds: 4000 } })).toBe(true)
    expect(quick({ answered: 3, hands: { touched: true, milliseconds: 900 } })).toBe(true)
    expect(quick({ answered: 3, hands: { touched: true, milliseconds: 1000 } })).toBe(false)
    expect(quick({ answered: 2, hands: { touched: true, milliseconds: 0 } })).toBe(false)
  })
  it('never takes a reason back when a sign gets worse', () => {
    const signs = fc.record({
      trapped: fc.boolean(),
      elsewhere: fc.boolean(),
      open: fc.option(fc.double({ min: 0, max: 1e6, noNaN: true })),
      worked: fc.boolean(),
      crowded: fc.boolean(),
      hands: fc.option(fc.record({ touched: fc.boolean(), milliseconds: fc.nat(100_000) })),
      answered: fc.nat(30),
      repeated: fc.boolean(),
    })
    fc.assert(
      fc.property(signs, (one) => {
        const before = suspect(one)
        for (const worse of [{ trapped: true }, { crowded: true }, { repeated: true }])
          expect(suspect({ ...one, ...worse })).toEqual(expect.arrayContaining(before))
      }),
    )
  })
  it('has words for each, and says which are half a reason', () => {
    for (const suspicion of SUSPICIONS) expect(sayOfSuspicion(suspicion)).toMatch(/^\p{Ll}/u)
    expect(sayOfSuspicion('trap')).toBe('filled in a field nobody sees')
    expect(sayOfSuspicion('untouched')).toBe('its page was touched by nobody (half a reason)')
  })
})
