/** What made a submission look like a machine's. */
export const SUSPICIONS = ['trap', 'unopened', 'hasty', 'crowd'] as const
export type Suspicion = (typeof SUSPICIONS)[number]

/** What is known of how a submission was made. */
export interface Signs {
  /** Something was written into a field that nobody sees. */
  trapped: boolean
  /** Seconds since the page it came from was opened; `null` where no page of ours was. */
  open: number | null
  /** The page's script did the work that it was given. */
  worked: boolean
  /** So much came from this network without that work that it counts no longer for a person without a script. */
  crowded: boolean
}

/** The least time between opening a page and sending it, in seconds: nobody reads and types faster. */
export const LEAST_SECONDS = 2

/**
 * Why a submission looks like a machine's, in the order of `SUSPICIONS`; empty for a person's. A browser
 * without a script cannot do the work: that alone is no reason, unless very much comes from one network.
 */
export function suspect({ trapped, open, worked, crowded }: Signs): Suspicion[] {
  const holds: Record<Suspicion, boolean> = {
    trap: trapped,
    unopened: open === null,
    hasty: open !== null && open < LEAST_SECONDS,
    crowd: !worked && crowded,
  }
  return SUSPICIONS.filter((suspicion) => holds[suspicion])
}

/** The same in words. */
export const SUSPICION_WORDS: Record<Suspicion, string> = {
  trap: 'filled in a field nobody sees',
  unopened: 'sent without opening the page',
  hasty: 'sent within two seconds',
  crowd: 'one of many from one network, without the page’s script',
}
