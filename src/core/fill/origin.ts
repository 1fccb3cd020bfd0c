/**
 * Where a value came from. `link` is a claim anybody can make by writing an address; `record` is stored
 * data, told only to the holder of a personal link.
 */
export type Origin = 'typed' | 'link' | 'record' | 'browser' | 'constant' | 'default'

/** Origins by path: of each value, and of parts that came from elsewhere. */
export type Origins = Record<string, Origin>

/** Whether anybody could have written it, and nobody says that they did: an address, or what a browser tells. */
export const isClaim = (origin: Origin | undefined): boolean => origin === 'link' || origin === 'browser'
