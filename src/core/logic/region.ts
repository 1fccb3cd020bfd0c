/**
 * Sets of cases, where a case has one piece of each of several values. A region is boxes that do not overlap; a box
 * has for each value the set of pieces it may have, as the bits of a number. So it is told exactly whether a region
 * is empty, and a case of it is at hand.
 */

/** For each value the pieces it may have; one without any is no box. */
export type Box = readonly bigint[]

export type Region = readonly Box[]

/** Most boxes of one region; beyond that nothing is said. */
const MOST_BOXES = 3000

/** Thrown where a region comes in too many boxes to go on. */
export class TooManyCases extends Error {}

/** What two regions have in common. */
export const meet = (one: Region, other: Region): Region =>
  bounded(one.flatMap((box) => other.flatMap((second) => boxMeet(box, second) ?? [])))

/** What is in the first region, and not in the second. */
export const minus = (one: Region, other: Region): Region =>
  other.reduce<Region>((left, box) => bounded(left.flatMap((whole) => boxMinus(whole, box))), one)

/** What is in either. */
export const union = (one: Region, other: Region): Region => bounded([...one, ...minus(other, one)])

function boxMeet(one: Box, other: Box): Box[] | null {
  const common = one.map((pieces, at) => pieces & (other[at] ?? 0n))
  return common.every((pieces) => pieces !== 0n) ? [common] : null
}

/** A box without another: for each value in turn, what lies outside in it, with what is common in those before. */
function boxMinus(whole: Box, taken: Box): Box[] {
  if (boxMeet(whole, taken) === null) return [whole]
  const left: Box[] = []
  let common = whole
  whole.forEach((pieces, at) => {
    const outside = pieces & ~(taken[at] ?? 0n)
    if (outside !== 0n) left.push(common.with(at, outside))
    common = common.with(at, pieces & (taken[at] ?? 0n))
  })
  return left
}

function bounded(region: Region): Region {
  if (region.length > MOST_BOXES) throw new TooManyCases('Too many cases to tell apart')
  return region
}

/** For each value the first piece that a case of a region has; `null` for an empty region. */
export const caseOf = (region: Region): number[] | null => region[0]?.map(lowestBit) ?? null

const lowestBit = (bits: bigint): number => {
  let at = 0
  for (let rest = bits; (rest & 1n) === 0n; rest >>= 1n) at++
  return at
}
