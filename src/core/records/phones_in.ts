import type { Answers } from '../answers/answer'

/** A phone number as it is stored: E.164, with its country. */
const E164 = /^\+[1-9]\d{5,14}$/

/** The phone numbers among the values of a record, whatever its fields are called. The database finds records by the same. */
export const phonesIn = (values: Answers): string[] =>
  Object.values(values).filter((value): value is string => typeof value === 'string' && E164.test(value))
