import { parsePhoneNumberFromString, type CountryCode } from 'libphonenumber-js/min'
import { z } from 'zod'
import {
  accept,
  type Answer,
  type Checked,
  isEmpty,
  isRecord,
  type KindRules,
  partOf,
  readLine,
  refuse,
} from '../answers/answer'
import { COUNTRIES } from '../answers/countries'
import { AS_TEXT, type KindManner } from '../answers/kind'

/** Settings of a question for a phone number. */
export const settings = () => ({
  country: z
    .enum(COUNTRIES)
    .nullable()
    .default(null)
    .describe('Country of numbers written without one (ISO 3166-1), where the page cannot guess it'),
})

interface Phone {
  country: string | null
}

/** What a page sends beside a number: the country it is of, where the number does not say. */
export const COUNTRY_PART = 'country'

/** Longest text that is taken for a number, in characters. */
const LONGEST = 60

const NOT_PHONE = { code: 'not_phone', example: '+46 70 174 06 05' } as const

/** The number that some text says, of a country unless it begins with `+`; `null` for none there can be. */
function parse(text: string, country: string | null) {
  const number = parsePhoneNumberFromString(text, country === null ? undefined : (country as CountryCode))
  return number?.isValid() ? number : null
}

function check(raw: unknown, { country }: Phone): Checked {
  const parts = isRecord(raw as Answer)
  const read = readLine(parts ? partOf(raw as Answer, 'number') : raw, LONGEST)
  if (!read.ok) return read.problem.code === 'too_long' ? refuse(NOT_PHONE) : read
  if (read.answer === null) return accept(null)
  const chosen = parts ? partOf(raw as Answer, COUNTRY_PART) : null
  const number = parse(String(read.answer), isEmpty(chosen) ? country : String(chosen))
  return number ? accept(number.number) : refuse(NOT_PHONE)
}

/** A phone number, stored as E.164 has it (`+46701740605`) and told in its country’s groups. */
export const rules: KindRules<Phone> = {
  check,
  show: (answer) => parse(String(answer), null)?.formatInternational() ?? String(answer),
}

export const manner: KindManner<Phone> = {
  words: 'Phone',
  texts: ['not_phone'],
  suggestedBy: { words: /\b(phone|telephone|mobile|call you)\b/i, sureness: 5 },
  must: () => 'phone number',
  ...AS_TEXT,
  schema: () => ({
    type: 'string',
    pattern: '^\\+[1-9][0-9]{5,14}$',
    $comment: 'In the form of E.164. Which numbers there are in a country, a schema cannot say.',
  }),
  width: 'full',
  unsummed: true,
  isPhone: true,
}
