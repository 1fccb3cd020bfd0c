import type { ReactNode } from 'react'

/** Text that came from outside: it breaks where it must, and which way it runs is nobody else's matter (UAX #9). */
export const Outside = ({ children }: { children: ReactNode }) => <bdi className="wrap-anywhere">{children}</bdi>

/** The same where only text can stand, as in a title or a toast: in quotes, and between isolates (U+2068, U+2069). */
export const quoted = (text: string): string => `“${isolated(text)}”`

export const isolated = (text: string): string => `\u2068${text}\u2069`

/** Such text where elements can stand after all. */
export const WithIsolated = ({ text }: { text: string }) =>
  text.split(/\u2068(.*?)\u2069/su).map((part, n) => (n % 2 === 1 ? <bdi key={n}>{part}</bdi> : part))
