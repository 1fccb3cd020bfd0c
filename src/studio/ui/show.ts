import { formatDistanceToNowStrict } from 'date-fns'
import type { Answer } from '@/core/answers/answer'
import { showPlainly } from '@/core/answers/show_plainly'

/** How figures, moments and stored values are written, the same in every place. */

export const percent = (rate: number): string => `${(rate * 100).toFixed(1)} %`

export const figure = (n: number): string => n.toLocaleString('en-GB').replaceAll(',', '\u202f')

/** A 95 % range beside its rate: “38.5–45.3”. */
export const range = ({ low, high }: { low: number; high: number }): string =>
  `${(low * 100).toFixed(1)}–${(high * 100).toFixed(1)}`

export const ago = (at: Date | string): string => `${formatDistanceToNowStrict(new Date(at))} ago`

export function duration(seconds: number): string {
  const whole = Math.round(seconds)
  return whole < 60 ? `${whole} s` : `${Math.floor(whole / 60)} m ${whole % 60} s`
}

/** A stored value in words. */
export const stored = (value: Answer | undefined): string => showPlainly(value) || '—'
