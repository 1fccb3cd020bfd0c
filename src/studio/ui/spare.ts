/** What a narrow screen does without. */
export const SPARE = 'max-[899px]:hidden'

/** How a head of a table looks. */
export const headClass = (right?: boolean, spare?: boolean): string | undefined =>
  [right ? 'text-right!' : '', spare ? SPARE : ''].filter(Boolean).join(' ') || undefined
