import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Box, caseOf, meet, minus, type Region, TooManyCases, union } from './region'

/** Two values of three pieces each: nine cases, so that every region can be told case by case. */
const PIECES = [0, 1, 2]
const CASES = PIECES.flatMap((one) => PIECES.map((two) => [one, two] as const))
const isIn = (region: Region, case_: readonly number[]): boolean =>
  region.some((box) => box.every((pieces, at) => ((pieces >> BigInt(case_[at] ?? 0)) & 1n) === 1n))
const casesOf = (region: Region): string[] => CASES.filter((one) => isIn(region, one)).map(String)
const isApart = (region: Region): boolean => CASES.every((one) => region.filter((box) => isIn([box], one)).length <= 1)

const box: fc.Arbitrary<Box> = fc.tuple(fc.bigInt({ min: 1n, max: 7n }), fc.bigInt({ min: 1n, max: 7n }))
const region = fc.array(box, { maxLength: 4 }).map((boxes) => boxes.reduce<Region>((all, one) => union(all, [one]), []))

describe('regions', () => {
  it('are joined, taken from each other and met as their cases are, in boxes that do not overlap', () => {
    fc.assert(
      fc.property(region, region, (one, other) => {
        const [first, second] = [casesOf(one), casesOf(other)]
        const results: [Region, string[]][] = [
          [meet(one, other), first.filter((case_) => second.includes(case_))],
          [minus(one, other), first.filter((case_) => !second.includes(case_))],
          [union(one, other), CASES.map(String).filter((case_) => first.includes(case_) || second.includes(case_))],
        ]
        for (const [made, cases] of results) {
          expect(casesOf(made)).toEqual(cases)
          expect(isApart(made)).toBe(true)
          // No box without a case: so none is left exactly where nothing is.
          for (const left of made) expect(casesOf([left])).not.toEqual([])
          const example = caseOf(made)
          expect(example === null ? [] : [String(example)]).toEqual(example === null ? cases : [String(example)])
          if (example) expect(isIn(made, example)).toBe(true)
        }
      }),
      { numRuns: 300 },
    )
  })
  it('show the first piece of each value', () => {
    expect(caseOf([[4n, 6n]])).toEqual([2, 1])
    expect(
      caseOf([
        [1n, 1n],
        [2n, 2n],
      ]),
    ).toEqual([0, 0])
    expect(caseOf([])).toBeNull()
  })
  it('are given up where they come in more than three thousand boxes', () => {
    const many = (n: number): Region => Array.from({ length: n }, (_, at) => [1n << BigInt(at)])
    const all = [(1n << 3001n) - 1n]
    expect(meet(many(3000), [all])).toHaveLength(3000)
    expect(() => meet(many(3001), [all])).toThrow(TooManyCases)
    expect(() => union(many(3000), [[1n << 3000n]])).toThrow('Too many cases to tell apart')
    expect(minus(many(3000), [[1n]])).toHaveLength(2999)
  })
})
