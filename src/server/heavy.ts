import { askerGone } from './door/asker'
import { Line } from './line'

/** Reads under way at once in one process, and reads that may wait for one of them to end. */
const AT_ONCE = 3
const MOST_WAITING = 200

// Shared by however many bundles of the web server load this module.
const holder = globalThis as { lichenHeavyReads?: Line }
const line = (): Line => (holder.lichenHeavyReads ??= new Line(AT_ONCE, MOST_WAITING))

/** Nobody waits for it any more: canceled, as PostgreSQL says it (Appendix A). */
class NotWanted extends Error {
  readonly code = '57014'
}

/**
 * Reads what may take long, such as a page of a sorted list: few at a time, so that whatever is short finds a
 * connection beside them. Where whoever asked is gone by the time it is their turn, nothing is read for them.
 */
export const heavily = <T>(read: () => Promise<T>): Promise<T> =>
  line().inTurn(() => (askerGone() ? Promise.reject(new NotWanted()) : read()))
