import type { ReactNode } from 'react'
import { isolated } from '@/core/formats/direction'

/** Text that came from outside: it breaks where it must, and which way it runs is nobody else's matter (UAX #9). */
export const Outside = ({ children }: { children: ReactNode }) => <bdi className="wrap-anywhere">{children}</bdi>

/** The same where only text can stand, as in a title or a toast: in quotes, and between isolates. */
export const quoted = (text: string): string => `“${isolated(text)}”`

/** Such text where elements can stand after all. */
export const WithIsolated = ({ text }: { text: string }) =>
  text.split(/\u2068(.*?)\u2069/su).map((part, n) => (n % 2 === 1 ? <bdi key={n}>{part}</bdi> : part))
