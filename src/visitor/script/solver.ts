import { solveChallenge } from 'altcha-lib'
import type { Task } from '../signs'

/** Looks for the number of a task; `undefined` where there is none. */
export const find = async ({ challenge, salt, maxnumber }: Task): Promise<number | undefined> =>
  (await solveChallenge(challenge, salt, 'SHA-256', maxnumber).promise)?.number
