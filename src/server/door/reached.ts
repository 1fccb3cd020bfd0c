import { AsyncLocalStorage } from 'node:async_hooks'

// Shared by however many bundles of the web server load this module.
const holder = globalThis as { lichenReached?: AsyncLocalStorage<{ reached: boolean }> }
const requests = (holder.lichenReached ??= new AsyncLocalStorage<{ reached: boolean }>())

/** Says that the request under way was understood well enough to reach code of ours. */
export function markReached(): void {
  const request = requests.getStore()
  if (request) request.reached = true
}

/** Handles a request, and knows afterwards whether it reached code of ours. */
export function watchReach<T>(handle: (hasReached: () => boolean) => T): T {
  const request = { reached: false }
  return requests.run(request, () => handle(() => request.reached))
}
