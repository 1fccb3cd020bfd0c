/** A number of 32 bits that a text always has, and others hardly ever: FNV-1a by Fowler, Noll and Vo, over its letters. */
export function hashText(text: string): number {
  let hash = 0x811c9dc5
  for (const character of text) hash = Math.imul(hash ^ (character.codePointAt(0) ?? 0), 0x01000193)
  return hash
}
