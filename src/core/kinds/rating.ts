import { z } from 'zod'
import type { KindManner } from '../answers/kind'
import { chosenOf, type Limits, numberDomain, numberSchema } from '../answers/number'

export const SYMBOLS = ['flame', 'pot', 'leaf', 'drop'] as const

/** Settings of a rating; 1 to 10 points is common practice. */
export const settings = () => ({
  points: z.int().min(2).max(10).default(5).describe('The best that can be given'),
  symbol: z.enum(SYMBOLS).default('flame').describe('What stands for a point'),
})

interface Rating {
  points: number
}

const limitsOf = ({ points }: Rating): Limits => ({ minimum: 1, maximum: points, step: 1 })

/** From one point to the most there are. */
export const rules = chosenOf(limitsOf)

export const manner: KindManner<Rating> = {
  words: 'Rating',
  texts: ['not_number', 'too_small', 'too_large', 'off_step', 'of_most'],
  suggestedBy: { words: /\b(rate|rating|how (good|well|helpful|satisfied|happy))\b/i, sureness: 3 },
  must: ({ points }) => `1–${points} points`,
  domain: (rating) => numberDomain(limitsOf(rating)),
  schema: (rating) => numberSchema(limitsOf(rating)),
  width: 'full',
  fillable: true,
}
