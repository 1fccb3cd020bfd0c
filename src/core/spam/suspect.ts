import type { Hands } from './hands'

/** What made a submission look like a machine's. */
export const SUSPICIONS = ['trap', 'unopened', 'hasty', 'crowd', 'untouched', 'quick', 'again', 'stale'] as const
export type Suspicion = (typeof SUSPICIONS)[number]

/** What is known of how a submission was made. */
export interface Signs {
  /** Something was written into a field that nobody sees. */
  trapped: boolean
  /** Seconds since the page it came from was opened; `null` where no page of ours was. */
  open: number | null
  /** It came from a page that a site of its form's own has made. */
  elsewhere: boolean
  /** The page's script did the work that it was given. */
  worked: boolean
  /** So much came from this network without that work that it counts no longer for a person without a script. */
  crowded: boolean
  /** What the page's script saw of hands; `null` where it told nothing. */
  hands: Hands | null
  /** How many questions were answered by whoever sent it, beside what was filled in for them. */
  answered: number
  /** A text of some length was sent several times before. */
  repeated: boolean
}

/** The least time between opening a page and sending it, in seconds: nobody reads and types faster. */
export const LEAST_SECONDS = 2

/** What each answer after the first takes at the least, in seconds, where nothing fills them in. */
const SECONDS_EACH = 0.5

/** So many answers within so long of each other are no person's, or are a browser's that fills in for them. */
const AT_ONCE = { answers: 3, milliseconds: 1000 }

/** The most time between opening a page and sending it, in seconds, that is nothing to wonder about: two days. */
const MOST_SECONDS = 2 * 24 * 60 * 60

/** How much of a reason each is: people do what is half of one, too, but hardly two of those at once. */
const WEIGHTS: Record<Suspicion, 0.5 | 1> = {
  trap: 1,
  unopened: 1,
  hasty: 1,
  crowd: 1,
  untouched: 0.5,
  quick: 0.5,
  again: 0.5,
  stale: 0.5,
}

/**
 * Why a submission looks like a machine's, in the order of `SUSPICIONS`; empty for a person's, and where all there is
 * amounts to half a reason. A browser without a script cannot do the work, and tells nothing of hands: that alone is
 * no reason, unless very much comes from one network.
 */
export function suspect(signs: Signs): Suspicion[] {
  const { trapped, open, elsewhere, worked, crowded, repeated } = signs
  const holds: Record<Suspicion, boolean> = {
    trap: trapped,
    unopened: open === null && !elsewhere,
    hasty: open !== null && open < LEAST_SECONDS,
    crowd: !worked && crowded,
    untouched: worked && !isTouched(signs),
    quick: open !== null && open >= LEAST_SECONDS && isQuick(open, signs),
    again: repeated,
    stale: open !== null && open > MOST_SECONDS,
  }
  const held = SUSPICIONS.filter((suspicion) => holds[suspicion])
  return held.reduce((sum, suspicion) => sum + WEIGHTS[suspicion], 0) >= 1 ? held : []
}

/** Whether somebody touched the page. Whoever tells of more time than there was is not believed. */
const isTouched = ({ hands, open }: Signs): boolean =>
  hands !== null && hands.touched && (open === null || hands.milliseconds <= 1000 * (open + 1))

const isQuick = (open: number, { hands, answered }: Signs): boolean =>
  open < LEAST_SECONDS + SECONDS_EACH * (answered - 1) ||
  (hands !== null && answered >= AT_ONCE.answers && hands.milliseconds < AT_ONCE.milliseconds)

/** The same in words. */
const WORDS: Record<Suspicion, string> = {
  trap: 'filled in a field nobody sees',
  unopened: 'sent without opening the page',
  hasty: 'sent within two seconds',
  crowd: 'one of many from one network, without the page’s script',
  untouched: 'its page was touched by nobody',
  quick: 'filled in faster than people do',
  again: 'the same text was sent several times before',
  stale: 'its page was opened more than two days before',
}

/** A suspicion in words, and how much of a reason it is where that is less than a whole one. */
export const sayOfSuspicion = (suspicion: Suspicion): string =>
  WEIGHTS[suspicion] < 1 ? `${WORDS[suspicion]} (half a reason)` : WORDS[suspicion]
