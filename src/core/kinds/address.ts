import { ENGLISH } from '../language/languages'
import { z } from 'zod'
import { accept, type Answer, isBlank, isRecord, type KindRules, partOf, readLine, refuse } from '../answers/answer'
import { type Address, ADDRESS_PARTS, addressLines, type AddressPart, countriesWith, partsIn } from '../answers/address'
import { COUNTRIES, nameOfCountry } from '../answers/countries'
import { AS_TEXT, type KindManner } from '../answers/kind'
import type { JsonSchema } from '../answers/json_schema'
import { inParts, partsSchema } from '../answers/parts'

/** Longest line of an address, in characters. */
const LONGEST = 200

/** Settings of a question for a postal address. */
export const settings = () => ({
  countries: z.array(z.enum(COUNTRIES)).max(COUNTRIES.length).default([]).describe('Offered; all when empty'),
  country: z.enum(COUNTRIES).nullable().default(null).describe('Chosen already, where the page cannot guess it'),
  postcode: z
    .boolean()
    .default(true)
    .describe('Whether a required address needs its postcode, where its country has them'),
})

export interface AddressSettings {
  countries: readonly string[]
  country: string | null
  postcode: boolean
}

export const countriesOffered = ({ countries }: AddressSettings): readonly string[] =>
  countries.length > 0 ? countries : COUNTRIES

const asked = () => [...ADDRESS_PARTS, 'country' as const].map((name) => ({ name, label: name }))

/** What a required address must have, by its country. */
function needed(country: string, { postcode }: AddressSettings): AddressPart[] {
  const there = partsIn(country)
  return (['street', 'city', 'postcode'] as const).filter(
    (part) => there.includes(part) && (part !== 'postcode' || postcode),
  )
}

function firstMissing(answer: Answer, settings: AddressSettings): AddressPart | 'country' | undefined {
  const country = partOf(answer, 'country')
  if (typeof country !== 'string') return 'country'
  return needed(country, settings).find((one) => isBlank(partOf(answer, one)))
}

const record = inParts<AddressSettings>(asked, (raw, part, settings) => {
  const read = readLine(raw, LONGEST)
  if (part !== 'country' || !read.ok || read.answer === null) return read
  return countriesOffered(settings).includes(String(read.answer)) ? read : refuse({ code: 'not_an_option' })
})

/** A record of the parts of a postal address; a country by itself is none yet. */
export const rules: KindRules<AddressSettings> = {
  check(raw, settings) {
    const checked = record.check(raw, settings)
    const alone =
      checked.ok && isRecord(checked.answer) && Object.keys(checked.answer).every((part) => part === 'country')
    return alone ? accept(null) : checked
  },
  show: (answer, _, { locale }) => addressLines(answer as Address, locale).join('\n'),
  satisfies: (answer, settings) => !isBlank(answer) && !firstMissing(answer, settings),
  missing(answer, settings) {
    const part = firstMissing(answer, settings)
    return isBlank(answer) || !part ? { code: 'missing' } : { code: 'part_missing', part: { text: part } }
  },
}

function schema(settings: AddressSettings): JsonSchema {
  const line = { type: 'string', minLength: 1, maxLength: LONGEST }
  return {
    ...partsSchema({
      ...Object.fromEntries(ADDRESS_PARTS.map((name) => [name, line])),
      country: { enum: countriesOffered(settings) },
    }),
    anyOf: ADDRESS_PARTS.map((name) => ({ required: [name] })),
  }
}

export const manner: KindManner<AddressSettings> = {
  words: 'Postal address',
  texts: ['part_missing', 'country', 'street', 'extra', 'district', 'city', 'region', 'postcode'],
  suggestedBy: { words: /\b(address|where (shall|should|do|can) (it|they|we) (go|send|ship|deliver))\b/i, sureness: 2 },
  must: () => 'postal address',
  domain: (settings) => ({
    is: 'record',
    parts: [
      ...ADDRESS_PARTS.map((name) => ({ name, label: ENGLISH.tell(name), domain: AS_TEXT.domain() })),
      {
        name: 'country',
        label: ENGLISH.tell('country'),
        domain: { is: 'one of' as const, values: countriesOffered(settings), open: false },
      },
    ],
  }),
  showPart: (part, answer, _, { locale }) =>
    part === 'country' ? nameOfCountry(String(answer), locale) : String(answer),
  schema,
  requiredSchema: (settings) => ({
    ...schema(settings),
    required: ['country', 'street'],
    allOf: (['city', 'postcode'] as const)
      .filter((part) => part !== 'postcode' || settings.postcode)
      .map((part) => ({
        if: { properties: { country: { enum: countriesWith(part) } } },
        then: { required: [part] },
      })),
  }),
  width: 'full',
  fillable: true,
  unsummed: true,
  contradictions: ({ countries, country }) =>
    country !== null && countries.length > 0 && !countries.includes(country)
      ? [{ path: ['country'], message: 'The country chosen already is not offered' }]
      : [],
}
