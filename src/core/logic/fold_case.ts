/** Text folded character by character, so that an exported schema can say with a pattern what compares as the same. */
export const foldCase = (text: string): string => [...text].map((character) => foldCharacter(character)).join('')

function foldCharacter(character: string): string {
  const lower = character.toLowerCase()
  return [...lower].length === 1 ? lower : character
}
