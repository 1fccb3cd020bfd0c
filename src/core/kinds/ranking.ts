import { z } from 'zod'
import { accept, type Answer, type Given, isRecord, type KindRules, partOf, refuse } from '../answers/answer'
import { repeatedValues } from '../answers/choices'
import type { KindManner } from '../answers/kind'
import type { JsonSchema } from '../answers/json_schema'
import { labelOfOption, type Option, wordedOptionShape, wordingOf } from '../answers/options'
import { type AskedPart, inParts, partsSchema, wholeSchema } from '../answers/parts'

/** More than these nobody ranks. */
const MOST = 12

/** Settings of a question that lets visitors put options in their order. */
export const settings = () => ({
  options: z.array(z.strictObject(wordedOptionShape())).max(MOST).default([]),
  shuffled: z.boolean().default(false).describe('Whether each visitor gets the options in an order of their own'),
  places: z.int().min(1).max(MOST).nullable().default(null).describe('How many places are given; all when null'),
})

interface Ranking {
  options: readonly Option[]
  places: number | null
}

const ordinal = new Intl.PluralRules('en', { type: 'ordinal' })
const ENDINGS: Partial<Record<Intl.LDMLPluralRule, string>> = { one: 'st', two: 'nd', few: 'rd' }

/** The places that are given: “1st place” and so on. */
export const placesOf = ({ options, places }: Ranking): AskedPart[] =>
  Array.from({ length: Math.min(places ?? MOST, options.length) }, (_, index) => ({
    name: `place_${index + 1}`,
    called: { text: 'place' as const, told: { place: index + 1 } },
    label: `${index + 1}${ENDINGS[ordinal.select(index + 1)] ?? 'th'} place`,
  }))

const record = inParts<Ranking>(placesOf, (raw, _, { options }) =>
  raw === null || raw === '' || options.some(({ value }) => value === raw)
    ? accept(raw)
    : refuse({ code: 'not_an_option' }),
)

/** A record of places, `place_1` the best, with an option on each; no option has two. */
export const rules: KindRules<Ranking> = {
  ...record,
  check(raw, ranking) {
    const checked = record.check(raw, ranking)
    if (!checked.ok || !isRecord(checked.answer)) return checked
    const given = Object.values(checked.answer)
    const twice = ranking.options.find(({ value }) => given.filter((one) => one === value).length > 1)
    return twice ? refuse({ code: 'one_place', option: wordingOf(twice) }) : checked
  },
  show: (answer: Given, ranking, speech) =>
    speech.list(
      placesOf(ranking).flatMap(({ name }, index) => {
        const value = partOf(answer, name)
        return value === null ? [] : [`${speech.number(index + 1)}. ${labelOfOption(ranking.options, String(value))}`]
      }),
    ),
}

const schemas = (ranking: Ranking): Record<string, JsonSchema> =>
  Object.fromEntries(placesOf(ranking).map(({ name }) => [name, { enum: ranking.options.map(({ value }) => value) }]))

/** No two places have the same option. */
function apart(ranking: Ranking): JsonSchema {
  const names = placesOf(ranking).map(({ name }) => name)
  const pairs = names.flatMap((one, index) => names.slice(index + 1).map((other) => [one, other] as const))
  return {
    allOf: [
      true,
      ...pairs.flatMap(([one, other]) =>
        ranking.options.map(({ value }) => ({
          not: { required: [one, other], properties: { [one]: { const: value }, [other]: { const: value } } },
        })),
      ),
    ],
  }
}

export const manner: KindManner<Ranking> = {
  words: 'Ranking',
  texts: ['one_place', 'part_missing', 'place'],
  suggestedBy: { words: /\b(rank|in (the )?order|most important|matters most|prefer)\b/i, sureness: 3 },
  must: (ranking) => `${placesOf(ranking).length} of ${ranking.options.length}, in order`,
  domain: (ranking) => ({
    is: 'record',
    ranks: true,
    parts: placesOf(ranking).map((place) => ({
      ...place,
      domain: { is: 'one of', values: ranking.options.map(({ value }) => value), open: false },
    })),
  }),
  showPart: (_, answer: Answer, { options }) => labelOfOption(options, String(answer)),
  schema: (ranking) => ({ ...partsSchema(schemas(ranking)), ...apart(ranking) }),
  requiredSchema: (ranking) => ({ ...wholeSchema(schemas(ranking)), ...apart(ranking) }),
  width: 'full',
  fillable: true,
  contradictions: ({ options }) => repeatedValues(options, 'options'),
  faults: ({ options, places }) => [
    ...(options.length < 2 ? ['has fewer than two options to put in order.'] : []),
    ...((places ?? 0) > options.length ? [`gives ${places} places to ${options.length} options.`] : []),
  ],
}
