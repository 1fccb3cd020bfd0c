import type { z } from 'zod'
import type { Context } from '../../context'
import type { GiveWay } from '../giveWay'

/**
 * Who works on jobs: so many hands in each worker process, which nobody else can take. A job of one crew never waits
 * for one of another.
 */
export const CREWS = {
  /** What visitors sent. */
  answers: 2,
  /** What is counted of it. */
  numbers: 1,
  /** What goes outside: a slow place holds up nobody else. */
  outside: 8,
  /** What is brought in by the file: each has a moment's turn. */
  imports: 1,
  /** What the house needs from time to time. */
  house: 1,
} as const

export type Crew = keyof typeof CREWS

/** What a job is given beside its payload. */
export interface Around {
  context: Context
  way: GiveWay
  /** Tells that one more was settled, or so many. */
  settled(what: 'submissions' | 'deliveries'): void
}

interface Definition<P> {
  /** As the queue knows it: never given another, since jobs may wait under it. */
  name: string
  /** What it is told; a job that is told anything else fails, and says why. */
  payload: z.ZodType<P>
  crew: Crew
  /**
   * Where it is due again and again: how often, in seconds by the database's clock. It is queued once for each such
   * span, however many workers there are and whatever their clocks say, and once for all spans in which none was there.
   */
  every?: number
  /** How many seconds one may be due before health says that work is behind. */
  patience: number
  run(payload: P, around: Around): Promise<void>
}

export interface Job extends Omit<Definition<never>, 'payload' | 'run'> {
  /** Does what it is told to. It can be killed at any point, and done twice. */
  run(told: unknown, around: Around): Promise<void>
}

export const defineJob = <P>({ payload, run, ...job }: Definition<P>): Job => ({
  ...job,
  run: async (told, around) => run(payload.parse(told), around),
})
