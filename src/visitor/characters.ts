import type { Speech } from '@/core/language/texts'

/** How long a text is, as people count it, and how long it may be. */
export const tellCharacters = (speech: Speech, text: string, most: number): string =>
  speech.tell('characters_of', { count: [...text].length, most })
