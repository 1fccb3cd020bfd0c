import { run } from '@zootools/email-spell-checker'

export type Correct = (email: string) => string | null

/** The address that is likely meant where one looks like a slip; `null` where none does. */
export const correct: Correct = (email) => run({ email: email.trim() })?.full ?? null
