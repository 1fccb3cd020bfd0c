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
