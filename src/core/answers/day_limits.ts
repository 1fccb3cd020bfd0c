import { z } from 'zod'
import type { Moment, Problem } from './answer'
import { addDays, DAYS, isWeekday } from './day'
import { mustBe, narrowest, type Span, spanSettings } from './span'

/** Which days may be given: between two of them, from the day it is asked on, and from Monday to Friday. */
export interface DayLimits extends Span {
  past: boolean
  ahead: number | null
  weekdays: boolean
}

/** Farthest that days can be limited to ahead: ten years. */
export const FARTHEST = 3650

export const dayLimitSettings = () => ({
  ...spanSettings(DAYS),
  past: z.boolean().default(true).describe('Whether days before the one it is asked on may be given'),
  ahead: z.int().min(0).max(FARTHEST).nullable().default(null).describe('At most so many days ahead'),
  weekdays: z.boolean().default(false).describe('Whether only Monday to Friday may be given'),
})

/**
 * The first and the last day that may be given at a moment; where that is not known, as for answers that were
 * taken long ago, only what does not depend on it.
 */
export const daysAt = (now: Moment | undefined, limits: DayLimits): Span => narrowest(limits, daysFrom(now, limits))

/** What of the limits is counted from the day it is asked on. */
export const daysFrom = (now: Moment | undefined, { past, ahead }: DayLimits): Span => ({
  earliest: past || !now ? null : now.slice(0, 10),
  latest: ahead === null || !now ? null : addDays(now.slice(0, 10), ahead),
})

/** What is wrong with a day of the week. */
export const weekdayProblem = (day: string, { weekdays }: DayLimits): Problem | null =>
  weekdays && !isWeekday(day) ? { code: 'weekdays_only' } : null

/** The limits in a few words. */
export function tellDayLimits(what: string, limits: DayLimits): string {
  const ahead = limits.ahead === null ? null : `at most ${limits.ahead} days ahead`
  const rest = [limits.past ? null : 'not past', ahead, limits.weekdays ? 'weekdays' : null].filter(Boolean)
  return [mustBe(what, limits, DAYS), ...rest].join(', ')
}

/** What a schema cannot say of such days; nothing where it says it all. */
export const unsaid = ({ past, ahead, weekdays }: DayLimits) =>
  past && ahead === null && !weekdays
    ? {}
    : { $comment: 'Limits that depend on the day it is asked on, or on the day of the week, a schema cannot say.' }
