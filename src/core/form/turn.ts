import { z } from 'zod'
import { saidToVisitors } from '../answers/for_visitors'

/** What becomes of a question that is asked in turn once its answer is known. */
export const KNOWN_TURNS = ['dropped', 'shown', 'again'] as const

/** How a question is asked in turn: only while its answer is not known. */
export const turnSchema = z.strictObject({
  known: z
    .enum(KNOWN_TURNS)
    .default('dropped')
    .describe('Once its answer is known: not asked, shown filled in, or asked again after a time'),
  days: z.int().min(1).max(3650).default(365).describe('After how many days it is asked again'),
})

/** What a form does where nothing is left to ask in turn. */
export const ALL_KNOWN = ['rest', 'greeting', 'outcome'] as const

export const turnsSchema = z
  .strictObject({
    atOnce: z.int().min(1).max(20).default(2).describe('How many of those still unknown are asked at a time'),
    allKnown: z
      .enum(ALL_KNOWN)
      .default('rest')
      .describe('Where all is known: the other questions only, with a greeting, or the outcome at once'),
    greeting: saidToVisitors(z.string().trim().max(500)).default('').describe('Said where all is known'),
  })
  .default({ atOnce: 2, allKnown: 'rest', greeting: '' })
  .describe('How questions in turn are asked')

export type Turn = z.output<typeof turnSchema>
