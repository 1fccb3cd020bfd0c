/** Where something that is only said shows, in words. */
export const SHOWN_ON_WORDS = [
  ['both', 'every screen'],
  ['phone', 'phones only'],
  ['desk', 'desks only'],
] as const
