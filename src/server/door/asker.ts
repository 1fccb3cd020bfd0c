import { AsyncLocalStorage } from 'node:async_hooks'
import { splitWithin } from '@/core/rights/within'

/** Who asks. */
interface Asker {
  /** Network address. */
  address: string
  /** What they ask for: path and query, as they came. */
  url: string
  /** Whether they wait no more for an answer. */
  isGone: () => boolean
  /** Whether they were told that they may not. */
  isRefused?: true
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

/** The workspace that the address asked for is in, by its handle, and the rest of that address. */
export const askedPlace = (): ReturnType<typeof splitWithin> => splitWithin(askers.getStore()?.url ?? '/')

/** Whether whoever sent the request under way waits no more for its answer. */
export const askerGone = (): boolean => askers.getStore()?.isGone() ?? false

/** Notes that the page under way tells somebody that they may not see it. */
export function markRefused(): void {
  const asker = askers.getStore()
  if (asker) asker.isRefused = true
}

/** Whether the request under way was refused so. */
export const isRefused = (): boolean => askers.getStore()?.isRefused ?? false
