import { APIError } from 'better-auth/api'
import { hashPassword, verifyPassword } from 'better-auth/crypto'
import PQueue from 'p-queue'

/** Passwords that may wait to be worked on; more than these are told to come back. */
const MOST_WAITING = 60

const holder = globalThis as { lichenHashing?: PQueue }
const queue = (): PQueue => (holder.lichenHashing ??= new PQueue({ concurrency: 1 }))

/**
 * Works on one password after the other. Each is made dear on purpose (scrypt, by the measure of OWASP’s Password
 * Storage Cheat Sheet), so that however many come, they never have more of the machine than one core.
 */
function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (queue().size >= MOST_WAITING)
    throw new APIError('SERVICE_UNAVAILABLE', { message: 'Too many sign in just now. Try again in a moment.' })
  return queue().add(work)
}

export const hash = (password: string): Promise<string> => inTurn(() => hashPassword(password))

export const verify = (given: { hash: string; password: string }): Promise<boolean> =>
  inTurn(() => verifyPassword(given))
