/** Revisions of drafts as entity tags (RFC 9110, 8.8.3). */

export const ANY_REVISION = '*'

/** A revision that no draft will ever have. */
export const NO_REVISION = 2_000_000_000

export const tagOf = (revision: number): string => `"${revision}"`

/** The revision an entity tag names; `undefined` for a tag that is none of ours, which matches nothing. */
export function revisionOf(tag: string): number | undefined {
  const digits = /^"(\d{1,9})"$/.exec(tag.trim())?.[1]
  return digits === undefined ? undefined : Number(digits)
}
