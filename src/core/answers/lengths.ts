import { z } from 'zod'
import type { Contradiction } from './kind'

/** How long text may be, in characters. */
export interface Lengths {
  minLength: number
  maxLength: number
}

export const lengthSettings = (most: number, usual: number) => ({
  minLength: z.int().min(0).max(most).default(0).describe('Shortest answer, in characters'),
  maxLength: z.int().min(1).max(most).default(usual).describe('Longest answer, in characters'),
})

export const contradictingLengths = ({ minLength, maxLength }: Lengths): Contradiction[] =>
  minLength > maxLength ? [{ path: ['minLength'], message: 'The shortest answer is longer than the longest' }] : []
