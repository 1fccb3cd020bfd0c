/** Times of the day as `HH:MM`, in text: they compare as text does and know no time zone. */

/** Source of a regular expression that matches the times there are, to the minute (WHATWG HTML, valid time string). */
export const TIME = '^(?:[01][0-9]|2[0-3]):[0-5][0-9]$'

const time = new RegExp(TIME)

export const isTime = (text: unknown): text is string => typeof text === 'string' && time.test(text)

/** A time as people tell it there: “14:30”, “2:30 pm”. */
export const showTime = (text: string, locale = 'en-GB'): string =>
  isTime(text)
    ? new Intl.DateTimeFormat(locale, { timeStyle: 'short', timeZone: 'UTC' }).format(new Date(`1970-01-01T${text}Z`))
    : text
