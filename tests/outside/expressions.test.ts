import fc from 'fast-check'
import { evaluate } from 'mathjs'
import { Temporal } from 'temporal-polyfill'
import { describe, expect, it } from 'vitest'
import { readExpression } from '@/core/logic/expression'

const { expression } = fc.letrec<{ expression: string; test: string }>((tie) => ({
  expression: fc.oneof(
    { maxDepth: 4 },
    fc.constantFrom('a', 'b', 'c.d', '0', '7', '2.5', '12'),
    fc
      .tuple(tie('expression'), fc.constantFrom('+', '-', '*', '/'), tie('expression'))
      .map(([left, sign, right]) => `(${left} ${sign} ${right})`),
    fc
      .tuple(fc.constantFrom('min', 'max'), tie('expression'), tie('expression'))
      .map(([f, x, y]) => `${f}(${x}, ${y})`),
    fc.tuple(fc.constantFrom('floor', 'ceil', 'abs'), tie('expression')).map(([f, x]) => `${f}(${x})`),
    fc
      .tuple(tie('test'), tie('expression'), tie('expression'))
      .map(([test, then, otherwise]) => `(${test} ? ${then} : ${otherwise})`),
  ),
  test: fc
    .tuple(tie('expression'), fc.constantFrom('>', '<', '>=', '<='), tie('expression'))
    .map(([left, sign, right]) => `${left} ${sign} ${right}`),
}))

/** Computed values, by mathjs on the same expression, where both come to a number. */
describe('generated expressions', () => {
  it('come to what mathjs makes of them', () => {
    let compared = 0
    const number = fc.integer({ min: -40, max: 40 }).map((n) => n / 4)
    fc.assert(
      fc.property(expression, number, number, number, (text, a, b, d) => {
        const read = readExpression(text)
        if ('wrong' in read) throw new Error(read.wrong)
        const ours = read.compute({ a, b, c: { d } })
        const theirs = evaluate(text, { a, b, c: { d } }) as number
        // Where something was divided by nothing they go on with an infinity, and we have a blank.
        if (typeof ours !== 'number' || !Number.isFinite(theirs)) return
        // They compare numbers that are nearly equal as equal; multiples of a quarter seldom are.
        if (/[<>]/.test(text) && /\//.test(text)) return
        expect(ours).toBeCloseTo(theirs, 6)
        compared++
      }),
      { numRuns: 3000 },
    )
    expect(compared).toBeGreaterThan(1000)
  })
})

/** Days between days, by Temporal, across clock changes and leap years. */
describe('days from one to another', () => {
  it('are as many as the calendar has', () => {
    const day = fc
      .date({ min: new Date('1890-01-01'), max: new Date('2210-01-01'), noInvalidDate: true })
      .map((date) => date.toISOString().slice(0, 10))
    fc.assert(
      fc.property(day, day, (from, to) => {
        const read = readExpression('days(from, to)')
        const theirs = Temporal.PlainDate.from(from).until(to, { largestUnit: 'days' }).days
        expect('compute' in read && read.compute({ from, to })).toBe(theirs)
      }),
      { numRuns: 1000 },
    )
  })
  it('are the same wherever the clocks change between them', () => {
    const read = readExpression('days(from, to)')
    for (const zone of ['Europe/Stockholm', 'America/Santiago', 'Australia/Lord_Howe', 'Africa/Casablanca'])
      for (const [from, to] of [
        ['2026-03-28', '2026-03-30'],
        ['2026-10-24', '2026-10-26'],
        ['2026-01-01', '2027-01-01'],
      ] as const) {
        const at = (text: string) => Temporal.PlainDate.from(text).toZonedDateTime(zone)
        const theirs = at(from).until(at(to), { largestUnit: 'days' }).days
        expect([zone, from, 'compute' in read && read.compute({ from, to })]).toEqual([zone, from, theirs])
      }
  })
})
