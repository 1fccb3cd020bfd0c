import { z } from 'zod'
import { dayIn, instantOf, isZone, momentIn, showZone } from '../formats/zone'

/** The days of a week, Monday first, by the numbers of ISO 8601. */
export const WEEK = [1, 2, 3, 4, 5, 6, 7] as const

const timeSchema = z.string().regex(/^(?:(?:[01]\d|2[0-3]):[0-5]\d|24:00)$/, 'Give a time, such as 09:00')

const stretchSchema = z
  .strictObject({
    days: z.array(z.int().min(1).max(7)).min(1, 'Choose a day').max(7).describe('1 is Monday, 7 is Sunday'),
    from: timeSchema,
    to: timeSchema.describe('24:00 is the end of the day'),
  })
  .refine(({ from, to }) => from < to, { path: ['to'], message: 'Give an end after the beginning' })

export const hoursSchema = z.strictObject({
  zone: z
    .string()
    .max(60)
    .refine(isZone, 'Give a zone by its IANA name, such as Europe/Stockholm')
    .describe('IANA name'),
  open: z.array(stretchSchema).min(1, 'Say when').max(14),
})

/** When people of a desk are there, by the clocks of a zone. */
export type Hours = z.output<typeof hoursSchema>

/** So many days are looked through: every day of a week that is named comes within eight. */
const DAYS = 9

/**
 * The first moment from `at` on that is within the hours: `at` itself where it is. Hours that would begin while clocks
 * skip, as when summer begins, do so as soon as they have; of a time that comes twice it is the first. `null` where clocks skip all
 * of them for more than a week.
 */
export function nextWithin({ zone, open }: Hours, at: Date): Date | null {
  const first = Date.parse(`${dayIn(zone, at)}T00:00:00Z`)
  for (let offset = 0; offset < DAYS; offset++) {
    const day = new Date(first + offset * 86_400_000)
    const starts = open
      .filter(({ days }) => days.includes(day.getUTCDay() || 7))
      .flatMap(({ from, to }) => {
        const [start, end] = [momentOf(zone, day, from), momentOf(zone, day, to)]
        return end > at && end > start ? [Math.max(start.getTime(), at.getTime())] : []
      })
    if (starts.length > 0) return new Date(Math.min(...starts))
  }
  return null
}

const momentOf = (zone: string, day: Date, time: string): Date =>
  time === '24:00'
    ? firstShowing(zone, isoDay(new Date(day.getTime() + 86_400_000)), '00:00')
    : firstShowing(zone, isoDay(day), time)

const MINUTE = 60_000

/** The first minute at which clocks in a zone show a day and a time, or a later one where they skip it. */
function firstShowing(zone: string, day: string, time: string): Date {
  let at = instantOf(zone, day, time)
  for (;;) {
    const before = new Date(at.getTime() - MINUTE)
    if (momentIn(zone, before) < `${day}T${time}`) return at
    at = before
  }
}

const isoDay = (day: Date): string => day.toISOString().slice(0, 10)

const DAY_WORDS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

/** A day of the week, in short. */
export const tellDay = (day: number): string => DAY_WORDS[day - 1] ?? ''

/** Hours in words: “Mon to Fri 09:00–17:00, Stockholm time”. */
export const tellHours = ({ zone, open }: Hours): string =>
  [...open.map(({ days, from, to }) => `${tellDays(days)} ${from}–${to}`), showZone(zone)].join(', ')

/** Days as runs: “Mon to Wed, Fri”. */
function tellDays(days: readonly number[]): string {
  const runs: number[][] = []
  for (const day of [...new Set(days)].sort()) {
    const last = runs.at(-1)
    if (last?.at(-1) === day - 1) last.push(day)
    else runs.push([day])
  }
  return runs
    .map((run) =>
      run.length > 2 ? `${tellDay(run[0] ?? 1)} to ${tellDay(run.at(-1) ?? 1)}` : run.map(tellDay).join(', '),
    )
    .join(', ')
}
