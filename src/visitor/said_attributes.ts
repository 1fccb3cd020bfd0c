/** Attributes in which wording stands that may use what is known. */
export const SAID_ATTRIBUTES = ['placeholder', 'aria-label', 'alt'] as const

export type SaidAttribute = (typeof SAID_ATTRIBUTES)[number]
