import type { Page } from './list'
import type { ListName, RowOf } from './lists'

/** Longest that a page is waited for, in milliseconds; after that it counts as not fetched. */
const PATIENCE = 10_000

/** Fetches the page of a list that begins after a place in it. */
export async function fetchPage<Name extends ListName>(
  address: string,
  query: object,
  after: string,
  stop: AbortSignal,
): Promise<Page<RowOf<Name>>> {
  const given = Object.entries({ ...query, after }).filter((entry): entry is [string, string] => Boolean(entry[1]))
  const signal = AbortSignal.any([stop, AbortSignal.timeout(PATIENCE)])
  const response = await fetch(`${address}?${new URLSearchParams(given)}`, { signal })
  if (!response.ok) throw new Error('A page could not be fetched')
  return (await response.json()) as Page<RowOf<Name>>
}
