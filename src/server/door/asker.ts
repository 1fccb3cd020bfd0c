import { AsyncLocalStorage } from 'node:async_hooks'
import { splitWithin } from '@/core/rights/within'
import { shortenNetwork } from './address'

/** Who asks. */
interface Asker {
  /** The network that stands for them. */
  address: string
  /** The country that a proxy of ours says they are in (ISO 3166-1); `null` where none does. */
  country: string | null
  /** What they ask for: path and query, as they came. */
  url: string
  /** The workspace whose own host name they ask; `null` where it is the installation’s. */
  hostOf: string | null
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

/** The network that the request under way comes from, whole and shortened; `null` where it is not known. */
export function askerNetwork(): { whole: string; shortened: string } | null {
  const { address } = askers.getStore() ?? {}
  const shortened = address && shortenNetwork(address)
  return address && shortened ? { whole: address, shortened } : null
}

/** The country that it is said to come from. */
export const askerCountry = (): string | null => askers.getStore()?.country ?? null

/** The workspace whose own host name is asked: nothing of another’s is there. */
export const askedHostOf = (): string | null => askers.getStore()?.hostOf ?? null

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
