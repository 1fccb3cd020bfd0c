/**
 * Where a value came from. `link` is a claim anybody can make by writing an address; `record` is stored
 * data, told only to the holder of a personal link;
 * `form_before` is what the same visitor sent in the form that led them here. What is `computed` from a claim is that claim.
 */
export const ORIGINS = ['typed', 'link', 'record', 'browser', 'form_before', 'constant', 'default', 'computed'] as const

export type Origin = (typeof ORIGINS)[number]

/** Origins by path: of each value, and of parts that came from elsewhere. */
export type Origins = Record<string, Origin>

/** Whether anybody could have written it, and nobody says that they did: an address, or what a browser tells. */
export const isClaim = (origin: Origin | undefined): boolean => origin === 'link' || origin === 'browser'
