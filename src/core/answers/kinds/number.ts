import { z } from 'zod'
import { accept, isEmpty, type KindRules, refuse } from '../answer'
import type { KindManner } from '../kind'

/** Settings of a number question. Steps count from zero; a minimum must lie on one. */
export const settings = () => ({
  minimum: z.number().nullable().default(null).describe('Smallest answer'),
  maximum: z.number().nullable().default(null).describe('Largest answer'),
  step: z.number().positive().nullable().default(null).describe('Answers are multiples of this'),
  unit: z.string().max(20).default('').describe('Shown after the number'),
})

interface NumberSettings {
  minimum: number | null
  maximum: number | null
  step: number | null
  unit: string
}

/** A valid floating-point number as the WHATWG HTML standard defines it. */
const VALID = /^-?(?:\d+|\d*\.\d+)(?:[eE][-+]?\d+)?$/

/** Beyond this a double no longer tells whole numbers apart. */
const LARGEST = Number.MAX_SAFE_INTEGER

/** A number; text is read as HTML number inputs send it. */
export const rules: KindRules<NumberSettings> = {
  check(raw, { minimum, maximum, step }) {
    const number = readNumber(raw)
    if (number === 'blank') return accept(null)
    if (number === 'wrong') return refuse({ code: 'not_number' })
    if (number < (minimum ?? -LARGEST)) return refuse({ code: 'too_small', least: minimum ?? -LARGEST })
    if (number > (maximum ?? LARGEST)) return refuse({ code: 'too_large', most: maximum ?? LARGEST })
    if (step !== null && !isMultiple(number, step)) return refuse({ code: 'off_step', step })
    return accept(number)
  },
  show: (answer, { unit }) => (unit ? `${String(answer)} ${unit}` : String(answer)),
}

export const manner: KindManner<NumberSettings> = {
  words: 'Number',
  suggestedBy: {
    words: /\b(how many|how much|how hot|how old|number of|quantity|amount|budget|spend|guests|years?)\b/i,
    sureness: 3,
  },
  must: ({ minimum, maximum, step, unit }) =>
    [spanOf(minimum, maximum), step !== null && step !== 1 ? `by ${step}` : '', unit].filter(Boolean).join(' '),
  domain: ({ minimum, maximum }) => ({ is: 'number', least: minimum, most: maximum }),
  schema({ minimum, maximum, step }) {
    const schema = { type: 'number', minimum: minimum ?? -LARGEST, maximum: maximum ?? LARGEST }
    if (step === null) return schema
    if (isBinary(step)) return { ...schema, multipleOf: step }
    const stops = stopsOf(minimum, maximum, step)
    return stops ? { enum: stops } : { ...schema, $comment: `Also a multiple of ${step}, in decimal arithmetic` }
  },
  width: 'short',
  fillable: true,
  contradictions({ minimum, maximum, step }) {
    const found = []
    if (minimum !== null && maximum !== null && minimum > maximum)
      found.push({ path: ['maximum'], message: 'The maximum is below the minimum' })
    if (step !== null && minimum !== null && !isMultiple(minimum, step))
      found.push({ path: ['minimum'], message: `Start on a step: a multiple of ${step}` })
    return found
  },
}

function spanOf(minimum: number | null, maximum: number | null): string {
  if (minimum !== null && maximum !== null) return `${minimum}–${maximum}`
  if (minimum !== null) return `${minimum} or more`
  return maximum === null ? 'number' : `${maximum} or less`
}

function readNumber(raw: unknown): number | 'blank' | 'wrong' {
  if (isEmpty(raw)) return 'blank'
  if (typeof raw === 'string') {
    const text = raw.trim()
    return VALID.test(text) && Number.isFinite(Number(text)) ? Number(text) : 'wrong'
  }
  return typeof raw === 'number' && Number.isFinite(raw) ? raw : 'wrong'
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
 * Every multiple of a fractional step from `minimum` to `maximum`; `null` for too many. Schema checkers
 * divide in binary and refuse 0.3 by 0.1, so where they can be named, the answers are.
 */
function stopsOf(minimum: number | null, maximum: number | null, step: number): number[] | null {
  if (minimum === null || maximum === null || (maximum - minimum) / step >= MOST_STOPS) return null
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
