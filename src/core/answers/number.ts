import { forVisitors } from './for_visitors'
import { z } from 'zod'
import { accept, type Checked, type Given, isEmpty, type KindRules, refuse } from './answer'
import { readNumber as readBox, VALID_NUMBER, writeNumber as writeBox } from '../language/numbers'
import { shownAsSchema } from './shown_as'
import type { Contradiction, Domain, KindManner } from './kind'
import type { JsonSchema } from './json_schema'

/** What kinds have in common whose answers are numbers. */

/** Which numbers are sound. Steps count from zero; a minimum must lie on one. */
export interface Limits {
  minimum: number | null
  maximum: number | null
  step: number | null
}

/** Settings of a kind that always says where it begins, where it ends and by which steps it goes. */
export const steppedSettings = (minimum: number, maximum: number) => ({
  minimum: z.number().default(minimum).describe('Smallest answer'),
  maximum: z.number().default(maximum).describe('Largest answer'),
  step: z.number().positive().default(1).describe('Answers are multiples of this'),
  ...boxUnitSettings(),
})

/** What a number counts. */
export interface Unit {
  unit: string
  unitOfOne?: string
  /** How it reads beside the box, where that is not what the number is told with elsewhere. */
  unitShownAs?: string
}

export const unitSettings = () => ({
  unit: forVisitors(z.string().trim().max(20)).default('').describe('Shown after the number'),
  unitOfOne: forVisitors(z.string().trim().max(20))
    .default('')
    .describe('Shown after one, where it is called otherwise'),
})

/** The same where it stands beside a box, and may be worded there. */
export const boxUnitSettings = () => ({ ...unitSettings(), unitShownAs: shownAsSchema() })

/** An amount with its unit: “4 people”, “1 person”. */
export const withUnit = (amount: Given, words: string, { unit, unitOfOne }: Unit): string =>
  `${words} ${(amount === 1 && unitOfOne) || unit}`.trim()

/** Beyond this a double no longer tells whole numbers apart. */
const LARGEST = Number.MAX_SAFE_INTEGER

/** Reads a number within limits; text is read as HTML number inputs send it. */
export function checkNumber(raw: unknown, { minimum, maximum, step }: Limits): Checked {
  const number = numberIn(raw)
  if (number === 'blank') return accept(null)
  if (number === 'wrong') return refuse({ code: 'not_number' })
  const least = minimum ?? -LARGEST
  const most = maximum ?? LARGEST
  if (number < least) return refuse({ code: 'too_small', least })
  if (number > most) return refuse({ code: 'too_large', most })
  if (step !== null && !isMultiple(number, step)) return refuse({ code: 'off_step', step })
  return accept(number)
}

/** Rules of kinds whose numbers are typed. */
export const TYPED_NUMBER = { readBox, writeBox }

/** The rules of kinds whose settings are the limits themselves. */
export const NUMBER_RULES: KindRules<Limits & Unit> = {
  ...TYPED_NUMBER,
  check: checkNumber,
  show: (answer, unit, speech) => withUnit(answer, speech.number(Number(answer)), unit),
}

/** The rules of kinds where one whole number of a few is chosen, told with the greatest there is: “4 of 5”. */
export const chosenOf = <S>(limitsOf: (settings: S) => Limits): KindRules<S> => ({
  check: (raw, settings) => checkNumber(raw, limitsOf(settings)),
  show: (answer, settings, speech) =>
    speech.tell('of_most', { answer: Number(answer), most: limitsOf(settings).maximum ?? LARGEST }),
  missing: () => ({ code: 'not_chosen' }),
})

/** JSON Schema of the numbers within limits. */
export function numberSchema({ minimum, maximum, step }: Limits): JsonSchema {
  const schema = { type: 'number', minimum: minimum ?? -LARGEST, maximum: maximum ?? LARGEST }
  if (step === null) return schema
  if (isBinary(step)) return { ...schema, multipleOf: step }
  const stops = stopsOf({ minimum, maximum, step })
  return stops ? { enum: stops } : { ...schema, $comment: `Also a multiple of ${step}, in decimal arithmetic` }
}

export const numberDomain = ({ minimum, maximum, step }: Limits): Domain => ({
  is: 'number',
  least: minimum,
  most: maximum,
  step,
})

/** What is alike in the manner of kinds whose settings are the limits themselves. */
export const AS_NUMBER = {
  domain: numberDomain,
  schema: numberSchema,
  must: ({ minimum, maximum, step, unit }) =>
    [spanOf(minimum, maximum), step !== null && step !== 1 ? `by ${step}` : '', unit].filter(Boolean).join(' '),
  width: 'half',
  typed: true,
  fillable: true,
  contradictions: contradictionsOf,
} satisfies Partial<KindManner<Limits & Unit>>

export function contradictionsOf({ minimum, maximum, step }: Limits): Contradiction[] {
  const found = []
  if (minimum !== null && maximum !== null && minimum > maximum)
    found.push({ path: ['maximum'], message: 'The maximum is below the minimum' })
  if (step !== null && minimum !== null && !isMultiple(minimum, step))
    found.push({ path: ['minimum'], message: `Start on a step: a multiple of ${step}` })
  return found
}

function spanOf(minimum: number | null, maximum: number | null): string {
  if (minimum !== null && maximum !== null) return `${minimum}–${maximum}`
  if (minimum !== null) return `${minimum} or more`
  return maximum === null ? 'number' : `${maximum} or less`
}

/** How many answers there are from `minimum` to `maximum`, both of them counted where they lie on a step. */
export function countStops(minimum: number, maximum: number, step: number): number {
  const [least, most, by] = inWholes(minimum, maximum, step)
  if (by === 0n || most < least) return 0
  return Number(floorOf(most, by) - floorOf(least - 1n, by))
}

const floorOf = (number: bigint, by: bigint): bigint => (number - (((number % by) + by) % by)) / by

/** The same numbers as wholes of one size, however small their fractions are. */
function inWholes(...numbers: [number, number, number]): [bigint, bigint, bigint] {
  const decimals = numbers.map(asDecimal)
  const places = Math.max(...decimals.map(([, one]) => one))
  return decimals.map(([digits, one]) => digits * 10n ** BigInt(places - one)) as [bigint, bigint, bigint]
}

function numberIn(raw: unknown): number | 'blank' | 'wrong' {
  if (isEmpty(raw)) return 'blank'
  const number = typeof raw === 'string' && VALID_NUMBER.test(raw.trim()) ? Number(raw) : raw
  return typeof number === 'number' && Number.isFinite(number) ? number : 'wrong'
}

/**
 * Whether `number` is a whole multiple of `step`, in exact decimal arithmetic:
 * 0.3 is a multiple of 0.1 although 0.3 / 0.1 is not whole in binary.
 */
export function isMultiple(number: number, step: number): boolean {
  const [a, aPlaces] = asDecimal(number)
  const [b, bPlaces] = asDecimal(step)
  if (b === 0n) return a === 0n
  const places = Math.max(aPlaces, bPlaces)
  return (a * 10n ** BigInt(places - aPlaces)) % (b * 10n ** BigInt(places - bPlaces)) === 0n
}

/** Whether dividing by this is exact in binary, as by 1, 20, 0.5 and 0.125, and not by 0.1. */
const isBinary = (step: number): boolean => Number.isInteger(step * 2 ** 20)

/** Most stops that are worth naming one by one. */
const MOST_STOPS = 1000

/**
 * Every multiple of a step from `minimum` to `maximum`; `null` for too many. Schema checkers divide in
 * binary and refuse 0.3 by 0.1, so where they can be named, the answers are.
 */
export function stopsOf({ minimum, maximum, step }: Limits, most = MOST_STOPS): number[] | null {
  if (minimum === null || maximum === null || step === null || (maximum - minimum) / step >= most) return null
  const [digits, places] = asDecimal(step)
  const stops: number[] = []
  for (let n = BigInt(Math.floor(minimum / step)) - 1n; ; n++) {
    const stop = Number(`${n * digits}e-${places}`)
    if (stop > maximum) return stops
    if (stop >= minimum) stops.push(stop)
  }
}

/** `[digits, places]` with number = digits / 10^places; `places` is never negative. */
function asDecimal(number: number): [bigint, number] {
  const [mantissa = '0', exponent = '0'] = String(number).split('e')
  const [whole = '0', fraction = ''] = mantissa.split('.')
  const places = fraction.length - Number(exponent)
  const digits = BigInt(whole + fraction)
  return places >= 0 ? [digits, places] : [digits * 10n ** BigInt(-places), 0]
}
