import { saidToVisitors } from '../answers/for_visitors'
import { z } from 'zod'
import type { KindManner } from '../answers/kind'
import { chosenOf, type Limits, numberDomain, numberSchema } from '../answers/number'

const endSchema = () => saidToVisitors(z.string().trim().max(60)).default('')

/** Settings of a scale with worded ends. */
export const settings = () => ({
  from: z.int().min(0).max(1).default(0).describe('Where it begins'),
  to: z.int().min(2).max(10).default(10).describe('Where it ends'),
  low: endSchema().describe('What the first number means'),
  high: endSchema().describe('What the last number means'),
})

interface Scale {
  from: number
  to: number
  low: string
  high: string
}

const limitsOf = ({ from, to }: Scale): Limits => ({ minimum: from, maximum: to, step: 1 })

/** A whole number between two ends that are told in words. */
export const rules = chosenOf(limitsOf)

export const manner: KindManner<Scale> = {
  words: 'Scale with worded ends',
  texts: ['not_number', 'too_small', 'too_large', 'off_step', 'of_most'],
  suggestedBy: { words: /\b(how likely|how easy|how much do you agree|on a scale|from 0 to 10)\b/i, sureness: 4 },
  must: ({ from, to }) => `${from}–${to}`,
  domain: (scale) => numberDomain(limitsOf(scale)),
  schema: (scale) => numberSchema(limitsOf(scale)),
  width: 'full',
  fillable: true,
}
