import { AsyncLocalStorage } from 'node:async_hooks'

/** Who asks. */
interface Asker {
  /** Network address. */
  address: string
  /** Whether they wait no more for an answer. */
  isGone: () => boolean
}

// Shared by however many bundles of the web server load this module.
const holder = globalThis as { lichenAskers?: AsyncLocalStorage<Asker> }
const askers = (holder.lichenAskers ??= new AsyncLocalStorage<Asker>())

/**
 * Handles a request of somebody. Who they are travels beside the request: headers are written by whoever sends them,
 * and read anew by libraries.
 */
export const askedBy = <T>(asker: Asker, handle: () => T): T => askers.run(asker, handle)

/** The network address that the request under way comes from. */
export const askerAddress = (): string => askers.getStore()?.address ?? 'unknown'

/** Whether whoever sent the request under way waits no more for its answer. */
export const askerGone = (): boolean => askers.getStore()?.isGone() ?? false
