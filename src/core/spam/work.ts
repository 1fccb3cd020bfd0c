/**
 * The greatest number that a page's work looks for where little comes; it is found after trying half of them on
 * average: well under a second of a phone's time, spent while the visitor types.
 */
const LEAST_WORK = 40_000

/** How often that doubles at most. */
const DOUBLINGS = 6

/**
 * The greatest number that a page's work looks for, where a network or its form has used up this share of what they
 * may without it getting more, from 0 to 1. A hundred people in one room have six times the work, which is two or
 * three seconds of a phone's while they type; a machine that opens one page after the other soon has 64 times.
 */
export const workFor = (share: number): number => Math.round(LEAST_WORK * 2 ** (DOUBLINGS * Math.min(1, share)))
