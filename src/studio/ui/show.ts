import type { Answer } from '@/core/answers/answer'
import { showPlainly } from '@/core/answers/show_plainly'

/** How figures, moments and stored values are written, the same in every place. */

export const percent = (rate: number): string => `${(rate * 100).toFixed(1)} %`

export const figure = (n: number): string => n.toLocaleString('en-GB').replaceAll(',', '\u202f')

/** So many of something: “1 note”, “3 notes”. */
export const counted = (n: number, one: string, many = `${one}s`): string => `${figure(n)} ${n === 1 ? one : many}`

/** A 95 % range beside its rate: “38.5–45.3”. */
export const range = ({ low, high }: { low: number; high: number }): string =>
  `${(low * 100).toFixed(1)}–${(high * 100).toFixed(1)}`

/** A difference of rates in points: “+3.1”, “−0.4”. */
export const points = (difference: number): string => {
  const rounded = (Math.abs(difference) * 100).toFixed(1)
  const sign = Number(rounded) === 0 ? '' : difference < 0 ? '−' : '+'
  return `${sign}${rounded}`
}

const DAY = 24 * 60 * 60
/** Units of time and their seconds, the longest first; months and years by their usual length. */
const UNITS = [
  ['year', 365 * DAY],
  ['month', 30 * DAY],
  ['day', DAY],
  ['hour', 60 * 60],
  ['minute', 60],
  ['second', 1],
] as const
const past = new Intl.RelativeTimeFormat('en-GB')

/** How long ago something was, in the longest unit that is over: “3 days ago”. What lies ahead is now. */
export function ago(at: Date | string, now = new Date()): string {
  const seconds = Math.max(0, (now.getTime() - new Date(at).getTime()) / 1000)
  const [unit, length] = UNITS.find(([, least]) => seconds >= least) ?? ['second', 1]
  return past.format(-Math.floor(seconds / length), unit)
}

export function duration(seconds: number): string {
  const whole = Math.round(seconds)
  return whole < 60 ? `${whole} s` : `${Math.floor(whole / 60)} m ${whole % 60} s`
}

/** A stored value in words. */
export const stored = (value: Answer | undefined): string => showPlainly(value) || '—'
