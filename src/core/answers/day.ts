import type { SpanOf } from './span'

/** Days of the calendar, as `YYYY-MM-DD` (ISO 8601), in text: they compare as text does and know no time zone. */

const MONTHS_OF_31 = '(?:0[13578]|1[02])-(?:0[1-9]|[12][0-9]|3[01])'
const MONTHS_OF_30 = '(?:0[469]|11)-(?:0[1-9]|[12][0-9]|30)'
const FEBRUARY = '02-(?:0[1-9]|1[0-9]|2[0-8])'
const LEAP_YEAR = '(?:[0-9]{2}(?:0[48]|[2468][048]|[13579][26])|(?:[02468][048]|[13579][26])00)'

/** Source of a regular expression that matches the days that exist, from year 1 to 9999 (WHATWG HTML, 2.3.5.2). */
const DAY = `^(?!0000)(?:[0-9]{4}-(?:${MONTHS_OF_31}|${MONTHS_OF_30}|${FEBRUARY})|${LEAP_YEAR}-02-29)$`

const day = new RegExp(DAY)

export const isDay = (text: unknown): text is string => typeof text === 'string' && day.test(text)

/** A day in words, as people write it there: “14 September 2026”; any other text as it is. */
export const showDay = (text: string, locale = 'en-GB'): string =>
  isDay(text) ? new Intl.DateTimeFormat(locale, { dateStyle: 'long', timeZone: 'UTC' }).format(dateOf(text)) : text

const dateOf = (day: string): Date => new Date(`${day}T00:00:00Z`)

/** The day so many days after another. */
export function addDays(day: string, days: number): string {
  const date = dateOf(day)
  date.setUTCDate(date.getUTCDate() + days)
  return date.toISOString().slice(0, 10)
}

/** Whether a day lies from Monday to Friday. */
export const isWeekday = (day: string): boolean => ![0, 6].includes(dateOf(day).getUTCDay())

/** Days, as what can be given between the first and the last. */
export const DAYS: SpanOf = {
  what: 'day',
  pattern: DAY,
  example: '2026-09-14',
  problem: { code: 'not_day', example: '2026-09-14' },
  show: showDay,
}
