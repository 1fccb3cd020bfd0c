import { AsyncLocalStorage } from 'node:async_hooks'

// Shared by however many bundles of the web server load this module.
const holder = globalThis as { lichenAskers?: AsyncLocalStorage<string> }
const askers = (holder.lichenAskers ??= new AsyncLocalStorage<string>())

/**
 * Handles a request that comes from a network address. The address travels beside the request: headers are written
 * by whoever sends them, and read anew by libraries.
 */
export const askedFrom = <T>(address: string, handle: () => T): T => askers.run(address, handle)

/** The network address that the request under way comes from. */
export const askerAddress = (): string => askers.getStore() ?? 'unknown'
