/** Times of the day as `HH:MM`, in text: they compare as text does and know no time zone. */

/** Source of a regular expression that matches the times there are, to the minute (WHATWG HTML, valid time string). */
export const TIME = '^(?:[01][0-9]|2[0-3]):[0-5][0-9]$'

const time = new RegExp(TIME)

export const isTime = (text: unknown): text is string => typeof text === 'string' && time.test(text)
