import type { FormState } from './state'

/** When a form takes answers: what its people said, and the moments that they set beforehand. */
export interface OpenTimes {
  state: FormState
  /** Since when it is so. */
  stateSince: Date
  /** From when on it takes answers; `null` for no such moment. */
  opensAt: Date | null
  /** From when on it does no more. */
  closesAt: Date | null
  /** Since when as many have sent it as may; `null` while there is room, and where any number may. */
  fullSince: Date | null
}

/** Why a form takes no answers at a moment. */
export type Closed =
  /** It has not been open yet. */
  | { is: 'before'; opensAt: Date }
  /** It takes none since then; `opensAt` tells when it does again, where that is known. */
  | { is: 'closed' | 'full'; since: Date; opensAt: Date | null }

/** How a form stands to visitors at a moment. */
export type Standing =
  /** It takes answers; `closesAt` tells until when, where that is set. */
  { is: 'open'; closesAt: Date | null } | Closed

/**
 * How a form stands at a moment. A form that its people closed is closed whatever moments they set. Of those, the last
 * that has passed tells: with an end before a beginning it is open, closed for a while, and open again. Before the first
 * of them it is the other of what that makes it.
 */
export function standingAt({ state, stateSince, opensAt, closesAt, fullSince }: OpenTimes, now: Date): Standing {
  if (state !== 'open') return { is: 'closed', since: stateSince, opensAt: null }
  const opens = opensAt !== null && opensAt > now ? opensAt : null
  const wasClosed = closesAt !== null && closesAt <= now && (opensAt === null || opensAt < closesAt || opens !== null)
  if (wasClosed && closesAt) return { is: 'closed', since: closesAt, opensAt: opens }
  if (opens && (closesAt === null || closesAt > opens)) return { is: 'before', opensAt: opens }
  if (fullSince === null) return { is: 'open', closesAt: closesAt !== null && closesAt > now ? closesAt : null }
  return { is: 'full', since: fullSince, opensAt: null }
}
