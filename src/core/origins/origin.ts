/**
 * Where a value came from. `link` is a claim anybody can make by writing an address, and so is what a `browser` tells
 * of itself; `record` is stored data, told only to whoever is known, by a personal link or a browser that remembers
 * them, and `known` what was stored, so that they were not asked; `form_before` is what the same visitor sent in the
 * form that led them here; `server` is what we saw ourselves, `form` what the form says of itself, `generated` what was
 * made for this answer alone. What is `computed` from a claim is that claim.
 */
export const ORIGINS = [
  'typed',
  'link',
  'record',
  'known',
  'browser',
  'server',
  'form',
  'form_before',
  'constant',
  'default',
  'computed',
  'generated',
] as const

export type Origin = (typeof ORIGINS)[number]

/** Origins by path: of each value, and of parts that came from elsewhere. */
export type Origins = Record<string, Origin>

/** Whether anybody could have written it, and nobody says that they did: an address, or what a browser tells. */
export const isClaim = (origin: Origin | undefined): boolean => origin === 'link' || origin === 'browser'
