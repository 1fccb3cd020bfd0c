import { type KindName, KIND_NAMES, mannerOf } from '../kinds/registry'

/** The kind of question some wording is most likely to be: the surest guess of any kind, or else short text. */
export function guessKind(wording: string): KindName {
  let guess: { kind: KindName; sureness: number } = { kind: 'short_text', sureness: 0 }
  for (const kind of KIND_NAMES) {
    const { suggestedBy } = mannerOf({ kind })
    if (suggestedBy && suggestedBy.sureness > guess.sureness && suggestedBy.words.test(wording))
      guess = { kind, sureness: suggestedBy.sureness }
  }
  return guess.kind
}
