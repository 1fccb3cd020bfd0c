/** Something the analysis says about a draft. Faults stop a release; warnings and notes do not. */
export interface Finding {
  severity: 'fault' | 'warning' | 'note'
  place: 'compose' | 'records' | 'dispatch'
  /** The value, message or row it is about; empty for the form as a whole. */
  about: string
  text: string
  /** Answers it happens with, in words. */
  example?: string
}

export const finding =
  (severity: Finding['severity'], place: Finding['place']) =>
  (about: string, text: string): Finding => ({ severity, place, about, text })

/** “1”, “1 and 3”, “1, 2 and 4”. */
export const listed = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`
