import { z } from 'zod'
import type { Moment } from './answer'
import { mustBe, narrowest, type Span, type SpanOf, spanSettings } from './span'
import { showTime, TIME } from './time'

/** Which times of the day may be given: between two of them, and counted from the moment it is asked at. */
export interface TimeLimits extends Span {
  past: boolean
  /** Minutes. */
  ahead: number | null
}

export const TIMES: SpanOf = {
  what: 'time',
  pattern: TIME,
  example: '14:30',
  problem: { code: 'not_time', example: '14:30' },
  show: showTime,
}

const DAY = 24 * 60

export const timeLimitSettings = () => ({
  ...spanSettings(TIMES),
  past: z.boolean().default(true).describe('Whether times before the moment it is asked at may be given'),
  ahead: z.int().min(1).max(DAY).nullable().default(null).describe('At most so many minutes ahead, on the same day'),
})

/**
 * The first and the last time that may be given at a moment, of that day; where the moment is not known, as for
 * answers that were taken long ago, only what does not depend on it.
 */
export const timesAt = (now: Moment | undefined, limits: TimeLimits): Span => narrowest(limits, timesFrom(now, limits))

/** What of the limits is counted from the moment it is asked at. */
export const timesFrom = (now: Moment | undefined, { past, ahead }: TimeLimits): Span => ({
  earliest: past || !now ? null : now.slice(11),
  latest: ahead === null || !now ? null : later(now, ahead),
})

/** The time so many minutes later, the last of the day where the day ends before. */
function later(now: Moment, minutes: number): string {
  const [day, time = ''] = new Date(Date.parse(`${now}Z`) + minutes * 60_000).toISOString().split('T')
  return now.startsWith(String(day)) ? time.slice(0, 5) : '23:59'
}

/** The limits in a few words. */
export function tellTimeLimits({ earliest, latest, past, ahead }: TimeLimits): string {
  const between =
    earliest !== null && latest !== null ? `, ${earliest}–${latest}` : mustBe('', { earliest, latest }, TIMES)
  const rest = [past ? null : 'not past', ahead === null ? null : `at most ${ahead} minutes ahead`].filter(Boolean)
  return [`time${between}`, ...rest].join(', ')
}

/** What a schema cannot say of such times; nothing where it says it all. */
export const unsaidOfTimes = ({ past, ahead }: TimeLimits) =>
  past && ahead === null ? {} : { $comment: 'Limits that depend on the moment it is asked at, a schema cannot say.' }
