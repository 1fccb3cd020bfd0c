import { AsyncResource } from 'node:async_hooks'
import PQueue from 'p-queue'
import { askerGone } from './door/asker'

/** Reads under way at once in one process, and reads that may wait for one of them to end. */
const AT_ONCE = 3
const MOST_WAITING = 200

// Shared by however many bundles of the web server load this module.
const holder = globalThis as { lichenHeavyReads?: PQueue }
const queue = (): PQueue => (holder.lichenHeavyReads ??= new PQueue({ concurrency: AT_ONCE }))

/** A read that was not begun. Trying again may help: it has a code of PostgreSQL’s that says so. */
class NotRead extends Error {
  constructor(
    message: string,
    readonly code: string,
  ) {
    super(message)
  }
}

/**
 * Reads what may take long, such as a page of a sorted list: few at a time, so that whatever is short finds a
 * connection beside them. Where whoever asked is gone by the time it is their turn, nothing is read for them.
 */
export function heavily<T>(read: () => Promise<T>): Promise<T> {
  if (queue().size >= MOST_WAITING) return Promise.reject(new NotRead('Too much is read at once', '53400'))
  // Whoever ends before begins what comes next, and is another request.
  const turn = AsyncResource.bind(() => {
    if (askerGone()) throw new NotRead('Whoever asked is gone', '57014')
    return read()
  })
  return queue().add(turn)
}
