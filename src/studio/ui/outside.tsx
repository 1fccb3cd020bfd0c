import type { ReactNode } from 'react'
import { isolated } from '@/core/formats/direction'

/** A word of no more letters than this stays whole in the narrowest column. */
const WHOLE = 12

const isOfShortWords = (children: ReactNode): boolean =>
  typeof children === 'string' && children.split(/\s/).every((word) => word.length <= WHOLE)

/** Text that came from outside: it breaks where it must, and which way it runs is nobody else's matter (UAX #9). */
export const Outside = ({ children }: { children: ReactNode }) => (
  <bdi className={isOfShortWords(children) ? undefined : 'wrap-anywhere'}>{children}</bdi>
)

/** The same where only text can stand, as in a title or a toast: in quotes, and between isolates. */
export const quoted = (text: string): string => `“${isolated(text)}”`

/** Such text where elements can stand after all. */
export const WithIsolated = ({ text }: { text: string }) =>
  text.split(/\u2068(.*?)\u2069/su).map((part, n) => (n % 2 === 1 ? <bdi key={n}>{part}</bdi> : part))
